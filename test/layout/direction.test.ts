import {
  defineSheet,
  faceOf,
  type GlyphRun,
  type Layout,
  openFonts,
  type SetOptions,
  typesetterFor,
} from 'dot-line'
import { toPdf } from 'dot-line/pdf'
import { toSvg } from 'dot-line/svg'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { arabicFonts, hebrewFonts } from '../support/fonts.ts'
import { expectWholeText } from '../support/lines.ts'
import { readPdf } from '../support/pdf.ts'

const sheet = defineSheet({
  styles: {
    defaults: { family: ['sans', 'Noto Sans Arabic', 'Noto Sans Hebrew'], size: 20, leading: 1.4 },
    strong: { weight: 700 },
    red: { ink: '#c8331f' },
    rtl: { direction: 'rtl', startIndent: 30, firstIndent: 10 },
    ltr: { direction: 'ltr' },
    logical: { padding: { start: 30, end: 10, top: 4, bottom: 6 } },
    logicalDown: { padding: { start: 30, end: 10 }, writingMode: 'vertical-rl' },
    physical: { padding: { left: 30, right: 10, top: 4, bottom: 6 } },
  },
})

let set: (markup: string, setting?: SetOptions) => Layout
beforeAll(async () => {
  const fonts = await openFonts({ files: [...arabicFonts, ...hebrewFonts] })
  set = typesetterFor<string, string, string>({ sheet, fonts }).set
})

/** What a line says from left to right, a run a word, as a reader of the picture sees it. */
const seen = (runs: readonly GlyphRun[]) =>
  [...runs]
    .sort((a, b) => a.x - b.x)
    .map(run => run.text.trim())
    .filter(text => text !== '')

describe('direction', () => {
  it('comes from the first strong character, or from the style', () => {
    expect(seen(set('שלום Tern').lines[0].runs)).toEqual(['Tern', 'שלום'])
    expect(seen(set('Tern שלום').lines[0].runs)).toEqual(['Tern', 'שלום'])
    expect(seen(set('Tern שלום', { style: 'rtl' }).lines[0].runs)).toEqual(['שלום', 'Tern'])
    expect(seen(set('שלום Tern', { style: 'ltr' }).lines[0].runs)).toEqual(['שלום', 'Tern'])
  })

  it('isolates values, so that one from right to left does not disturb its sentence', () => {
    const values = { a: 'אבג', b: 'דהו 12' }
    const [{ runs }] = set('Boats: {a}, {b}!', { values }).lines
    expect(seen(runs)).toEqual(['Boats:', 'אבג', ',', '12', 'דהו', '!'])
    // Written into the text, the comma goes with the words around it and they change places.
    expect(seen(set('Boats: אבג, דהו 12!').lines[0].runs)).toEqual([
      'Boats:',
      '12',
      'אבג, דהו',
      '!',
    ])
    const [arabic] = set('إلى {port}!', { values: { port: 'Quay!' } }).lines
    expect(seen(arabic.runs)).toEqual(['!', 'Quay!', 'إلى'])
  })

  it('leaves the isolates out of text, offsets, line breaks and PDF text', async () => {
    const values = { a: 'אבג', b: 'Tern' }
    const layout = set('{a}{b} now', { values })
    expect(layout.text).toBe('אבגTern now')
    expect(layout.lines[0].end).toBe(layout.text.length)
    const { pages } = await readPdf(toPdf(layout))
    expect(pages[0].map(run => run.text).join('')).not.toMatch(/[\u2066-\u2069]/)
    expect(toSvg(layout)).not.toMatch(/[\u2066-\u2069]/)
    // No break between the two: they are one word, isolated or not.
    expect(set('{a}{b} now', { values, width: 100 }).lines.length).toBe(
      1 + Number(layout.width > 100),
    )
  })

  it('starts at its own side: aligned, indented, with spaces that hang at the left', () => {
    const text = 'הסירות אל הנמל מתעכבות עד הערב'
    const layout = set(text, { width: 150 })
    expect(layout.lines.length).toBeGreaterThan(1)
    for (const { x, width, runs } of layout.lines) {
      expect(x + width).toBeCloseTo(150, 6)
      const hanging = runs.filter(run => run.text.trim() === '')
      for (const run of hanging) expect(run.x + run.width).toBeLessThanOrEqual(x + 1e-6)
    }
    expect(set(text, { width: 150, align: 'end' }).lines[0].x).toBe(0)
    expect(set(text, { width: 150, align: 'left' }).lines[0].x).toBe(0)
    const [first, second] = set(text, { width: 150, style: 'rtl' }).lines
    expect(first.x + first.width).toBeCloseTo(110, 6)
    expect(second.x + second.width).toBeCloseTo(120, 6)
  })

  it('puts the ellipsis at its own end', () => {
    const [{ runs }] = set('הסירות אל הנמל מתעכבות', { width: 120, maxLines: 1 }).lines
    const mark = runs.find(run => run.text === '…')
    expect(mark?.level).toBe(1)
    expect(Math.min(...runs.filter(run => run.width > 0).map(run => run.x))).toBe(mark?.x)
  })
})

