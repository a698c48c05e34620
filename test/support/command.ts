import { execFileSync, spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, openSync, readSync, writeSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

const main = fileURLToPath(new URL('../../dist/cli/main.js', import.meta.url))
const host = fileURLToPath(new URL('command-host.mjs', import.meta.url))

export interface CommandResult {
  readonly code: number | null
  readonly out: string
  readonly err: string
}

/** The command decides on color, and on how it was called, by itself, and not by what the test runner was told. */
function environment(): NodeJS.ProcessEnv {
  const { FORCE_COLOR, NO_COLOR, npm_command, ...env } = process.env
  return env
}

/** Runs the built `dotline` command as a user does, in a process of its own. */
export function dotline(
  args: readonly string[],
  options: { cwd?: string; input?: string; env?: Record<string, string> } = {},
): CommandResult {
  const { status, stdout, stderr } = spawnSync(process.execPath, [main, ...args], {
    encoding: 'utf8',
    ...options,
    env: { ...environment(), ...options.env },
  })
  return { code: status, out: stdout, err: stderr }
}

/** Runs the built command in a process that ran others before: what it prints is the same, sooner. */
export function dotlineHosted(
  args: readonly string[],
  cwd: string,
  command: string = main,
): CommandResult {
  const pipes = hosts.get(command) ?? startHost(command)
  hosts.set(command, pipes)
  writeSync(pipes.requests, `${JSON.stringify({ args, cwd })}\n`)
  const chunks: Buffer[] = []
  for (;;) {
    const chunk = Buffer.alloc(1 << 16)
    const count = readSync(pipes.answers, chunk)
    if (count === 0) throw new Error(`the host of commands ended at ${args.join(' ')}`)
    chunks.push(chunk.subarray(0, count))
    if (chunk[count - 1] === 0x0a) return JSON.parse(Buffer.concat(chunks).toString('utf8'))
  }
}

/** By the command that they run. */
const hosts = new Map<string, { readonly requests: number; readonly answers: number }>()

function startHost(command: string) {
  const folder = mkdtempSync(join(tmpdir(), 'dot-line-host-'))
  const [requests, answers] = [join(folder, 'requests'), join(folder, 'answers')]
  execFileSync('mkfifo', [requests, answers])
  spawn(process.execPath, [host, command, requests, answers], {
    stdio: 'ignore',
    env: environment(),
  }).unref()
  // Opening a named pipe waits for the other side, in the order in which the host opens them.
  return { requests: openSync(requests, 'w'), answers: openSync(answers, 'r') }
}

/** What the command writes where its error output is a terminal, which `script` of util-linux makes. */
export function dotlineOnTerminal(args: readonly string[], cwd: string): string {
  const quoted = [process.execPath, main, ...args].map(arg => `'${arg}'`).join(' ')
  const { stdout } = spawnSync('script', ['-qec', quoted, '/dev/null'], { cwd, encoding: 'utf8' })
  return stdout
}
