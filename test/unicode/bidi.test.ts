import { bidiLevels, visualOrder } from 'dot-line/unicode'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { levelsOfClasses } from '../../src/unicode/bidi.ts'
import { bidiClassNamed } from '../../src/unicode/bidi-classes.ts'
import { standardLines } from '../support/standard-file.ts'

const directions = ['ltr', 'rtl', 'auto'] as const

/** What the standard's files want of a text. */
interface Wanted {
  /** Levels a character; `-1` for one that has none. */
  readonly levels: readonly number[]
  /** Indices of those that have a level, as they are shown from left to right. */
  readonly order: readonly number[]
}

/** Levels and order as the files write them. */
function wantedOf(levels: string, order: string): Wanted {
  const numbers = (text: string) => (text.trim() === '' ? [] : text.trim().split(/\s+/))
  return {
    levels: numbers(levels).map(level => (level === 'x' ? -1 : Number(level))),
    order: numbers(order).map(Number),
  }
}

function hasLevels(levels: Uint8Array, { levels: wanted }: Wanted): boolean {
  for (let i = 0; i < wanted.length; i++) {
    if (wanted[i] >= 0 && levels[i] !== wanted[i]) return false
  }
  return true
}

/** The order is one of levels alone: cases that have the same ones share it. */
function isOrderedAs({ levels, order }: Wanted): boolean {
  const shown = levels.flatMap((level, i) => (level < 0 ? [] : [i]))
  const visual = visualOrder(shown.map(i => levels[i]))
  return visual.length === order.length && visual.every((k, at) => shown[k] === order[at])
}

describe('the bidirectional algorithm', () => {
  it('passes every case of BidiTest 15.0.0', () => {
    let wantedLevels = ''
    let wanted = wantedOf('', '')
    let cases = 0
    const failing: string[] = []
    for (const line of standardLines('BidiTest.txt')) {
      if (line.startsWith('@Levels:')) wantedLevels = line.slice(8)
      else if (line.startsWith('@Reorder:')) {
        wanted = wantedOf(wantedLevels, line.slice(9))
        if (!isOrderedAs(wanted)) failing.push(line)
      } else {
        const [input, bits] = line.split(';')
        const names = input.trim().split(/\s+/)
        // One by one, for there are half a million lines.
        const classes = new Uint8Array(names.length)
        for (let i = 0; i < names.length; i++) classes[i] = bidiClassNamed(names[i])
        const directionBits = Number.parseInt(bits, 16)
        for (const [bit, direction] of [
          [1, 'auto'],
          [2, 'ltr'],
          [4, 'rtl'],
        ] as const) {
          if ((directionBits & bit) === 0) continue
          cases++
          const { levels } = levelsOfClasses(classes, direction, () => 0)
          if (!hasLevels(levels, wanted)) failing.push(`${input}; ${direction}`)
        }
      }
    }
    expect(failing.slice(0, 5)).toEqual([])
    expect(cases).toBe(770241)
  })

  it('keeps characters of two units together, at the end of a text too', () => {
    for (const text of ['a \u{10b83}', '\u{10b83}', 'a \u{10b83} b', 'a\u2067\u{1e900}']) {
      const { levels } = bidiLevels(text, 'ltr')
      for (let i = 1; i < text.length; i++) {
        if (/[\udc00-\udfff]/.test(text[i])) expect(levels[i], text).toBe(levels[i - 1])
      }
    }
  })

  it('passes every case of BidiCharacterTest 15.0.0', () => {
    const failing: string[] = []
    const lines = standardLines('BidiCharacterTest.txt')
    for (const line of lines) {
      const [codes, direction, paragraph, wantedLevels, order] = line.split(';')
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
      const wanted = wantedOf(wantedLevels, order)
      const isRight =
        result.paragraphLevel === Number(paragraph) &&
        hasLevels(levels, wanted) &&
        isOrderedAs(wanted)
      if (!isRight) failing.push(line)
    }
    expect(failing.slice(0, 5)).toEqual([])
    expect(lines.length).toBe(91707)
  })

  it('confines controls inside an isolated range', () => {
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

  it('isolates ranges as controls would', () => {
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
