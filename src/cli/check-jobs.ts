import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { type Finding, mergedFindings } from 'dot-line/check'
import { CommandError } from './command-error.ts'

/** Exit codes of a check that came to its end: nothing found, or something. */
const done = [0, 1]

interface Ended {
  readonly code: number
  readonly told: string
}

/**
 * The same check in as many threads, each at a part of it, which are put together. A thread that ends
 * before it is done is told of, and its part is done again.
 */
export async function checkInParts(jobs: number): Promise<readonly Finding[]> {
  const folder = mkdtempSync(join(tmpdir(), 'dotline-check-'))
  try {
    const parts = Array.from({ length: jobs }, (_, i) => `${i + 1}/${jobs}`)
    const files = await Promise.all(
      parts.map(async (part, i) => {
        const file = join(folder, `${i + 1}.json`)
        let ended = await checkedPart(part, file)
        if (!done.includes(ended.code) && ended.told === '') {
          process.stderr.write(
            `warning: the thread of part ${part} ended early, and is started again\n`,
          )
          ended = await checkedPart(part, file)
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

/** This command at one part, in a thread of its own. */
function checkedPart(part: string, file: string): Promise<Ended> {
  const [, main, ...given] = process.argv
  const own = withoutOptions(given, ['--jobs', '--format', '-o', '--output', '--accepted'])
  const argv = [...own, '--part', part, '--format', 'json', '-o', file]
  return new Promise(resolve => {
    const worker = new Worker(main, { argv, stderr: true, stdout: true })
    let told = ''
    worker.stderr.on('data', (text: Buffer) => {
      told += text.toString()
    })
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
