import { type ChildProcess, fork } from 'node:child_process'
import { rmSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { CommandError } from './command-error.ts'
import type { PartFile } from './part-files.ts'
import { eachPercent, type Progress, percentShown } from './progress.ts'

/** Exit codes of a check that came to its end, nothing found or something, and of one that refused its input. */
const done = [0, 1]
const refused = 2

interface Ended {
  /** None of a process that was killed. */
  readonly code: number | null
  readonly errors: string
}

export const textsIn = (all: number) => `${all} texts`

/** Set for processes that check a part: others may have a parent that listens, too. */
const reportsToParent = 'DOTLINE_CHECK_PART'
/** The folder that its part is written into. */
const folderOfParts = 'DOTLINE_CHECK_FOLDER'
/** The parent, by its number: it may have ended before this process asks for its own. */
const parentOfPart = 'DOTLINE_CHECK_PARENT'

/** Progress of a check: sent to the process that started this one, or else shown to the user. */
export function progressReport(): Progress {
  if (process.env[reportsToParent] === undefined || !process.send) return percentShown(textsIn)
  // A message takes longer than the check of a text.
  const sendProgress = eachPercent((done, all) => process.send?.([done, all]))
  const parent = Number(process.env[parentOfPart] ?? process.ppid)
  return (done, all) => {
    // Killed outright, the parent could end nothing: what works for nobody ends itself.
    if (process.ppid !== parent) endWithoutParent()
    sendProgress(done, all)
  }
}

function endWithoutParent(): never {
  const folder = process.env[folderOfParts]
  if (folder !== undefined) rmSync(folder, { recursive: true, force: true })
  process.exit(refused)
}

/**
 * The same check in as many processes, each at a part of it, which it writes into a file of a folder.
 * (Threads of one process slow each other by half.) One that ends before it is done is reported, and its
 * part is done again.
 */
export async function checkInParts(
  jobs: number,
  folder: string,
  running: RunningParts,
  progress?: Progress,
): Promise<readonly PartFile[]> {
  try {
    const parts = Array.from({ length: jobs }, (_, i) => `${i + 1}/${jobs}`)
    const counts = parts.map(() => [0, 0])
    const countAt = (i: number) => (count: readonly number[]) => {
      counts[i] = [...count]
      const [done, all] = [0, 1].map(at => counts.reduce((sum, one) => sum + one[at], 0))
      // The total is known once all processes have begun.
      if (counts.every(one => one[1] > 0)) progress?.(done, all)
    }
    return await Promise.all(
      parts.map(async (part, i) => {
        const path = join(folder, `part-${i + 1}.json`)
        let ended = await checkedPart(part, path, countAt(i), running)
        // Where one has failed the others are ended, and not begun again.
        if (isEarly(ended) && !running.areEnded()) {
          process.stderr.write(
            `warning: the process of part ${part} ended early, and is started again\n`,
          )
          ended = await checkedPart(part, path, countAt(i), running)
        }
        if (ended.code === null || !done.includes(ended.code)) {
          throw new CommandError(reasonOf(ended, part))
        }
        return { path, source: `part ${part}` }
      }),
    )
  } finally {
    running.end()
  }
}

/** The processes that work at parts. */
interface RunningParts {
  add(child: ChildProcess): void
  delete(child: ChildProcess): void
  /** Ends all that still run. */
  end(): void
  areEnded(): boolean
}

export function runningParts(): RunningParts {
  const children = new Set<ChildProcess>()
  let areEnded = false
  return {
    add: child => children.add(child),
    delete: child => children.delete(child),
    end() {
      areEnded = true
      for (const child of children) child.kill()
    },
    areEnded: () => areEnded,
  }
}

const isEarly = ({ code }: Ended) => code === null || ![...done, refused].includes(code)

const reasonOf = ({ code, errors }: Ended, part: string) =>
  (code === refused && errors.replace(/^error: /, '').trim()) || `part ${part} could not be checked`

/**
 * Each works on one core: what engines do beside their programs on others, collecting and compiling, would
 * take those from the other parts, and took a third of the time of all.
 */
const execArgv = ['--single-threaded']

/** This command at one part, in a process of its own. */
function checkedPart(
  part: string,
  file: string,
  count: (counted: readonly number[]) => void,
  running: RunningParts,
): Promise<Ended> {
  const [, main, ...given] = process.argv
  const jobArguments = withoutOptions(given, ['--jobs', '--format', '-o', '--output', '--accepted'])
  const argv = [...jobArguments, '--part', part, '--format', 'json', '-o', file]
  return new Promise(resolve => {
    const child = fork(main, argv, {
      execArgv,
      env: {
        ...process.env,
        [reportsToParent]: part,
        [folderOfParts]: dirname(file),
        [parentOfPart]: String(process.pid),
      },
      stdio: ['ignore', 'ignore', 'pipe', 'ipc'],
    })
    running.add(child)
    let errors = ''
    const end = (code: number | null) => {
      running.delete(child)
      resolve({ code, errors })
    }
    child.stderr?.on('data', (text: Buffer) => {
      errors += text.toString()
    })
    child.on('message', (message: unknown) => {
      if (isCount(message)) count(message)
    })
    child.on('error', () => end(null))
    child.on('close', end)
  })
}

const isCount = (message: unknown): message is readonly number[] =>
  Array.isArray(message) && message.length === 2 && message.every(Number.isFinite)

/** Arguments without some options and what they take. */
function withoutOptions(given: readonly string[], names: readonly string[]): string[] {
  const kept: string[] = []
  for (let i = 0; i < given.length; i++) {
    const [name] = given[i].split('=')
    if (!names.includes(name)) kept.push(given[i])
    else if (name === given[i]) i++
  }
  return kept.filter(argument => argument !== '--update')
}
