/** Where the tests look for a browser. */
export const chromiumPath = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium'

export const chromiumMissing =
  `There is no Chromium at ${chromiumPath}. Install it (Debian: apt-get install chromium), ` +
  'or set CHROMIUM_PATH to where it is.'
