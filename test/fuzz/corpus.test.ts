import {
  circle,
  type DotLineError,
  defineCatalog,
  defineSheet,
  draw,
  type Fonts,
  group,
  image,
  inlineBox,
  openFonts,
  openImage,
  parseMarkup,
  place,
  readCatalog,
  readSheet,
  rectangle,
  richToHtml,
  type StyleSource,
  typesetterFor,
  withGuides,
  writeTokens,
} from 'dot-line'
import { setDocument } from 'dot-line/document'
import { toHtml } from 'dot-line/html'
import { toPolygons } from 'dot-line/outline'
import { toPdf } from 'dot-line/pdf'
import { toPng } from 'dot-line/png'
import { toSvg } from 'dot-line/svg'
import { beforeAll, describe, expect, it } from 'vitest'
import { pngs } from '../support/pictures.ts'

// What an attack on the library found, kept so that it stays mended. Nothing here waits for a
// time: what grew with the square of its input would not end.

let fonts: Fonts
beforeAll(async () => {
  fonts = await openFonts()
})
const set = (style: StyleSource<'defaults', never, never>, text: string, frame: object = {}) =>
  typesetterFor({
    sheet: defineSheet({ styles: { defaults: style } }),
    fonts,
    problems: 'collect',
  }).set(text as 'x', frame)
const many = 40_000

describe('numbers that would take excessive memory or time', () => {
  const page = { width: 100, height: 100 }
  const far = { x: 1e7, y: 1, width: 1e7, height: 1 }
  it.each<[string, () => unknown, string]>([
    ['a blur', () => set({ shadow: { ink: '#000', blur: 1e4 } }, 'a'), 'bad-value'],
    ['a tab stop', () => set({ tabs: [{ at: 1e9, leader: '.' }] }, 'a\tb'), 'bad-value'],
    ['a tolerance', () => toPolygons(set({}, 'Tern'), { tolerance: 1e-18 }), 'too-large'],
    ['segments', () => toPolygons(set({}, 'Tern'), { segmentsPerCurve: 1e18 }), 'bad-outline'],
    ['a size', () => set({ size: 1e9 }, 'a'), 'bad-value'],
    [
      'the area of a PNG',
      () => toPng(draw({ width: 32_000, height: 32_000 }, [])),
      'bad-image-size',
    ],
    ['a PNG of nothing', () => toPng(draw({ width: 0, height: 0 }, [])), 'bad-image-size'],
    ['a place', () => toPdf(draw(page, [place(set({}, 'a'), 1e300, 0)])), 'bad-coordinate'],
  ])('%s is refused by name', (_, call, code) => {
    let thrown: DotLineError | undefined
    try {
      call()
    } catch (error) {
      thrown = error as DotLineError
    }
    expect([thrown?.name, thrown?.code]).toEqual(['DotLineError', code])
  })

  it('ink far outside of the page is left out of a PNG', () => {
    const shown = [rectangle(far, '#000'), group([rectangle(far, '#000')], { opacity: 0.5 })]
    const inside = group([circle(50, 50, 9, { fill: '#c8331f' }), rectangle(far, '#000')], {
      opacity: 0.5,
    })
    expect(toPng(draw(page, shown)).length).toBe(toPng(draw(page, [])).length)
    expect(toPng(draw(page, [inside])).length).toBeGreaterThan(toPng(draw(page, [])).length)
    expect(toSvg(draw(page, shown))).not.toContain('opacity="0.5"')
  })

  it('rulers of guides stay short', () => {
    expect(withGuides(draw({ width: 1e9, height: 1e9 }, [])).items.length).toBeLessThan(3000)
  })
})

describe('drawings of no size, and texts of no characters', () => {
  const targets = { toSvg, toPdf, toPng, toHtml, toPolygons }
  it.each(Object.entries(targets))('go through %s, or are refused by name', (_, target) => {
    const empty = [draw({ width: 0, height: 0 }, []), set({}, ''), set({}, 'a', { width: 0 })]
    for (const shown of empty) {
      try {
        expect(target(shown)).toBeDefined()
      } catch (error) {
        expect(error).toMatchObject({ name: 'DotLineError', code: 'bad-image-size' })
      }
    }
    for (const width of [Number.NaN, Infinity, -1]) {
      expect(() => target(draw({ width, height: 1 }, []))).toThrow(/width of a drawing is/)
    }
  })
})

