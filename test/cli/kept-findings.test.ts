import { compareFindings, type Finding } from 'dot-line/check'
import fc from 'fast-check'
import { expect, it } from 'vitest'
import { keptFindings } from '../../src/cli/kept-findings.ts'
import { namelessFiles } from '../support/nameless-files.ts'

const finding = fc.record({
  code: fc.constantFrom('text-cut', 'lone-word'),
  severity: fc.constantFrom('error', 'warning'),
  message: fc.string({ unit: fc.constantFrom('a', '"', '\n', '\u2028', 'ü', '🙂', ',', ']}') }),
  place: fc.constantFrom('p', 'q', ''),
  key: fc.string({ maxLength: 3 }),
  language: fc.constant('en'),
  situations: fc.array(fc.record({ scale: fc.constantFrom(1, 2, 3) }), { maxLength: 5 }),
} as const)

it('yields all findings in order, repeatedly, with few of them in memory', () => {
  let mostFiles = 0
  fc.assert(
    fc.property(
      fc.array(finding, { maxLength: 30 }),
      fc.integer({ min: 1, max: 40 }),
      (list, most) => {
        const kept = keptFindings(most)
        for (const one of list) kept.add(one)
        const files = namelessFiles('self').length
        mostFiles = Math.max(mostFiles, files)
        const situations = list.reduce((sum, one) => sum + one.situations.length + 1, 0)
        if (situations < most) expect(files).toBe(0)
        const wanted: readonly Finding[] = list.toSorted(compareFindings)
        const sorted = kept.sorted()
        for (let i = 0; i < 2; i++) expect([...sorted]).toEqual(wanted)
        // Whoever hears only of the first takes nothing from the next.
        for (const first of sorted) {
          expect(first).toEqual(wanted[0])
          break
        }
        kept.close()
        expect(namelessFiles('self')).toEqual([])
      },
    ),
    { numRuns: 100 },
  )
  expect(mostFiles).toBeGreaterThan(3)
})
