import { existsSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { defineSheet, engineUrl, faceOf, openFonts, type Typesetter, typesetterFor } from 'dot-line'
import { allFaces } from 'dot-line/fonts/all'
import { subsetterUrl } from 'dot-line/fonts/subsetter'
import { describe, expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'

const sheet = defineSheet({
  styles: {
    body: { family: 'sans' },
    strong: { weight: 700 },
    print: { family: 'serif' },
    harbour: { family: ['sans', 'Harbour'] },
  },
})

/** Names of the faces that a text is set in. */
function facesOf(typesetter: Typesetter, markup: string, style = 'body') {
  const { lines, problems } = typesetter.set(markup, { style })
  const names = lines.flatMap(line => line.runs.map(run => faceOf(run).postScriptName))
  const codes = problems.map(problem => problem.code)
  return { names: [...new Set(names)], codes: [...new Set(codes)] }
}

describe('fonts with lazily loaded faces', () => {
  it('have one face at first and fetch another for a text that needs it', async () => {
    const fonts = await openFonts({ loading: 'lazy' })
    const typesetter = typesetterFor({ sheet, fonts })
    expect(fonts.families).toEqual(['sans', 'serif', 'mono'])
    expect(facesOf(typesetter, 'Boats')).toEqual({ names: ['SourceSans3-Regular'], codes: [] })
    let changes = 0
    const end = fonts.onChange(() => changes++)
    const before = facesOf(typesetter, 'Boats ~strong[late]')
    expect(before).toEqual({ names: ['SourceSans3-Regular'], codes: ['pending-face'] })
    // Asked for a hundred times, fetched once.
    for (let i = 0; i < 100; i++) facesOf(typesetter, `Boat ${i} ~strong[late]`)
    await fonts.settled()
    expect(changes).toBe(1)
    expect(facesOf(typesetter, 'Boats ~strong[late]')).toEqual({
      names: ['SourceSans3-Regular', 'SourceSans3-Bold'],
      codes: [],
    })
    end()
    const stoodIn = facesOf(typesetter, 'Boats', 'print')
    expect(stoodIn).toEqual({ names: ['SourceSans3-Regular'], codes: ['pending-face'] })
    await fonts.settled()
    expect(changes).toBe(1)
    expect(facesOf(typesetter, 'Boats', 'print').names).toEqual(['SourceSerif4-Regular'])
    fonts.close()
  })

  it('give the same lines as eagerly loaded fonts once loaded', async () => {
    const [later, whole] = [await openFonts({ loading: 'lazy' }), await openFonts()]
    const markup = 'Boats ~strong[to ~emphasis,slant=italic[Quillhaven]] ~family=mono[07:45]'
    const lines = (fonts: typeof later) =>
      typesetterFor({
        sheet: defineSheet({ styles: { strong: { weight: 700 }, emphasis: {} } }),
        fonts,
      })
        .set(markup, { width: 90 })
        .lines.map(line => [line.x, line.baseline, line.width, line.runs.map(run => run.text)])
    lines(later)
    await later.settled()
    expect(lines(later)).toEqual(lines(whole))
  })

  it('begin with the first named family or face', async () => {
    const fonts = await openFonts({ builtIn: ['serif', 'sans'], loading: 'lazy' })
    expect(fonts.isPending('serif', { weight: 400, slant: 'normal' })).toBe(false)
    expect(fonts.isPending('serif', { weight: 700, slant: 'normal' })).toBe(true)
    expect(fonts.isPending('sans', { weight: 400, slant: 'normal' })).toBe(true)
    const faces = await openFonts({ builtIn: [{ family: 'mono', weight: 700 }, 'sans'] })
    expect(faces.facesOf('mono').map(face => face.weight)).toEqual([700])
  })

  it('fetch another family only when the first lacks a character', async () => {
    const fonts = await openFonts({
      builtIn: ['sans'],
      loading: 'lazy',
      files: [{ source: fontFiles.thai, family: 'Harbour' }],
    })
    const typesetter = typesetterFor({ sheet, fonts })
    expect(facesOf(typesetter, 'Boats', 'harbour').codes).toEqual([])
    await fonts.settled()
    expect(fonts.isPending('Harbour', { weight: 400, slant: 'normal' })).toBe(true)
    expect(facesOf(typesetter, 'เรือ ไทย', 'harbour').codes).toContain('pending-face')
    expect(facesOf(typesetter, 'เรือ ไทย', 'harbour').codes).not.toContain('missing-glyph')
    await fonts.settled()
    const { names, codes } = facesOf(typesetter, 'Boats เรือ', 'harbour')
    expect(codes).toEqual([])
    expect(names.length).toBe(2)
    expect(fonts.find({ name: 'Harbour' }).map(face => face.family)).toEqual(['Harbour'])
  })

  it('go on without a face that cannot be fetched and report it', async () => {
    const broken = join(mkdtempSync(join(tmpdir(), 'dotline-')), 'broken.ttf')
    writeFileSync(broken, 'no font')
    for (const source of ['nowhere.ttf', broken]) {
      const fonts = await openFonts({ loading: 'lazy', files: [{ source, family: 'Harbour' }] })
      const typesetter = typesetterFor({
        sheet: defineSheet({ styles: { body: { family: 'Harbour' } } }),
        fonts,
      })
      let changes = 0
      fonts.onChange(() => changes++)
      expect(facesOf(typesetter, 'Boats').codes).toEqual(['pending-face'])
      await fonts.settled()
      expect(changes).toBe(1)
      expect(facesOf(typesetter, 'Boats')).toEqual({
        names: ['SourceSans3-Regular'],
        codes: ['missing-family'],
      })
      expect(fonts.problems.map(problem => problem.message).join()).toContain(source)
    }
  })

  it('discard faces that arrive after closing', async () => {
    const fonts = await openFonts({ loading: 'lazy' })
    fonts.onChange(() => expect.fail('told after it was closed'))
    facesOf(typesetterFor({ sheet, fonts }), '~strong[late]')
    const settled = fonts.settled()
    fonts.close()
    await settled
    expect(() => fonts.face('sans', { weight: 700, slant: 'normal' })).toThrow('closed')
  })

  it("prefer a font's description to its own names", async () => {
    const font = {
      source: fontFiles.thai,
      family: 'Harbour',
      weight: 700,
      slant: 'italic',
    } as const
    const fonts = await openFonts({ builtIn: [], files: [font] })
    expect(fonts.facesOf('Harbour')).toMatchObject([{ weight: 700, slant: 'italic' }])
  })

  it('refuse invalid choices and descriptions', async () => {
    const open = (options: object) => openFonts(options)
    await expect(open({ builtIn: [{ family: 'sans', weight: 300 }] })).rejects.toThrow('weight')
    await expect(open({ builtIn: ['sanz'] })).rejects.toThrow('builtIn')
    await expect(open({ loading: 'later' })).rejects.toThrow('eager, lazy')
    await expect(open({ files: [{ source: 'a.ttf' }] })).rejects.toThrow('family')
    await expect(open({ files: [{ source: 'a.ttf', famly: 'A', family: 'A' }] })).rejects.toThrow(
      "no option 'famly'",
    )
  })
})

it('fetch the bold face of a second family, though its regular one has the letters', async () => {
  const arabic = (file: string) => `node_modules/@expo-google-fonts/noto-sans-arabic/${file}.ttf`
  const fonts = await openFonts({
    loading: 'lazy',
    builtIn: ['sans'],
    files: [
      { source: arabic('400Regular/NotoSansArabic_400Regular'), family: 'Arabic' },
      { source: arabic('700Bold/NotoSansArabic_700Bold'), family: 'Arabic', weight: 700 },
      { source: '/nowhere.ttf', family: 'Unasked' },
    ],
  })
  const { set } = typesetterFor({
    sheet: defineSheet({
      styles: {
        body: { family: ['sans', 'Unasked', 'Arabic'] },
        head: { from: 'body', weight: 700 },
      },
    }),
    fonts,
    problems: 'collect',
  })
  const weightOf = (style: 'body' | 'head') =>
    faceOf(set('مرسى', { style }).lines[0].runs[0]).weight
  weightOf('body')
  await fonts.settled()
  expect(weightOf('body')).toBe(400)
  // One after the other: at first the regular face stands in, which has all letters.
  for (let i = 0; i < 3; i++) {
    weightOf('head')
    await fonts.settled()
  }
  expect(weightOf('head')).toBe(700)
  expect(set('مرسى', { style: 'head' }).problems.map(({ code }) => code)).not.toContain(
    'pending-face',
  )
})

it('give the locations of their own files', () => {
  expect(allFaces.length).toBe(12)
  expect(engineUrl.pathname).toMatch(/assets\/wasm\/harfbuzz\.wasm$/)
  expect(allFaces[0]).toMatchObject({ family: 'sans', weight: 400, slant: 'normal' })
  for (const { url } of allFaces) expect(existsSync(fileURLToPath(url.href))).toBe(true)
  expect(existsSync(fileURLToPath(subsetterUrl.href))).toBe(true)
})