describe('tens of thousands of items', () => {
  it.each<[string, () => unknown]>([
    [
      'values that are missing',
      () => set({}, Array.from({ length: many }, (_, i) => `{k${i}}`).join(' ')),
    ],
    [
      'values that are unused',
      () =>
        set({}, 'a', {
          values: Object.fromEntries(Array.from({ length: many }, (_, i) => [`k${i}`, 'x'])),
        }),
    ],
    [
      'a paragraph of hundreds of pages',
      () => {
        const content = [
          { kind: 'paragraph', text: 'Boats leave at noon. '.repeat(many / 4) },
        ] as const
        const sheet = defineSheet({ styles: {} })
        expect(
          [...setDocument({ blocks: content }, { sheet, fonts }).pages()].length,
        ).toBeGreaterThan(80)
      },
    ],
    [
      'tokens of many inks',
      () => {
        const inks = Object.fromEntries(Array.from({ length: many }, (_, i) => [`a${i}`, 'red']))
        expect(writeTokens(defineSheet({ inks, styles: {} })).warnings).toHaveLength(many)
      },
    ],
    ['a word of many parts', () => set({}, 'ab-'.repeat(many), { width: 300 })],
    [
      'a tab before many words',
      () => set({ breaking: 'best' }, `a\t${'bc '.repeat(many / 2)}`, { width: 300 }),
    ],
    [
      'a shadow of a long line',
      () => toPdf(set({ shadow: { ink: '#000', blur: 2 } }, 'Tern office '.repeat(many / 50))),
    ],
    ['soft hyphens in a narrow line', () => set({}, 'abc\u00ad'.repeat(many / 2), { width: 20 })],
    [
      'best lines at a great width',
      () => set({ breaking: 'best' }, 'Tern office '.repeat(many / 2), { width: 1e5 }),
    ],
    [
      'tabs from right to left',
      () => set({ direction: 'rtl' }, 'ab\t'.repeat(many / 10), { width: 500 }),
    ],
    [
      'spans in spans, to HTML',
      () => richToHtml(parseMarkup('~a['.repeat(many) + 'x\n'.repeat(9)).rich),
    ],
    [
      'unknown inks',
      () =>
        expect(() =>
          defineSheet({
            inks: Object.fromEntries(Array.from({ length: many }, (_, i) => [`a${i}`, `no${i}`])),
            styles: {},
          }),
        ).toThrow(),
    ],
    [
      'brackets',
      () => expect(() => readSheet(`{"a": "${'\\"['.repeat(many * 5)}`)).toThrow('not JSON'),
    ],
    ['quotation marks', () => expect(() => readSheet('"'.repeat(many * 10))).toThrow('not JSON')],
    [
      'words of a catalog',
      () => readCatalog(JSON.stringify({ a: 'Tern ~strong[office] '.repeat(many * 4) })),
    ],
    [
      'keys of a catalog',
      () =>
        defineCatalog(Object.fromEntries(Array.from({ length: many }, (_, i) => [`k${i}`, 'x']))),
    ],
  ])('%s are taken in time that grows with them', (_, call) => {
    call()
  })

  it('boxes among words are wrapped repeatedly', () => {
    const box = inlineBox({ width: 5, height: 5 })
    const text = typesetterFor({ sheet: defineSheet({ styles: {} }), fonts }).shape(
      '{box} a '.repeat(many / 4),
      { values: { box } },
    )
    for (const width of [100, 150, 200]) expect(text.wrap(width).count).toBeGreaterThan(500)
  })

  it('chunks of a PNG are embedded in a PDF', async () => {
    const whole = pngs.color
    const data = whole.indexOf('IDAT') - 4
    const empty = Buffer.from([0, 0, 0, 0, 0x49, 0x44, 0x41, 0x54, 0x35, 0xaf, 0x06, 0x1e])
    const parts = [
      whole.subarray(0, data),
      ...Array.from({ length: many }, () => empty),
      whole.subarray(data),
    ]
    const picture = await openImage(new Uint8Array(Buffer.concat(parts)))
    expect(
      toPdf(draw({ width: 9, height: 9 }, [image({ x: 0, y: 0, width: 9, height: 9 }, picture)]))
        .length,
    ).toBeGreaterThan(500)
  })

  it('problems are listed up to a hundred of a kind and counted', () => {
    const { problems } = set({}, '~nope[x] '.repeat(many))
    expect(problems.filter(p => p.code === 'unknown-style')).toHaveLength(100)
    expect(problems.at(-1)).toMatchObject({
      code: 'more-problems',
      message: expect.stringContaining(`${many - 100}`),
    })
  })
})

describe('language tags that are nearly valid', () => {
  it.each(['en-a', 'de-1996-1996', 'en_US', 'x', '', 'a-b-c-d'])('%j is refused', language => {
    expect(() => set({ language }, 'a')).toThrow(/is not a valid value for 'language'/)
    expect(() => defineCatalog({ k: 'i' }, { language })).toThrow(/must be a language tag/)
    expect(set({}, `~language=${language || '""'}[a]`).problems[0]?.code).toBe('bad-value')
  })
})
