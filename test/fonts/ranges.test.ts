import { readFileSync } from 'node:fs'
import {
  type DescribedFont,
  defineSheet,
  type Fonts,
  faceOf,
  fontsFromCss,
  openFonts,
  typesetterFor,
} from 'dot-line'
import { describe, expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'

const folder = 'node_modules/@fontsource/source-sans-3'
const cssOf = (weight: number) => readFileSync(`${folder}/${weight}.css`, 'utf8')
const filesOf = (...weights: number[]) =>
  weights.flatMap(weight => fontsFromCss(cssOf(weight), { base: folder }).files)

const sheet = defineSheet({
  styles: {
    body: { family: 'Source Sans 3' },
    strong: { from: 'body', weight: 700 },
    plain: { family: 'sans' },
    both: { family: ['sans', 'Source Sans 3'] },
  },
})
type StyleName = 'body' | 'strong' | 'plain' | 'both'

const open = (files: readonly DescribedFont[]) =>
  openFonts({ builtIn: ['sans', 'mono'], files, loading: 'lazy' })

/** The number of faces that a text is set in, after all has come that it asked for. */
async function settled(fonts: Fonts, text: string, style: StyleName) {
  const { set } = typesetterFor({ sheet, fonts, problems: 'collect' })
  const before = set(text, { style }).problems.map(({ code }) => code)
  await fonts.settled()
  const { lines, problems } = set(text, { style })
  const faces = new Set(lines.flatMap(line => line.runs.map(run => faceOf(run).id))).size
  return { before, faces, codes: problems.map(({ code }) => code) }
}

const fetchedOf = (fonts: Fonts, family = 'Source Sans 3') =>
  fonts.facesOf(family).map(({ name }) => name.split('/').at(-1)?.replace('source-sans-3-', ''))

describe('a family in files by ranges', () => {
  it('is fetched piece by piece, as texts need it', async () => {
    const fonts = await open(filesOf(400, 700))
    expect(fetchedOf(fonts)).toEqual([])
    expect(await settled(fonts, 'Boats', 'plain')).toMatchObject({ before: [], codes: [] })
    expect(fetchedOf(fonts)).toEqual([])
    expect(await settled(fonts, 'Boats', 'body')).toEqual({
      before: ['pending-face'],
      faces: 1,
      codes: [],
    })
    expect(fetchedOf(fonts)).toEqual(['latin-400-normal.woff2'])
    // One word in another script, in the middle of a text.
    expect(await settled(fonts, 'Boats to Όρμος and back', 'body')).toEqual({
      before: ['pending-face'],
      faces: 2,
      codes: [],
    })
    expect((await settled(fonts, 'Лодки', 'strong')).codes).toEqual([])
    expect(fetchedOf(fonts).sort()).toEqual([
      'cyrillic-700-normal.woff2',
      'greek-400-normal.woff2',
      'latin-400-normal.woff2',
    ])
  })

  it('has the lines of one that is fetched whole', async () => {
    const [pieces, whole] = [
      await open(filesOf(400, 700)),
      await openFonts({ builtIn: ['sans', 'mono'], files: filesOf(400, 700) }),
    ]
    const markup = 'Boats ~strong[to Όρμος], Лодки and 12 ~strong[Łódź] Thuyền'
    const linesOf = (fonts: Fonts) =>
      typesetterFor({ sheet, fonts, problems: 'collect' })
        .set(markup, { style: 'body', width: 90 })
        .lines.map(line => [line.width, line.runs.map(run => [run.text, run.x])])
    linesOf(pieces)
    await pieces.settled()
    expect(linesOf(pieces)).toEqual(linesOf(whole))
  })

  it('is asked only for what the families before it lack', async () => {
    const fonts = await open(filesOf(400))
    expect(await settled(fonts, 'Boats', 'both')).toMatchObject({ before: [], codes: [] })
    expect(fetchedOf(fonts)).toEqual([])
  })

  it('stands in for what no face has, whether a style names it or not', async () => {
    const thai = { source: fontFiles.thai, family: 'Harbour' }
    for (const font of [thai, { ...thai, ranges: 'U+E00-E7F' }]) {
      const fonts = await open([font])
      expect(await settled(fonts, 'Boats', 'plain')).toMatchObject({ before: [] })
      expect(fetchedOf(fonts, 'Harbour')).toEqual([])
      const { before, codes, faces } = await settled(fonts, 'เรือ', 'plain')
      expect(new Set(before)).toEqual(new Set(['pending-face']))
      expect([faces, codes]).toEqual([1, []])
      expect(fonts.facesOf('Harbour').length).toBe(1)
    }
    // Its ranges say that it has none of them.
    const fonts = await open([{ ...thai, ranges: 'U+0-FF' }])
    const { before } = await settled(fonts, 'เรือ', 'plain')
    expect(before).toContain('missing-glyph')
    expect(fonts.facesOf('Harbour')).toEqual([])
  })

  it('may be emoji, which come as texts have them', async () => {
    const emoji = 'node_modules/@infolektuell/noto-color-emoji'
    const css = readFileSync(`${emoji}/index.css`, 'utf8')
    const { files } = fontsFromCss(css, { base: emoji })
    const fonts = await open(files)
    const { set } = typesetterFor({ sheet, fonts, problems: 'collect' })
    const words = 'Boats \u{1F6A2} leave \u2693\uFE0F \u{1F44D}\u{1F3FD}'
    const codes = () => set(words, { style: 'plain' }).problems.map(({ code }) => code)
    expect(new Set(codes())).toEqual(new Set(['pending-face']))
    await fonts.settled()
    expect(codes()).toEqual([])
    expect(fonts.facesOf('Noto Color Emoji').length).toBeLessThan(files.length / 2)
    const colored = set(words, { style: 'plain' })
      .lines.flatMap(({ runs }) => runs)
      .filter(run => faceOf(run).colored)
    expect(colored.map(({ text }) => text)).toEqual([
      '\u{1F6A2}',
      '\u2693\uFE0F',
      '\u{1F44D}\u{1F3FD}',
    ])
  })

  it('is fetched at once where that is asked for', async () => {
    const fonts = await openFonts({ builtIn: [], files: filesOf(400) })
    expect(fonts.facesOf('Source Sans 3').length).toBe(filesOf(400).length)
  })

  it.each(['U+', 'Latin', 'U+10-', 'U+20-10', 'U+110000', 'U+12345678', 'U+4???????', ''])(
    'refuses ranges that are none: %s',
    async ranges => {
      const font = { source: fontFiles.thai, family: 'Harbour', ranges }
      await expect(open([font])).rejects.toMatchObject({ code: 'bad-argument' })
    },
  )

  it.each(['U+E??', 'u+0e00-0e7f', 'U+0-F, U+E40, U+E01-E3F'])('reads %s', async ranges => {
    const fonts = await open([{ source: fontFiles.thai, family: 'Harbour', ranges }])
    const { codes } = await settled(fonts, 'เรือ', 'plain')
    expect(codes).toEqual([])
  })
})

describe('fonts from a style sheet', () => {
  it('have family, weight, slant, file and ranges', () => {
    const css = `/* @font-face { src: url(no) } */
      body { font-family: Harbour }
      @font-face { font-family: "Harbour; {Sans}"; src: local('Harbour'), url("a b.woff2") format("woff2"), url(c.woff);
        font-weight: 200 900; font-style: oblique 10deg; unicode-range: U+0-FF }
      @FONT-FACE{font-family:Pier;src:url(https://pier.example/p.ttf);font-weight:bold}`
    expect(fontsFromCss(css, { base: 'https://harbour.example/fonts/all.css' })).toEqual({
      files: [
        {
          source: 'https://harbour.example/fonts/a%20b.woff2',
          family: 'Harbour; {Sans}',
          weight: [200, 900],
          slant: 'oblique',
          ranges: 'U+0-FF',
        },
        { source: 'https://pier.example/p.ttf', family: 'Pier', weight: 700, slant: 'normal' },
      ],
      problems: [],
    })
    expect(fontsFromCss(css, { base: '/fonts' }).files[0].source).toBe('/fonts/a b.woff2')
  })

  it('are said to be none where there is no rule', () => {
    const { files, problems } = fontsFromCss('body { font-family: Harbour }', { source: 'a.css' })
    expect(files).toEqual([])
    expect(problems).toMatchObject([{ code: 'bad-font', severity: 'warning' }])
  })

  it('leave out rules that cannot be read, and say where', () => {
    const css = `@font-face { src: url(a) }
@font-face { font-family: A; src: local(A) }
@font-face { font-family: B; src: url(b); font-weight: heavy }
@font-face { font-family: C; src: url(c); unicode-range: U+Z }
@font-face { font-family: D; src: url(d`
    const { files, problems } = fontsFromCss(css, { source: 'fonts.css' })
    expect(files).toEqual([])
    expect(problems.map(({ code, location }) => [code, location])).toMatchObject(
      [1, 2, 3, 4].map(line => ['bad-font', { source: 'fonts.css', line, column: 1 }]),
    )
  })
})
