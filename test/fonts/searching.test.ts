import { copyFileSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineSheet, faceOf, openFonts, typesetterFor } from 'dot-line'
import { describe, expect, it } from 'vitest'
import { namedWeight } from '../../src/fonts/named-weight.ts'
import { file, fontFiles, withTraits } from '../support/font-files.ts'

/** Files of one face as they are served to the web: by script. */
const web = 'node_modules/@fontsource/source-sans-3/files/source-sans-3'
const parts = ['cyrillic', 'greek', 'latin', 'latin-ext', 'vietnamese'].map(part =>
  file(`${web}-${part}-400-normal.woff`),
)

describe('files of one face with different characters', () => {
  it('are one face in any order', async () => {
    const text = 'Tern Αλκυών Лодка Łódź Quạ'
    for (const files of [parts, parts.toReversed()]) {
      const fonts = await openFonts({ builtIn: ['serif'], files })
      const styles = { body: { family: 'Source Sans 3' } } as const
      const layout = typesetterFor({ sheet: defineSheet({ styles }), fonts }).set(text as 'x', {
        style: 'body',
      })
      expect(layout.problems).toEqual([])
      for (const run of layout.lines[0].runs) {
        expect(faceOf(run).family, run.text).toBe('Source Sans 3')
        expect([...run.glyphs.glyphs]).not.toContain(0)
      }
      // What measures the lines is the file with the letters.
      expect(faceOf(layout.lines[0].runs[0]).glyphOf(0x78)).not.toBe(0)
    }
  })

  it('stand in for other families as one', async () => {
    const fonts = await openFonts({ builtIn: ['mono'], files: [fontFiles.thai, ...parts] })
    const styles = { body: { family: 'Noto Sans Thai' } } as const
    const { lines } = typesetterFor({ sheet: defineSheet({ styles }), fonts }).set('Лодка', {
      style: 'body',
    })
    expect([...lines[0].runs[0].glyphs.glyphs]).not.toContain(0)
  })
})

describe('files that state one weight', () => {
  it('are told apart by their names', async () => {
    const path = 'node_modules/@expo-google-fonts/noto-sans-thai'
    const names = ['100Thin/NotoSansThai_100Thin', '200ExtraLight/NotoSansThai_200ExtraLight']
    const files = names.map(name =>
      withTraits(readFileSync(file(`${path}/${name}.ttf`)), { weight: 250 }),
    )
    const fonts = await openFonts({ builtIn: [], files })
    expect(fonts.facesOf('Noto Sans Thai').map(face => face.weight)).toEqual([100, 200])
    const face = fonts.face('Noto Sans Thai', { weight: 100, slant: 'normal' })
    expect(face.postScriptName).toContain('Thin')
    expect(['Extra Light Italic', 'Semi-Bold', 'Demi_Bold', 'Roman'].map(namedWeight)).toEqual([
      200,
      600,
      600,
      undefined,
    ])
  })
})

describe('a folder of fonts', () => {
  it('opens without its broken files and reports them', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'dot-line-'))
    writeFileSync(join(folder, 'broken.ttf'), 'no font')
    copyFileSync(fontFiles.thai, join(folder, 'thai.ttf'))
    const fonts = await openFonts({ builtIn: [], files: [folder] })
    expect(fonts.families).toEqual(['Noto Sans Thai'])
    expect(fonts.problems).toMatchObject([{ code: 'bad-font', severity: 'warning' }])
    // One that was named is not left out.
    await expect(openFonts({ files: [join(folder, 'broken.ttf')] })).rejects.toThrow('broken.ttf')
    const later = await openFonts()
    await later.add(folder)
    expect(later.problems.length).toBe(1)
  })
})

describe('a search', () => {
  it('matches a part of a name, script, weight, slant, feature and characters', async () => {
    const fonts = await openFonts({
      files: [fontFiles.thai, fontFiles.variableCff, fontFiles.arabic],
    })
    const names = (wanted: Parameters<typeof fonts.find>[0]) =>
      fonts.find(wanted).map(face => face.postScriptName)
    expect(names({ name: 'thai' })).toEqual(['NotoSansThai-Regular'])
    expect(names({ name: 'code', slant: 'italic' })).toEqual([
      'SourceCodePro-Italic',
      'SourceCodePro-BoldItalic',
    ])
    expect(names({ script: 'Arab' })).toEqual(['NotoSansArabic-Regular'])
    expect(names({ name: 'sourcecode', weight: 333 }).length).toBe(1)
    expect(names({ covers: 'Αλκ', weight: 700, slant: 'normal', name: 'serif' })).toEqual([
      'SourceSerif4-Bold',
    ])
    expect(names({ feature: 'init' })).toEqual(['NotoSansArabic-Regular'])
    expect(names({ name: 'nothing' })).toEqual([])
    expect(() => fonts.find({ nmae: 'x' } as object)).toThrow("find has no option 'nmae'")
  })

  it('suggests the family with the nearest name', async () => {
    const fonts = await openFonts({ files: [fontFiles.thai] })
    expect(fonts.nearest('Noto Sans Thai Regular')).toBe('Noto Sans Thai')
    expect(fonts.nearest('noto')).toBe('Noto Sans Thai')
    expect(fonts.nearest('noto-sans')).toBe('Noto Sans Thai')
    expect(fonts.nearest('Nota Sans Thai')).toBe('Noto Sans Thai')
  })
})
