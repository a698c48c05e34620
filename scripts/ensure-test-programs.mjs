// Makes sure that the programs are there that the tests use: a browser, and readers of PDF and XML
// that are not this project's. On Debian as root they are installed. Elsewhere, tests that need the
// browser fail and say what to install; tests that ask another reader are skipped without it.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { chromiumMissing, chromiumPath } from './chromium-path.mjs'

const isThere = program => spawnSync(program, ['--version']).error === undefined
const readers = [
  { program: 'pdftotext', packageName: 'poppler-utils' },
  { program: 'mutool', packageName: 'mupdf-tools' },
  { program: 'qpdf', packageName: 'qpdf' },
  { program: 'xmllint', packageName: 'libxml2-utils' },
]
const needsChromium = !existsSync(chromiumPath) && process.env.CHROMIUM_PATH === undefined
const missing = [
  ...(needsChromium ? ['chromium'] : []),
  ...readers.filter(({ program }) => !isThere(program)).map(({ packageName }) => packageName),
]
const canInstall =
  existsSync('/etc/debian_version') && existsSync('/usr/bin/apt-get') && process.getuid?.() === 0

if (missing.length > 0 && canInstall) {
  console.log(`Installing for the tests, from the Debian packages: ${missing.join(', ')} …`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  for (const args of [
    ['update', '-q'],
    ['install', '-y', '-q', '--no-install-recommends', ...missing],
  ]) {
    spawnSync('apt-get', args, { stdio: ['ignore', 'ignore', 'inherit'], env })
  }
}
if (!existsSync(chromiumPath)) console.error(chromiumMissing)
