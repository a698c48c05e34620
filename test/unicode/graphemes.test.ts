import { graphemes } from 'dot-line/unicode'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { standardLines } from '../support/standard-file.ts'

/** The standard's own cases: `÷ 0020 × 0308 ÷`. */
function standardCases() {
  return standardLines('GraphemeBreakTest.txt').map(line => {
    let text = ''
    const ends: number[] = []
    for (const token of line.split(/\s+/)) {
      if (token === '÷') ends.push(text.length)
      else if (token !== '×') text += String.fromCodePoint(Number.parseInt(token, 16))
    }
    return { line, text, ends: ends.slice(1) }
  })
}

describe('graphemes', () => {
  const cases = standardCases()

  it('passes every case of GraphemeBreakTest 15.0.0', () => {
    expect(cases.length).toBe(602)
    const failing = cases.filter(c => graphemes(c.text).join() !== c.ends.join())
    expect(failing.map(c => c.line)).toEqual([])
  })

  it('ends at the end of any text, in rising order', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), text => {
        const ends = [...graphemes(text)]
        expect(ends.at(-1) ?? 0).toBe(text.length)
        expect(ends).toEqual([...new Set(ends)].sort((a, b) => a - b))
      }),
    )
  })
})
