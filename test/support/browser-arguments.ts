/** Where the address of the browser is told that tests share. */
export const browserPath = 'browser'

/** What Chromium is started with, the one that tests share and those that have settings of their own. */
export const browserArguments = (settings: readonly string[] = []): string[] => [
  ...['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
  ...settings,
]