describe('joined scripts', () => {
  it('have their letters in the order of the picture, and their text in that of the words', () => {
    const { glyphs } = set('אב').lines[0].runs[0]
    expect([...glyphs.clusters]).toEqual([1, 0])
  })
})

describe('fallback faces', () => {
  it('move no baseline', () => {
    expect(set('Tern القوارب שלום').lines[0]).toMatchObject({
      height: 28,
      baseline: set('Tern').lines[0].baseline,
    })
  })

  it('keep spaces, digits and marks with the words around them', () => {
    const runs = set('القوارب 12 (الرصيف)').lines[0].runs
    expect(new Set(runs.map(run => faceOf(run).family))).toEqual(new Set(['Noto Sans Arabic']))
    const marked = set('e\u0301 שָׁ').lines[0].runs
    expect(marked.map(run => [run.text, faceOf(run).family])).toContainEqual([
      'שָׁ',
      'Noto Sans Hebrew',
    ])
  })
})

describe('mixed text', () => {
  const words = fc.constantFrom(
    'Tern',
    'القوارب',
    'שלום',
    '12',
    '(3)',
    '-',
    '~red[מרציף]',
    '~strong[الرصيف]',
    'é',
    '\u202bx\u202c',
  )

  it('has every character on one line, within the width, runs beside each other', () => {
    fc.assert(
      fc.property(
        fc.array(words, { minLength: 1, maxLength: 14 }),
        fc.integer({ min: 110, max: 300 }),
        (list, width) => {
          const layout = set(list.join(' '), { width })
          expect(layout.textWidth).toBeLessThanOrEqual(width + 1e-6)
          expectWholeText(layout)
          for (const line of layout.lines) {
            // A control takes no room, and may stand where the next run starts.
            const sorted = [...line.runs].sort((a, b) => a.x - b.x || a.width - b.width)
            for (let i = 1; i < sorted.length; i++) {
              expect(sorted[i].x).toBeCloseTo(sorted[i - 1].x + sorted[i - 1].width, 6)
            }
          }
        },
      ),
      { numRuns: 200 },
    )
  })

  it('takes 40,000 isolated values in one sentence', () => {
    const count = 40_000
    const values = Object.fromEntries(
      Array.from({ length: count }, (_, i) => [`v${i}`, i % 2 ? 'אב' : 'ab']),
    )
    const markup = Array.from({ length: count }, (_, i) => `{v${i}}`).join(' ')
    const layout = set(markup, { values, width: 400 })
    expect(layout.text.length).toBe(count * 3 - 1)
  })
})

describe('spaces at the end of a line', () => {
  it('have the level of the paragraph, before a control of direction too (UAX #9, L1)', async () => {
    const fonts = await openFonts({ files: [...hebrewFonts] })
    const typesetter = typesetterFor({ sheet: defineSheet({ styles: {} }), fonts })
    // In an embedding from right to left: the space is in it, but for the end of its line.
    const { lines } = typesetter.set('a \u202bאב \u2067\u2028אב\u2069\u202c' as 'x')
    const space = lines[0].runs.find(run => run.text.startsWith(' ') && run.start > 4)
    expect(space?.level).toBe(0)
    expect(lines[0].width).toBeCloseTo(typesetter.set('a אב' as 'x').width, 6)
  })
})

describe('logical padding', () => {
  const texts = ['quay', 'quay ~strong[left]', 'שלום', 'שלום ~strong[רב]', 'שלום רב ו quay\nquay']
  it('stands where lines begin, in words alone and with spans', () => {
    for (const text of texts) {
      for (const width of [undefined, 300]) {
        const frame = width === undefined ? {} : { width }
        const layout = set(text, { style: 'logical', ...frame })
        const same = set(text, { style: 'physical', ...frame })
        expect(layout.width).toBeCloseTo(same.width, 6)
        expect(layout.height).toBe(same.height)
        const widest = Math.max(...layout.lines.map(line => line.width))
        for (const { level, x, width: long } of layout.lines) {
          const behind = layout.width - x - long
          expect(level === 1 ? behind : x).toBeCloseTo(30, 6)
          if (width === undefined && long === widest) {
            expect(level === 1 ? x : behind).toBeCloseTo(10, 6)
          }
        }
      }
    }
  })

  it('is above and below lines that run down', () => {
    const layout = set('quay', { style: 'logicalDown' })
    expect(layout.lines[0].x).toBe(30)
    expect(layout.height).toBeCloseTo(layout.lines[0].width + 40, 6)
  })

  it('excludes the sides of the frame', () => {
    const padding = { start: 3, left: 4 }
    const define = () => defineSheet({ styles: { note: { padding } } })
    expect(define).toThrow("'padding'")
  })
})
