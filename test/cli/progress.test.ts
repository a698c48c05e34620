import { afterEach, expect, it, vi } from 'vitest'
import { percentShown } from '../../src/cli/progress.ts'

const { isTTY } = process.stderr
afterEach(() => {
  process.stderr.isTTY = isTTY
})

/** What is written to a terminal, or to no terminal, while so many of 400 are done. */
function told(isTerminal: boolean, counts: readonly number[]): string[] {
  const lines: string[] = []
  const write = vi
    .spyOn(process.stderr, 'write')
    .mockImplementation(text => lines.push(String(text)) > 0)
  process.stderr.isTTY = isTerminal
  const progress = percentShown(all => `${all} texts`)
  for (const done of counts) progress(done, 400)
  write.mockRestore()
  return lines
}

it('is a bar on one line of a terminal that is rewritten for each percent and removed at the end', () => {
  const line = (filled: number, percent: number) =>
    `\r\u001b[K${'█'.repeat(filled)}${'░'.repeat(24 - filled)} ${percent} % of 400 texts`
  const lines = told(true, [0, 1, 2, 3, 4, 100, 399, 400])
  expect(lines).toEqual([line(0, 0), line(0, 1), line(6, 25), line(24, 99), '\r\u001b[K'])
  for (const one of lines) expect(one.replace('\r\u001b[K', '').length).toBeLessThan(60)
})

it('is absent outside of a terminal', () => {
  expect(told(false, [0, 100, 400])).toEqual([])
})
