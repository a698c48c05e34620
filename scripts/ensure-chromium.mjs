// Makes sure that there is a Chromium for the tests that need a browser. On Debian as root it is
// installed; elsewhere this says what to install, and the tests that need it fail saying the same.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { chromiumMissing, chromiumPath } from './chromium-path.mjs'

if (!existsSync(chromiumPath)) {
  const debian = existsSync('/etc/debian_version') && existsSync('/usr/bin/apt-get')
  if (debian && process.getuid?.() === 0 && process.env.CHROMIUM_PATH === undefined) {
    console.log('Installing Chromium from the Debian packages, for the tests in a browser …')
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
    for (const args of [
      ['update', '-q'],
      ['install', '-y', '-q', '--no-install-recommends', 'chromium'],
    ]) {
      spawnSync('apt-get', args, { stdio: ['ignore', 'ignore', 'inherit'], env })
    }
  }
  if (!existsSync(chromiumPath)) console.error(chromiumMissing)
}
