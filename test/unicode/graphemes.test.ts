import { graphemes, lineBreaks, scripts } from 'dot-line/unicode'
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

describe('lineBreaks', () => {
  const allowed = (text: string) =>
    lineBreaks(text)
      .filter(b => b.kind === 'allowed')
      .map(b => b.offset)

  it('allows breaks behind spaces and hyphens', () => {
    expect(allowed('to Quillhaven')).toEqual([3])
    expect(allowed('two  spaces')).toEqual([5])
    expect(allowed('Brackwater-under-Heugh')).toEqual([11, 17])
  })

  it('keeps signs, numbers and no-break spaces together', () => {
    expect(allowed('-3')).toEqual([])
    expect(allowed('3-4')).toEqual([])
    expect(allowed('2\u00a0November')).toEqual([])
    expect(allowed('go -- now')).toEqual([3, 6])
  })

  it('must break at a line separator and at the end', () => {
    expect(lineBreaks('a\u2028b')).toEqual([
      { offset: 2, kind: 'mandatory' },
      { offset: 3, kind: 'mandatory' },
    ])
    expect(lineBreaks('')).toEqual([])
  })
})

describe('scripts', () => {
  it('gives runs with common characters in the run before', () => {
    expect(scripts('Tern, Αλκυών!')).toEqual([
      { start: 0, end: 6, script: 'Latin' },
      { start: 6, end: 13, script: 'Greek' },
    ])
  })

  it('binds characters to the scripts they are used with (Script_Extensions)', () => {
    // The Arabic comma and the lengthening stroke go with Arabic, and with nothing Latin.
    expect(scripts('بحر، ـ').map(run => run.script)).toEqual(['Arabic'])
    expect(scripts('Tern،').map(run => [run.script, run.end])).toEqual([
      ['Latin', 4],
      ['Arabic', 5],
    ])
    // Prolonged sound mark: Hiragana or Katakana, as what follows says.
    expect(scripts('ーア').map(run => run.script)).toEqual(['Katakana'])
    // A danda on its own is of the first script it is used with.
    expect(scripts('।').map(run => run.script)).toEqual(['Bengali'])
    expect(scripts('। বা').map(run => run.script)).toEqual(['Bengali'])
  })

  it('takes text of no script as Latin', () => {
    expect(scripts('07:40')).toEqual([{ start: 0, end: 5, script: 'Latin' }])
    expect(scripts('')).toEqual([])
  })
})
