import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { findingsText } from 'dot-line/check'
import { afterEach, expect, it, vi } from 'vitest'
import { checkInParts, runningParts } from '../../src/cli/check-jobs.ts'
import { mergedParts } from '../../src/cli/part-files.ts'

const folder = mkdtempSync(join(tmpdir(), 'dot-line-'))
const given = [...process.argv]
afterEach(() => {
  process.argv = [...given]
})

/** A command whose second part ends as often before its time as it is told to. */
function commandThatDies(times: number): string {
  const [file, count] = [join(folder, `main-${times}.mjs`), join(folder, `count-${times}`)]
  writeFileSync(count, '0')
  const part = (number: number) => JSON.stringify(findingsText([], [number, 2]))
  writeFileSync(
    file,
    `import { readFileSync, writeFileSync } from 'node:fs'
    const value = name => process.argv[process.argv.indexOf(name) + 1]
    const isSecond = value('--part') === '2/2'
    const died = Number(readFileSync(${JSON.stringify(count)}, 'utf8'))
    if (isSecond && died < ${times}) {
      writeFileSync(${JSON.stringify(count)}, String(died + 1))
      process.exit(9)
    }
    
    process.send([isSecond ? 3 : 1, 4])
    writeFileSync(value('-o'), isSecond ? ${part(2)} : ${part(1)})`,
  )
  process.argv = [
    'node',
    file,
    'check',
    'places.json',
    '--jobs',
    '2',
    '--format=table',
    '-o',
    'never',
  ]
  return count
}

it('retries the part of a process that ended early', async () => {
  const told: string[] = []
  const write = vi
    .spyOn(process.stderr, 'write')
    .mockImplementation(text => told.push(String(text)) > 0)
  const count = commandThatDies(1)
  const progress: number[][] = []
  const files = await checkInParts(2, folder, runningParts(), (...counts) => progress.push(counts))
  expect([...mergedParts(files)]).toEqual([])
  write.mockRestore()
  expect(told).toEqual(['warning: the process of part 2/2 ended early, and is started again\n'])
  // Of how many it is, is known when each of them has said its own.
  expect(progress).toEqual([[4, 8]])
  expect(readFileSync(count, 'utf8')).toBe('1')
  expect(existsSync(join(folder, 'never'))).toBe(false)
})

it('gives up when the process ends early again', async () => {
  const write = vi.spyOn(process.stderr, 'write').mockImplementation(() => true)
  commandThatDies(2)
  await expect(checkInParts(2, folder, runningParts())).rejects.toThrow(
    'part 2/2 could not be checked',
  )
  write.mockRestore()
})

it('retries nothing when another part has failed', async () => {
  const told: string[] = []
  const write = vi
    .spyOn(process.stderr, 'write')
    .mockImplementation(text => told.push(String(text)) > 0)
  const file = join(folder, 'main-fails.mjs')
  const pid = join(folder, 'pid')
  writeFileSync(
    file,
    `import { writeFileSync } from 'node:fs'
    if (process.argv.includes('2/2')) {
      writeFileSync(${JSON.stringify(pid)}, String(process.pid))
      await new Promise(resolve => setTimeout(resolve, 60_000))
    }
    console.error('error: no such thing')
    await new Promise(resolve => setTimeout(resolve, 500))
    process.exit(2)`,
  )
  process.argv = ['node', file, 'check', 'places.json', '--jobs', '2']
  await expect(checkInParts(2, folder, runningParts())).rejects.toThrow('no such thing')
  await expect
    .poll(() => isRunning(Number(readFileSync(pid, 'utf8'))), { timeout: 10_000 })
    .toBe(false)
  write.mockRestore()
  expect(told).toEqual([])
})

function isRunning(pid: number): boolean {
  try {
    return process.kill(pid, 0)
  } catch {
    return false
  }
}
