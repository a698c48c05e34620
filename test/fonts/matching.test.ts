import { defineSheet, faceOf, openFonts, typesetterFor } from 'dot-line'
import { describe, expect, it } from 'vitest'
import { fontFiles, type PatchedTraits, read, withTraits } from '../support/font-files.ts'

const font = read('assets/fonts/SourceCodePro-Regular.ttf')
const family = 'Source Code Pro'

/** Fonts with one family of the faces that are described: weight, width class, slant. */
function fontsOf(...faces: readonly PatchedTraits[]) {
  return openFonts({ builtIn: [], files: faces.map(traits => withTraits(font, traits)) })
}

const weights = (...list: readonly number[]) => list.map(weight => ({ weight }))

describe('matching by CSS Fonts 4, section 5.2', () => {
  it.each([
    // From 400 to 500: up to 500, then lighter, then heavier.
    [400, [300, 450, 600], 450],
    [450, [400, 500], 500],
    [500, [400, 600], 400],
    [400, [300, 500, 600], 500],
    [500, [600, 700], 600],
    // Under 400: lighter first, then heavier.
    [300, [100, 200, 400], 200],
    [100, [300, 700], 300],
    [350, [400, 300], 300],
    // Over 500: heavier first, then lighter.
    [600, [500, 900], 900],
    [900, [400, 700], 700],
    [501, [500, 800], 800],
  ] as const)('weight %i of %j is %i', async (wanted, list, given) => {
    const fonts = await fontsOf(...weights(...list))
    expect(fonts.face(family, { weight: wanted, slant: 'normal' }).weight).toBe(given)
  })

  it.each([
    ['normal', ['italic', 'oblique'], 'oblique'],
    ['normal', ['italic', 'normal', 'oblique'], 'normal'],
    ['italic', ['normal', 'oblique'], 'oblique'],
    ['italic', ['oblique', 'italic'], 'italic'],
    ['oblique', ['normal', 'italic'], 'italic'],
    ['oblique', ['normal'], 'normal'],
  ] as const)('slant %s of %j is %s', async (wanted, list, given) => {
    const fonts = await fontsOf(...list.map(slant => ({ slant })))
    expect(fonts.face(family, { weight: 400, slant: wanted }).slant).toBe(given)
  })

  it.each([
    // Up to 100 %: narrower first, then wider.
    [100, [3, 6], 75],
    [75, [2, 4], 62.5],
    [50, [4, 6], 87.5],
    [100, [6, 9], 112.5],
    // Above: wider first, then narrower.
    [112.5, [5, 8], 150],
    [200, [3, 6], 112.5],
    [125, [7], 125],
  ] as const)('stretch %d %% of classes %j is %d %%', async (wanted, list, given) => {
    const fonts = await fontsOf(...list.map(widthClass => ({ widthClass })))
    expect(fonts.face(family, { weight: 400, slant: 'normal', stretch: wanted }).stretch).toBe(
      given,
    )
  })

  it('prefers stretch to slant and slant to weight', async () => {
    const fonts = await fontsOf(
      { widthClass: 3, slant: 'normal', weight: 900 },
      { widthClass: 5, slant: 'italic', weight: 100 },
      { widthClass: 5, slant: 'normal', weight: 400 },
    )
    const face = (stretch: number, slant: 'normal' | 'italic', weight: number) =>
      fonts.face(family, { weight, slant, stretch })
    expect(face(75, 'italic', 100)).toMatchObject({ stretch: 75, slant: 'normal', weight: 900 })
    expect(face(100, 'italic', 900)).toMatchObject({ slant: 'italic', weight: 100 })
  })

  it("takes any weight within a variable font's range", async () => {
    const fonts = await openFonts({ builtIn: [], files: [fontFiles.variableCff] })
    const weight = (wanted: number) =>
      fonts.face('SourceCodeVF', { weight: wanted, slant: 'normal' }).weight
    expect([1, 200, 333, 900, 1000].map(weight)).toEqual([200, 200, 333, 900, 900])
  })
})

describe('a family without the requested face', () => {
  const sheet = defineSheet({
    styles: {
      defaults: { family },
      heavy: { weight: 700, slant: 'italic' },
      made: { weight: 700, slant: 'italic', synthesis: 'all' },
      leaning: { slant: 'oblique', synthesis: 'slant' },
      narrow: { stretch: 'condensed' },
    },
  })

  it('gives the nearest face and lists the available ones', async () => {
    const fonts = await fontsOf({ weight: 300 }, { weight: 400 })
    const { set } = typesetterFor({ sheet, fonts, problems: 'collect' })
    const layout = set('Tern', { style: 'heavy' })
    expect(faceOf(layout.lines[0].runs[0])).toMatchObject({
      weight: 400,
      slant: 'normal',
      synthesized: [],
    })
    expect(layout.problems).toMatchObject([
      {
        code: 'missing-face',
        message: expect.stringMatching(/700.*italic/),
        hint: expect.stringContaining('300, 400'),
      },
    ])
    expect(set('Tern', { style: 'narrow' }).problems).toMatchObject([
      { code: 'missing-face', message: expect.stringContaining('75 %') },
    ])
  })

  it('warns once per layout, also of intermediate weights and of a fallback family', async () => {
    const fonts = await fontsOf({ weight: 300 }, { weight: 400 })
    const { set } = typesetterFor({ sheet, fonts })
    const codes = (text: string, more: object) =>
      set(text as 'x', { overrides: more }).problems.map(({ code, message }) => [code, message])
    expect(codes('Tern\nand ~weight=350[Tern]\n~weight=350[x]', { weight: 400 })).toEqual([
      ['missing-face', `the family '${family}' has no weight 350`],
    ])
    const stack = { family: ['Lantern Sirif', family], weight: 400 }
    expect(codes('Tern\nTern', stack)).toEqual([
      ['missing-family', `no family 'Lantern Sirif' among the fonts; '${family}' stands in`],
    ])
  })

  it('is synthesized as bold or slanted only on request of the style', async () => {
    const fonts = await fontsOf({ weight: 400 })
    const { set } = typesetterFor({ sheet, fonts })
    const run = (style: 'made' | 'leaning' | 'defaults') => set('H', { style }).lines[0].runs[0]
    const [plain, made, leaning] = [run('defaults'), run('made'), run('leaning')]
    expect(faceOf(plain).synthesized).toEqual([])
    expect(faceOf(made)).toMatchObject({
      weight: 700,
      slant: 'oblique',
      synthesized: ['weight', 'slant'],
    })
    expect(faceOf(leaning)).toMatchObject({ weight: 400, slant: 'oblique', synthesized: ['slant'] })
    const extents = [plain, made, leaning].map(run => faceOf(run).extents(run.glyphs.glyphs[0]))
    const widths = extents.map(box => (box ? box.right - box.left : 0))
    // It leans by 14 degrees over its height, and its stems are wider.
    const height = (extents[0]?.top ?? 0) - (extents[0]?.bottom ?? 0)
    expect(widths[2]).toBeGreaterThan(widths[0] + height * 0.2)
    expect(widths[1]).toBeGreaterThan(widths[2] + 25)
    // No line becomes longer by it.
    expect(new Set([plain.width, made.width, leaning.width]).size).toBe(1)
  })
})
