import { bidiLevels, visualOrder } from 'dot-line/unicode'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { levelsOfClasses } from '../../src/unicode/bidi.ts'
import { bidiClassNamed } from '../../src/unicode/bidi-classes.ts'
import { standardLines } from '../support/standard-file.ts'

const directions = ['ltr', 'rtl', 'auto'] as const

/** The order of those characters that have a level, as the standard's files write it. */
function shownOrder(levels: Uint8Array, shown: readonly number[]): string {
  return visualOrder(shown.map(i => levels[i]))
    .map(k => shown[k])
    .join(' ')
}

describe('the bidirectional algorithm', () => {
  it('passes every case of BidiTest 15.0.0', () => {
    let wantedLevels: string[] = []
    let wantedOrder = ''
    let cases = 0
    const failing: string[] = []
    for (const line of standardLines('BidiTest.txt')) {
      if (line.startsWith('@Levels:')) wantedLevels = line.slice(8).trim().split(/\s+/)
      else if (line.startsWith('@Reorder:')) wantedOrder = line.slice(9).trim()
      else {
        const [input, bits] = line.split(';')
        const classes = Uint8Array.from(input.trim().split(/\s+/), bidiClassNamed)
        const shown = [...wantedLevels.keys()].filter(i => wantedLevels[i] !== 'x')
        for (const [bit, direction] of [
          [1, 'auto'],
          [2, 'ltr'],
          [4, 'rtl'],
        ] as const) {
          if ((Number.parseInt(bits, 16) & bit) === 0) continue
          cases++
          const { levels } = levelsOfClasses(classes, direction, () => 0)
          const wrong = shown.some(i => String(levels[i]) !== wantedLevels[i])
          if (wrong || shownOrder(levels, shown) !== wantedOrder)
            failing.push(`${input}; ${direction}`)
        }
      }
    }
    expect(failing.slice(0, 5)).toEqual([])
    expect(cases).toBe(770241)
  })

  it('passes every case of BidiCharacterTest 15.0.0', () => {
    const failing: string[] = []
    const lines = standardLines('BidiCharacterTest.txt')
    for (const line of lines) {
      const [codes, direction, paragraph, wanted, order] = line.split(';')
      const characters = codes
        .split(' ')
        .map(code => String.fromCodePoint(Number.parseInt(code, 16)))
      const result = bidiLevels(characters.join(''), directions[Number(direction)])
      // The file counts characters; ours are UTF-16 units.
      let at = 0
      const levels = Uint8Array.from(characters, character => {
        const level = result.levels[at]
        at += character.length
        return level
      })
      const wantedLevels = wanted.split(' ')
      const shown = [...wantedLevels.keys()].filter(i => wantedLevels[i] !== 'x')
      const wrong =
        result.paragraphLevel !== Number(paragraph) ||
        shown.some(i => String(levels[i]) !== wantedLevels[i])
      if (wrong || shownOrder(levels, shown) !== order.trim()) failing.push(line)
    }
    expect(failing.slice(0, 5)).toEqual([])
    expect(lines.length).toBe(91707)
  })

  it('lets no control inside an isolated range reach out of it', () => {
    const controls = [
      '\u2066',
      '\u2067',
      '\u2068',
      '\u2069',
      '\u202a',
      '\u202b',
      '\u202d',
      '\u202e',
      '\u202c',
    ]
    const levelsAround = (inside: string, direction: 'ltr' | 'rtl') => {
      const [before, after] = ['to (אב) ', ', 12 גד now!']
      const isolates = [{ start: before.length, end: before.length + inside.length }]
      const { levels } = bidiLevels(before + inside + after, direction, isolates)
      return [...levels.slice(0, before.length), ...levels.slice(before.length + inside.length)]
    }
    const value = fc.string({
      unit: fc.constantFrom('a', 'א', ...controls),
      minLength: 1,
      maxLength: 12,
    })
    fc.assert(
      fc.property(value, fc.constantFrom('ltr', 'rtl'), (inside, direction) => {
        expect(levelsAround(inside, direction)).toEqual(levelsAround('a', direction))
      }),
      { numRuns: 500 },
    )
  })

  it('isolates ranges as the controls would, without them in the text', () => {
    const words = fc.constantFrom('abc', 'אבג', 'حسن', '12', ' (', ') ', '-', '\u202e', '\u2069')
    fc.assert(
      fc.property(
        fc.array(fc.tuple(words, fc.boolean()), { maxLength: 8 }),
        fc.constantFrom(...directions),
        (parts, direction) => {
          let bare = ''
          let controlled = ''
          const kept: number[] = []
          const isolates: { start: number; end: number }[] = []
          // A value must not end the isolate of its sentence: its own controls are data as well.
          for (const [word, isolated] of parts.filter(([w, i]) => !(i && w === '\u2069'))) {
            if (isolated) {
              controlled += '\u2068'
              isolates.push({ start: bare.length, end: bare.length + word.length })
            }
            for (let i = 0; i < word.length; i++) kept.push(controlled.length + i)
            bare += word
            controlled += word + (isolated ? '\u2069' : '')
          }
          const own = bidiLevels(bare, direction, isolates)
          const whole = bidiLevels(controlled, direction)
          expect(own.paragraphLevel).toBe(whole.paragraphLevel)
          expect([...own.levels]).toEqual(kept.map(i => whole.levels[i]))
        },
      ),
    )
  })
})
