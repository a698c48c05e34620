import {
  type CaretMove,
  type CaretPlace,
  caretAt,
  defineSheet,
  draw,
  hitTest,
  inlineBox,
  type Layout,
  linkedTexts,
  moveCaret,
  openFonts,
  paragraphRange,
  placementOf,
  pointInLayout,
  rangeText,
  type Typesetter,
  typesetterFor,
  wordRange,
} from 'dot-line'
import { graphemes } from 'dot-line/unicode'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { arabicFonts, hebrewFonts } from '../support/fonts.ts'

let typesetter: Typesetter
beforeAll(async () => {
  const sheet = defineSheet({
    styles: {
      body: { family: ['sans', 'Noto Sans Arabic', 'Noto Sans Hebrew'] },
      down: { from: 'body', writingMode: 'vertical-rl' },
      strong: { weight: 700 },
      link: { underline: true },
    },
  })
  typesetter = typesetterFor({
    sheet,
    fonts: await openFonts({ files: [...arabicFonts, ...hebrewFonts] }),
  })
})

const set = (text: string, width?: number, style = 'body'): Layout =>
  typesetter.set(text, { style, ...(width !== undefined && { width }) })

/** Offsets that a caret stands at, move by move, until it stays. */
function path(layout: Layout, move: CaretMove, from: CaretPlace): number[] {
  const offsets = [from.offset]
  let at = from
  for (let i = 0; i < 1000; i++) {
    const next = moveCaret(layout, at, move)
    if (next.offset === at.offset && next.affinity === at.affinity) return offsets
    offsets.push(next.offset)
    at = next
  }
  throw new Error('a caret that never stays')
}

const start = { offset: 0, affinity: 'after' } as const

describe('a moved caret', () => {
  it('visits each grapheme of several lines and paragraphs once in both directions', () => {
    for (const [text, width] of [
      ['Boats to Quillhaven\nare ~strong[late] today, e\u0301 👍🏽.', 80],
      ['Brackwater-under-Heugh', 60],
      ['fi ffl office', undefined],
      ['a\n\nb', undefined],
    ] as const) {
      const layout = set(text, width)
      const edges = [0, ...graphemes(layout.text)]
      expect(path(layout, 'right', start), text).toEqual(edges)
      const end = { offset: layout.text.length, affinity: 'before' } as const
      expect(path(layout, 'left', end), text).toEqual(edges.toReversed())
    }
  })

  it('moves visually in mixed directions: always onward, over every letter', () => {
    for (const text of ['Boats مرسى القديس 12 late', 'נמל Quill 34 הסירות', 'مرسى abc']) {
      const layout = set(text)
      const isLeftward = layout.paragraphs[0].direction === 'rtl'
      const move = isLeftward ? 'left' : 'right'
      let at: CaretPlace = start
      let before = caretAt(layout, 0).from[0]
      let steps = 0
      for (; steps < 200; steps++) {
        const next = moveCaret(layout, at, move)
        if (next.offset === at.offset && next.affinity === at.affinity) break
        const [x] = next.from
        expect(isLeftward ? before - x : x - before, `${text} at ${next.offset}`).toBeGreaterThan(0)
        before = x
        at = next
      }
      expect(steps).toBe(graphemes(layout.text).length)
    }
  })

  it('keeps its position along shorter lines', () => {
    const layout = set('Quillhaven main quay\nTern\nSaint Orrin’s Landing')
    const from = moveCaret(layout, { offset: 16, affinity: 'after' }, 'down')
    expect(layout.text.slice(0, from.offset)).toBe('Quillhaven main quay\nTern')
    const below = moveCaret(layout, from, 'down')
    expect(below.line).toBe(2)
    const [x] = caretAt(layout, 16).from
    expect(Math.abs(below.from[0] - x)).toBeLessThan(6)
    expect(moveCaret(layout, moveCaret(layout, below, 'up'), 'up').offset).toBe(16)
    expect(moveCaret(layout, below, 'down').offset).toBe(layout.text.length)
    expect(moveCaret(layout, start, 'up').offset).toBe(0)
  })

  it('moves by words and to ends of lines, paragraphs and the text', () => {
    const layout = set('Boats to Quillhaven, berth 2\nlate today', 90)
    const { text } = layout
    expect(
      path(layout, 'word-right', start).map(at => text.slice(0, at).split(/\s/).at(-1)),
    ).toEqual(['', 'Boats', 'to', 'Quillhaven', 'berth', '2', 'late', 'today'])
    expect(moveCaret(layout, { offset: 12, affinity: 'after' }, 'word-left').offset).toBe(9)
    const line = layout.lines[1]
    const inside = { offset: line.start + 3, affinity: 'after' } as const
    expect(moveCaret(layout, inside, 'line-start').offset).toBe(line.start)
    const end = moveCaret(layout, inside, 'line-end')
    expect(end.line).toBe(1)
    expect(text[end.offset]).toBe(' ')
    expect(moveCaret(layout, inside, 'paragraph-end').offset).toBe(text.indexOf('\n'))
    expect(
      moveCaret(layout, { offset: text.length, affinity: 'before' }, 'paragraph-start').offset,
    ).toBe(text.indexOf('\n') + 1)
    expect(moveCaret(layout, inside, 'text-start').offset).toBe(0)
    expect(moveCaret(layout, inside, 'text-end').offset).toBe(text.length)
  })

  it('moves left by a word toward the end in text from right to left', () => {
    const layout = set('הסירות יוצאות עם')
    expect(moveCaret(layout, start, 'word-left').offset).toBe('הסירות'.length)
  })

  it('follows the arrow keys in vertical text', () => {
    const layout = set('Boats to Quillhaven', undefined, 'down')
    const next = moveCaret(layout, start, 'down')
    expect(next.offset).toBe(1)
    expect(next.from[1]).toBeGreaterThan(caretAt(layout, 0).from[1])
    const lines = typesetter.set('Boats to Quillhaven', { style: 'down', height: 70 })
    expect(moveCaret(lines, start, 'left').line).toBe(1)
    expect(
      moveCaret(lines, { offset: lines.lines[1].start, affinity: 'after' }, 'right').line,
    ).toBe(0)
  })

  it('never leaves the text, gets stuck between graphemes or throws, whatever the text', () => {
    const letters = fc.constantFrom(
      'a',
      ' ',
      '\n',
      'é',
      'e\u0301',
      '👨‍👩‍👧',
      'م',
      'ر',
      'ש',
      '1',
      '(',
      '\u2028',
      '\u00ad',
      'fi',
    )
    const moves: CaretMove[] = [
      'left',
      'right',
      'up',
      'down',
      'word-left',
      'word-right',
      'line-start',
      'line-end',
    ]
    fc.assert(
      fc.property(
        fc.array(letters, { maxLength: 30 }),
        fc.array(fc.constantFrom(...moves), { maxLength: 20 }),
        fc.integer({ min: 20, max: 200 }),
        (parts, way, width) => {
          const layout = typesetter.set('{text}', {
            width,
            style: 'body',
            values: { text: parts.join('') },
          })
          const edges = new Set([0, ...graphemes(layout.text)])
          let at: CaretPlace = start
          for (const move of way) {
            at = moveCaret(layout, at, move)
            expect(edges.has(at.offset)).toBe(true)
          }
        },
      ),
      { numRuns: 150 },
    )
  })
})

