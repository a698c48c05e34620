import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parentPort, Worker } from 'node:worker_threads'
import { type Finding, mergedFindings } from 'dot-line/check'
import { CommandError } from './command-error.ts'
import { percentTold } from './progress.ts'

/** Exit codes of a check that came to its end: nothing found, or something. */
const done = [0, 1]

interface Ended {
  readonly code: number
  readonly told: string
}

/** Is told how many texts have been checked, of how many. */
type Progress = (done: number, all: number) => void

export const textsIn = (all: number) => `${all} texts`

/** How far a check has come: told to the thread that has started this one, or else to who looks on. */
export function toldProgress(): Progress {
  const starter = parentPort
  if (!starter) return percentTold(textsIn)
  return (done, all) => starter.postMessage([done, all])
}

/**
 * The same check in as many threads, each at a part of it, which are put together. A thread that ends
 * before it is done is told of, and its part is done again.
 */
export async function checkInParts(jobs: number, progress?: Progress): Promise<readonly Finding[]> {
  const folder = mkdtempSync(join(tmpdir(), 'dotline-check-'))
  try {
    const parts = Array.from({ length: jobs }, (_, i) => `${i + 1}/${jobs}`)
    const counts = parts.map(() => [0, 0])
    const countAt = (i: number) => (count: readonly number[]) => {
      counts[i] = [...count]
      const [done, all] = [0, 1].map(at => counts.reduce((sum, one) => sum + one[at], 0))
      // Of how many it is, is known when all have begun.
      if (counts.every(one => one[1] > 0)) progress?.(done, all)
    }
    const files = await Promise.all(
      parts.map(async (part, i) => {
        const file = join(folder, `${i + 1}.json`)
        let ended = await checkedPart(part, file, countAt(i))
        if (!done.includes(ended.code) && ended.told === '') {
          process.stderr.write(
            `warning: the thread of part ${part} ended early, and is started again\n`,
          )
          ended = await checkedPart(part, file, countAt(i))
        }
        if (!done.includes(ended.code)) throw new CommandError(reasonOf(ended, part))
        return { json: readFileSync(file, 'utf8'), source: `part ${part}` }
      }),
    )
    return mergedFindings(files)
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

const reasonOf = ({ told }: Ended, part: string) =>
  told.replace(/^error: /, '').trim() || `part ${part} could not be checked`

/**
 * Layouts are many, and soon forgotten: with more room for what is young the collector, which takes part of
 * another core, is called less often. In MB.
 */
const resourceLimits = { maxYoungGenerationSizeMb: 96 }

/** This command at one part, in a thread of its own. */
function checkedPart(
  part: string,
  file: string,
  count: (counted: readonly number[]) => void,
): Promise<Ended> {
  const [, main, ...given] = process.argv
  const own = withoutOptions(given, ['--jobs', '--format', '-o', '--output', '--accepted'])
  const argv = [...own, '--part', part, '--format', 'json', '-o', file]
  return new Promise(resolve => {
    const worker = new Worker(main, { argv, stderr: true, stdout: true, resourceLimits })
    let told = ''
    worker.stderr.on('data', (text: Buffer) => {
      told += text.toString()
    })
    worker.on('message', count)
    worker.on('error', () => undefined)
    worker.on('exit', code => resolve({ code, told }))
  })
}

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
