import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openFonts } from 'dot-line'
import { describe, expect, it } from 'vitest'

const fontFile = new URL('../../assets/fonts/SourceSerif4-Italic.ttf', import.meta.url)

describe('opened fonts', () => {
  it('have regular, italic, bold and bold italic of each built-in family', async () => {
    const fonts = await openFonts()
    expect(fonts.families).toEqual(['sans', 'serif', 'mono'])
    for (const family of fonts.families) {
      const names = (['normal', 'italic'] as const).flatMap(slant =>
        [400, 700].map(weight => fonts.face(family, { weight, slant }).postScriptName),
      )
      expect(new Set(names).size).toBe(4)
    }
    const face = fonts.face('sans', { weight: 400, slant: 'normal' })
    const read = face.outline(36)
    fonts.close()
    fonts.close()
    expect(() => fonts.face('sans', { weight: 400, slant: 'normal' })).toThrow(
      'the fonts are closed',
    )
    // What was read of a face stays; what was not is refused, and no stray memory read.
    expect(face.outline(36)).toBe(read)
    expect(() => face.outline(37)).toThrow('is closed')
  })

  it('free their memory: it stays flat over 1,000 rounds of opening and closing', async () => {
    const round = async () => {
      const fonts = await openFonts({ builtIn: ['sans'] })
      const face = fonts.face('sans', { weight: 400, slant: 'normal' })
      expect(face.outline(face.glyphOf(0x61)).segments).not.toBe('')
      fonts.close()
    }
    for (let i = 0; i < 50; i++) await round()
    const before = process.memoryUsage().rss
    for (let i = 0; i < 1000; i++) await round()
    // Each face is 0.4 MB: were none given back, this would be 400 MB and more.
    expect(process.memoryUsage().rss - before).toBeLessThan(200e6)
  })

  it.each([
    [100, 400],
    [450, 400],
    [500, 400],
    [501, 700],
    [600, 700],
    [1000, 700],
  ])('gives weight %i as %i', async (wanted, given) => {
    const fonts = await openFonts({ builtIn: ['sans'] })
    expect(fonts.face('SANS', { weight: wanted, slant: 'normal' }).weight).toBe(given)
    expect(fonts.face('sans', { weight: wanted, slant: 'oblique' }).slant).toBe('italic')
  })

  it('include fonts from paths and bytes under their own names', async () => {
    for (const font of [fontFile, readFileSync(fontFile)]) {
      const fonts = await openFonts({ builtIn: [], files: [font] })
      expect(fonts.families).toEqual(['Source Serif 4'])
      const face = fonts.face('Source Serif 4', { weight: 400, slant: 'normal' })
      expect(face).toMatchObject({ slant: 'italic', metrics: { unitsPerEm: 1000 } })
      expect(face.outline(face.glyphOf(0x61)).segments).toMatch(/^M[QL]+Z/)
    }
  })

  const folder = mkdtempSync(join(tmpdir(), 'dot-line-'))
  const whole = readFileSync(fontFile)
  it.each([
    [
      'absent.ttf',
      undefined,
      'unreadable-font',
      /cannot read the font file .*absent.ttf \(there is no such file\)/,
    ],
    ['empty.ttf', Buffer.alloc(0), 'bad-font', /empty.ttf is not a TrueType or OpenType font/],
    ['words.ttf', Buffer.from('not a font, but long enough'), 'bad-font', /is not a TrueType/],
    ['short.ttf', whole.subarray(0, 20_000), 'bad-font', /table '.{4}' reaches past the end/],
    ['directory.ttf', whole.subarray(0, 30), 'bad-font', /ends inside its table directory/],
  ])('refuses %s', async (name, bytes, code, message) => {
    const path = join(folder, name)
    if (bytes) writeFileSync(path, bytes)
    await expect(openFonts({ files: [path] })).rejects.toMatchObject({
      code,
      message: expect.stringMatching(message),
    })
  })
})
