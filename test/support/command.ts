import { spawnSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'

const main = fileURLToPath(new URL('../../dist/cli/main.js', import.meta.url))

export interface CommandResult {
  readonly code: number | null
  readonly out: string
  readonly err: string
}

/** Runs the built `dotline` command as a user does. */
export function dotline(
  args: readonly string[],
  options: { cwd?: string; input?: string; env?: Record<string, string> } = {},
): CommandResult {
  // The command decides on color by itself, and not by what the test runner was told.
  const { FORCE_COLOR, NO_COLOR, ...env } = process.env
  const { status, stdout, stderr } = spawnSync(process.execPath, [main, ...args], {
    encoding: 'utf8',
    ...options,
    env: { ...env, ...options.env },
  })
  return { code: status, out: stdout, err: stderr }
}

/** What the command writes where its error output is a terminal, which `script` of util-linux makes. */
export function dotlineOnTerminal(args: readonly string[], cwd: string): string {
  const quoted = [process.execPath, main, ...args].map(arg => `'${arg}'`).join(' ')
  const { stdout } = spawnSync('script', ['-qec', quoted, '/dev/null'], { cwd, encoding: 'utf8' })
  return stdout
}
