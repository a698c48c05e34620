import {
  copyFileSync,
  linkSync,
  mkdirSync,
  mkdtempSync,
  truncateSync,
  unlinkSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openFonts } from 'dot-line'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { systemFontFolders } from '../../src/platform/node/system-fonts.ts'
import { fontFiles, read, tablePlace, withoutTables } from '../support/font-files.ts'

const folder = mkdtempSync(join(tmpdir(), 'dot-line-'))
const upright = { weight: 400, slant: 'normal' } as const

describe('listing fonts', () => {
  it('reads only the tables it needs: 300 files of a gigabyte each', async () => {
    const font = read('assets/fonts/SourceSerif4-Regular.ttf')
    const [glyf] = tablePlace(font, 'glyf')
    const gigabyte = 2 ** 30
    // The outlines stand at the end of a file that is mostly a hole.
    const entry = font.indexOf('glyf', 12, 'latin1')
    font.writeUInt32BE(gigabyte - glyf, entry + 12)
    const first = join(folder, 'many', '0.ttf')
    mkdirSync(join(folder, 'many'))
    writeFileSync(first, font)
    truncateSync(first, gigabyte)
    for (let i = 1; i < 300; i++) linkSync(first, join(folder, 'many', `${i}.ttf`))
    const before = process.memoryUsage().rss
    const fonts = await openFonts({ builtIn: [], files: [join(folder, 'many')] })
    expect(fonts.facesOf('Source Serif 4').length).toBe(300)
    const [abilities] = fonts.capabilitiesOf('Source Serif 4')
    expect(abilities.coverage.length).toBeGreaterThan(100)
    expect(process.memoryUsage().rss - before).toBeLessThan(300e6)
  })

  it('reports a file that disappeared before its use', async () => {
    const path = join(folder, 'gone.ttf')
    copyFileSync(fontFiles.mono, path)
    const fonts = await openFonts({ builtIn: [], files: [path] })
    unlinkSync(path)
    expect(() => fonts.face('Source Code Pro', upright)).toThrow(
      `cannot read the font file ${path} (there is no such file)`,
    )
  })

  it('lists the capabilities of a face', async () => {
    const fonts = await openFonts({ files: [fontFiles.variableCff, fontFiles.emoji] })
    const [sans] = fonts.capabilitiesOf('sans')
    expect(sans).toMatchObject({
      family: 'sans',
      postScriptName: 'SourceSans3-Regular',
      weight: 400,
      stretch: 100,
      embeddable: true,
      colored: false,
      openTypeLayout: true,
      features: expect.arrayContaining(['kern', 'liga', 'mark', 'smcp']),
      scripts: expect.arrayContaining(['latn', 'grek', 'cyrl']),
      metrics: { unitsPerEm: 1000, capHeight: 660, xHeight: 486, underlineThickness: 50 },
    })
    const covers = (codePoint: number) => {
      const { coverage } = sans
      return coverage.some(
        (first, i) => i % 2 === 0 && first <= codePoint && codePoint <= coverage[i + 1],
      )
    }
    expect([0x41, 0x3a9, 0x6f22, 0x5d0].map(covers)).toEqual([true, true, false, false])
    const [variable] = fonts.capabilitiesOf('SourceCodeVF')
    expect(variable.instances.map(i => [i.name, i.coordinates.get('wght')])).toContainEqual([
      'Bold',
      700,
    ])
    expect(fonts.facesOf('Noto Color Emoji')).toMatchObject([{ colored: true }])
  })

  it('agrees with the engine on which characters a face has', async () => {
    const files = [fontFiles.emoji, fontFiles.japanese, fontFiles.thai, fontFiles.cff]
    const fonts = await openFonts({ files })
    for (const family of fonts.families) {
      const coverage = fonts.coverage(family, upright)
      const face = fonts.face(family, upright)
      let range = 0
      for (let codePoint = 0; codePoint < 0x20000; codePoint++) {
        while (range < coverage.length && coverage[range + 1] < codePoint) range += 2
        const isCovered = range < coverage.length && coverage[range] <= codePoint
        if (isCovered !== face.glyphOf(codePoint) > 0) {
          expect(`${family} U+${codePoint.toString(16)} ${isCovered}`).toBe('')
        }
      }
    }
  })

  it('marks faces that are shaped letter by letter', async () => {
    const bare = withoutTables(read('assets/fonts/SourceCodePro-Regular.ttf'), 'GSUB', 'GPOS')
    const fonts = await openFonts({ builtIn: [], files: [bare] })
    expect(fonts.facesOf('Source Code Pro')).toMatchObject([{ openTypeLayout: false }])
  })

  it('measures heights that a font does not state', async () => {
    const font = read('assets/fonts/SourceSans3-Regular.ttf')
    const [os2] = tablePlace(font, 'OS/2')
    font.writeUInt16BE(1, os2)
    const fonts = await openFonts({ builtIn: [], files: [font] })
    const [{ metrics }] = fonts.capabilitiesOf('Source Sans 3')
    expect(metrics.capHeight).toBeUndefined()
    const face = fonts.face('Source Sans 3', upright)
    expect(face.metrics).toMatchObject({ capHeight: 656, xHeight: 486 })
  })
})

describe('the fonts of the operating system', () => {
  afterEach(() => vi.unstubAllEnvs())

  it('are included on request, and broken ones are reported', async () => {
    const data = join(folder, 'data')
    mkdirSync(join(data, 'fonts/inner'), { recursive: true })
    copyFileSync(fontFiles.thai, join(data, 'fonts/inner/thai.ttf'))
    const broken = join(data, 'fonts/broken.ttf')
    writeFileSync(broken, 'no font')
    vi.stubEnv('XDG_DATA_HOME', data)
    vi.stubEnv('XDG_DATA_DIRS', join(folder, 'absent'))
    vi.stubEnv('HOME', join(folder, 'absent'))
    const fonts = await openFonts({ system: true })
    expect(fonts.families).toEqual(['sans', 'serif', 'mono', 'Noto Sans Thai'])
    expect(fonts.problems).toEqual([
      {
        code: 'bad-font',
        severity: 'warning',
        message: expect.stringContaining(broken),
      },
    ])
    expect((await openFonts()).families).toEqual(['sans', 'serif', 'mono'])
  })

  it('are in the folders of each system', () => {
    expect(systemFontFolders('darwin', {}, '/Users/dana')).toContain('/Users/dana/Library/Fonts')
    expect(systemFontFolders('win32', { WINDIR: 'D:\\Win' }, 'C:\\dana')[0]).toContain('D:\\Win')
    expect(systemFontFolders('linux', {}, '/home/dana')).toEqual([
      '/home/dana/.local/share/fonts',
      '/usr/local/share/fonts',
      '/usr/share/fonts',
      '/home/dana/.fonts',
    ])
  })
})
