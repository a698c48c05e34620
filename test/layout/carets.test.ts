import {
  caretAt,
  defineSheet,
  hitTest,
  type Layout,
  openFonts,
  rangeBoxes,
  typesetterFor,
} from 'dot-line'
import { graphemes } from 'dot-line/unicode'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'
import { arabicFonts, hebrewFonts } from '../support/fonts.ts'

const styles = {
  defaults: { size: 18, family: ['sans', 'Noto Sans Arabic', 'Noto Sans Hebrew'] },
  strong: { weight: 700 },
  down: { writingMode: 'vertical-rl', family: ['MotoyaLCedar', 'sans'] },
  downFromLeft: { from: 'down', writingMode: 'vertical-lr' },
  up: { writingMode: 'sideways-lr' },
  stacked: { writingMode: 'vertical-rl', orientation: 'upright' },
} as const
const sheet = defineSheet({ styles })
const openSetter = async () =>
  typesetterFor({
    sheet,
    fonts: await openFonts({ files: [...arabicFonts, ...hebrewFonts, fontFiles.japanese] }),
    problems: 'collect',
  })
let typesetter: Awaited<ReturnType<typeof openSetter>>
beforeAll(async () => {
  typesetter = await openSetter()
})
const set = (text: string, frame = {}) => typesetter.set(text as 'x', frame)

/** The middle of a caret, moved into the character it belongs to. */
function nudged(layout: Layout, offset: number, affinity: 'before' | 'after') {
  const { from, to, direction, affinity: own } = caretAt(layout, offset, affinity)
  const middle = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]
  const forward = (own === 'after') === (direction === 'ltr') ? 1 : -1
  const [along, sign] =
    layout.writingMode === 'horizontal-tb'
      ? [0, 1]
      : layout.writingMode === 'sideways-lr'
        ? [1, -1]
        : [1, 1]
  middle[along] += forward * sign * 0.05
  return [middle[0], middle[1]] as const
}

/** Every offset at which a character of some width begins, and at which one ends, tells itself again. */
function expectInverse(layout: Layout) {
  const edges = [0, ...graphemes(layout.text)]
  for (const offset of edges) {
    for (const affinity of ['before', 'after'] as const) {
      const caret = caretAt(layout, offset, affinity)
      if (caret.affinity !== affinity || caret.offset !== offset) continue
      const box =
        affinity === 'after'
          ? [offset, edges[edges.indexOf(offset) + 1] ?? offset]
          : [edges[edges.indexOf(offset) - 1] ?? offset, offset]
      const widths = rangeBoxes(layout, box[0], box[1]).map(b => Math.min(b.width, b.height))
      if (widths.length === 0 || Math.max(...widths) < 0.3) continue
      const hit = hitTest(layout, ...nudged(layout, offset, affinity))
      expect([hit.offset, hit.affinity, hit.line]).toEqual([offset, affinity, caret.line])
    }
  }
}

const mixed = 'The Tern: مرسى 12 السفن (שלום 40), and difficult off e\u0301 船 again.'