describe('selected and copied text', () => {
  it('is a word with two clicks and a paragraph with three', () => {
    const layout = set('Boats to Quillhaven\nlate today', 80)
    expect(wordRange(layout, 11)).toEqual({ start: 9, end: 19 })
    expect(wordRange(layout, layout.text.length)).toMatchObject({ end: layout.text.length })
    expect(paragraphRange(layout, 22)).toEqual({ start: 20, end: 30 })
    expect(wordRange(set(''), 0)).toEqual({ start: 0, end: 0 })
  })

  it('is the source text, with labels of objects and without hyphens', () => {
    const lamp = inlineBox({
      width: 10,
      height: 10,
      drawing: draw({ width: 10, height: 10 }, []),
      label: 'lamp',
    })
    const layout = typesetter.set('{lamp} Fähr\u00adverbindung\u2028late\nB', { values: { lamp } })
    expect(rangeText(layout, 0, layout.text.length)).toBe('lamp Fährverbindung\nlate\nB')
    expect(rangeText(layout, 6, 2)).toBe('Fähr')
  })
})

describe('links and actions', () => {
  it('are one each over any number of lines and styles', () => {
    const layout = set(
      'Read ~link,href=https://lantern-sound.example[the ~strong[whole] notice of today] or ' +
        '~link,action=rebook[rebook]~link,action=refund[refund]',
      70,
    )
    expect(layout.lines.length).toBeGreaterThan(3)
    expect(linkedTexts(layout).map(({ text, link, action }) => [text, link, action])).toEqual([
      ['the whole notice of today', 'https://lantern-sound.example', undefined],
      ['rebook', undefined, 'rebook'],
      ['refund', undefined, 'refund'],
    ])
  })
})

describe('a point of a page', () => {
  it('is mapped back through the placement of a layout', () => {
    const layout = set('Boats to Quillhaven')
    const placed = placementOf(layout, 300, 200, { across: 'center', down: 'center', angle: 30 })
    const caret = caretAt(layout, 9)
    const middle = [caret.from[0] + 2, (caret.from[1] + caret.to[1]) / 2] as const
    const { xx, yx, xy, yy, dx, dy } = placed.matrix
    const point = [
      xx * middle[0] + xy * middle[1] + dx,
      yx * middle[0] + yy * middle[1] + dy,
    ] as const
    expect(hitTest(layout, ...pointInLayout(placed, ...point)).offset).toBe(9)
    expect(() => pointInLayout(placed, Number.NaN, 0)).toThrow('NaN')
  })
})
