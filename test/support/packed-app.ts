import { execFileSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = fileURLToPath(new URL('../..', import.meta.url))

/** An application that has the package, and nothing of this repository beside it. */
export interface PackedApp {
  readonly folder: string
  /** Where the package is. */
  readonly installed: string
  /** Its command. */
  readonly command: string
  /** As it would be published. */
  readonly tarball: Uint8Array
}

/**
 * The package as `npm pack` makes it, and beside it what `npm install --omit=dev` would: the
 * packages that the lock file has for a user. Copied, for a test needs no registry; no package has
 * scripts that an installation would run.
 */
export function packedApp(): PackedApp {
  const folder = mkdtempSync(join(tmpdir(), 'dot-line-app-'))
  const installed = join(folder, 'node_modules/dot-line')
  const packed = execFileSync(
    'npm',
    ['pack', '--ignore-scripts', '--json', '--pack-destination', folder],
    { cwd: root, encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] },
  )
  const [{ filename }] = JSON.parse(packed)
  const file = join(folder, filename)
  mkdirSync(installed, { recursive: true })
  execFileSync('tar', ['xzf', file, '-C', installed, '--strip-components', '1'])
  for (const name of userPackages()) {
    cpSync(join(root, name), join(folder, name), { recursive: true, dereference: true })
  }
  writeFileSync(join(folder, 'package.json'), '{ "type": "module" }')
  const command = join(installed, 'dist/cli/main.js')
  return { folder, installed, command, tarball: new Uint8Array(readFileSync(file)) }
}

/** Folders of the packages that a user gets with it. */
export function userPackages(): string[] {
  const { packages } = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'))
  return Object.entries<Record<string, unknown>>(packages)
    .filter(
      ([name, own]) => name !== '' && !own.dev && !own.optional && !own.peer && !own.devOptional,
    )
    .map(([name]) => name)
}