describe('carets', () => {
  it('stand at the edges of characters, from the top of the line to its bottom', () => {
    const layout = set('Tern and Marigold', { width: 80 })
    expect(layout.lines).toHaveLength(2)
    const [first, second] = layout.lines
    expect(caretAt(layout, 0)).toMatchObject({ from: [0, 0], to: [0, first.height], line: 0 })
    const end = caretAt(layout, layout.text.length)
    expect(end.from[0]).toBeCloseTo(second.width, 6)
    expect(end.affinity).toBe('before')
  })

  it('are two where a line wraps, and where the direction changes', () => {
    const layout = set('Tern and Marigold', { width: 80 })
    const [, { start }] = layout.lines
    expect(caretAt(layout, start, 'before')).toMatchObject({ line: 0 })
    expect(caretAt(layout, start, 'after')).toMatchObject({
      line: 1,
      from: [0, layout.lines[1].top],
    })
    const turned = set('to שלום')
    const [before, after] = (['before', 'after'] as const).map(a => caretAt(turned, 3, a).from[0])
    expect(after - before).toBeGreaterThan(20)
    expect(caretAt(turned, 3, 'after').direction).toBe('rtl')
  })

  it("divide ligatures at the font's carets or by graphemes", () => {
    const layout = set('ffi')
    const { width } = layout.lines[0]
    const places = [0, 1, 2, 3].map(at => caretAt(layout, at).from[0])
    expect(places[0]).toBe(0)
    expect(places[3]).toBeCloseTo(width, 6)
    for (let i = 1; i < 4; i++) expect(places[i]).toBeGreaterThan(places[i - 1] + 2)
    const arabic = set('لا')
    const [start, middle, end] = [0, 1, 2].map(at => caretAt(arabic, at).from[0])
    expect(start).toBeGreaterThan(middle)
    expect(middle).toBeGreaterThan(end)
  })

  it('are never inside a grapheme, and at the ellipsis for truncated text', () => {
    const layout = set('ae\u0301o')
    expect(caretAt(layout, 2).offset).toBe(1)
    const cut = set('Quillhaven to Brackwater-under-Heugh', { width: 120, maxLines: 1 })
    expect(caretAt(cut, 30).offset).toBe(cut.cut?.start)
    expect(() => caretAt(layout, 9)).toThrow('from 0 to 4')
    expect(() => hitTest(layout, Number.NaN, 0)).toThrow('(NaN, 0)')
  })
})

describe('hit-testing', () => {
  it.each(['defaults', 'down', 'downFromLeft', 'up', 'stacked'] as const)(
    'is the inverse of carets: %s',
    style => {
      for (const width of [90, 150, 1000]) {
        const frame = style === 'defaults' ? { width } : { height: width }
        expectInverse(set(mixed, { style, ...frame }))
      }
    },
  )

  it('is the inverse of carets for every offset of mixed text', () => {
    const piece = fc.constantFrom(
      'Tern ',
      'ffi',
      'שלום',
      ' מרסא',
      'مرسى',
      '12',
      ' (',
      ') ',
      'é',
      'e\u0301',
      '\t',
      '船',
      '~strong[quay]',
      '\n',
    )
    fc.assert(
      fc.property(
        fc.array(piece, { minLength: 1, maxLength: 14 }),
        fc.integer({ min: 30, max: 400 }),
        (pieces, width) => {
          expectInverse(set(pieces.join(''), { width }))
        },
      ),
      { numRuns: 200 },
    )
  })

  it('gives text, link and action, and whether the point is on the text', () => {
    const layout = typesetter.set(
      'See ~href=https://lantern.example[the board] or ~action=rebook[rebook].',
    )
    const at = (word: string) => {
      const start = layout.text.indexOf(word)
      const [box] = rangeBoxes(layout, start, start + word.length)
      return hitTest(layout, box.x + box.width / 2, box.y + box.height / 2)
    }
    expect(at('board')).toMatchObject({ link: 'https://lantern.example', isOnText: true })
    expect(at('rebook')).toMatchObject({ action: 'rebook', link: undefined })
    expect(at('rebook').run?.text).toBe('rebook')
    expect(at('See').link).toBeUndefined()
    const beside = hitTest(layout, layout.width + 50, 5)
    expect(beside).toMatchObject({
      isOnText: false,
      offset: layout.text.length,
      affinity: 'before',
    })
    expect(hitTest(layout, -10, 900)).toMatchObject({ offset: 0, isOnText: false })
    expect(hitTest(set(''), 5, 5)).toMatchObject({ offset: 0, run: undefined })
  })

  it('gives the boxes of a range: one a line, more where the direction changes', () => {
    const layout = set('Boats leave Quillhaven at dusk', { width: 110 })
    const boxes = rangeBoxes(layout, 3, layout.text.length)
    expect(boxes).toHaveLength(layout.lines.length)
    expect(boxes[0].x).toBeGreaterThan(10)
    expect(rangeBoxes(layout, 2, 2)).toEqual([])
    expect(rangeBoxes(layout, -5, 900)).toHaveLength(layout.lines.length)
    expect(() => rangeBoxes(layout, Number.NaN, 2)).toThrow('not NaN and 2')
    const mixedBoxes = rangeBoxes(set('abc שלום def'), 2, 6)
    expect(mixedBoxes).toHaveLength(2)
  })
})
