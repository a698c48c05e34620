import { openFonts } from 'dot-line'
import { describe, expect, it } from 'vitest'
import { readLigatureCarets } from '../../src/fonts/ligature-carets.ts'
import { readVerticalMetrics } from '../../src/fonts/vertical-metrics.ts'
import { fontFiles } from '../support/font-files.ts'

/** A font of tables that hold 16-bit numbers only. */
function tablesOf(tables: Readonly<Record<string, readonly number[]>>) {
  return {
    has: (tag: string) => tag in tables,
    table(tag: string) {
      const words = tables[tag]
      if (!words) return undefined
      const view = new DataView(new ArrayBuffer(words.length * 2))
      for (const [i, word] of words.entries()) view.setInt16(i * 2, word)
      return view
    },
  }
}

const heights = { unitsPerEm: 1000, ascent: 880, descent: -120 }
const extents = () => ({ left: 0, right: 500, top: 700, bottom: 0 })
/** `vhea` with so many long metrics. */
const heads = (count: number) => [...new Array(17).fill(0), count]
const rows = [1000, 30, 600, 10, -5]

describe('vertical metrics', () => {
  it('default to one em a letter', () => {
    const none = readVerticalMetrics(tablesOf({}), heights, extents)
    expect([none.isStated, none.advance(7), none.origin(7)]).toEqual([false, 1000, 880])
  })

  it('are read from vmtx, whose last advance repeats', () => {
    const font = tablesOf({ vhea: heads(2), vmtx: rows })
    const { isStated, advance, origin } = readVerticalMetrics(font, heights, extents)
    expect([isStated, advance(0), advance(1), advance(2)]).toEqual([true, 1000, 600, 600])
    expect([origin(0), origin(1), origin(2)]).toEqual([730, 710, 695])
  })

  it('begin at the origin in VORG or at its default', () => {
    const font = tablesOf({ vhea: heads(2), vmtx: rows, VORG: [1, 0, 850, 1, 3, 640] })
    const { origin } = readVerticalMetrics(font, heights, extents)
    expect([origin(0), origin(3)]).toEqual([850, 640])
  })

  it('of broken tables are the defaults', () => {
    const cut = tablesOf({ vhea: heads(90), vmtx: rows, VORG: [1, 0] })
    expect(readVerticalMetrics(cut, heights, extents).isStated).toBe(false)
  })

  it('of a font for Japanese are its own', async () => {
    const fonts = await openFonts({ files: [fontFiles.japanese], builtIn: [] })
    const face = fonts.face(fonts.families[0], { weight: 400, slant: 'normal' })
    expect(face.vertical().isStated).toBe(true)
    expect(face.vertical().advance(face.glyphOf(0x8239))).toBe(face.metrics.unitsPerEm)
  })
})

describe('ligature carets', () => {
  // Header, a list of one ligature, its two carets, and the coverage of glyph 5 or of 4 to 6.
  const list = (coverage: readonly number[]) => [
    1,
    0,
    0,
    0,
    12,
    0,
    20,
    1,
    6,
    2,
    6,
    10,
    1,
    210,
    1,
    430,
    ...coverage,
  ]

  it('are read by glyph', () => {
    const carets = readLigatureCarets(tablesOf({ GDEF: list([1, 1, 5]) }))
    expect(carets(5)).toEqual([210, 430])
    expect(carets(4)).toEqual([])
  })

  it('are absent in fonts without them and in broken ones', () => {
    expect(readLigatureCarets(tablesOf({}))(5)).toEqual([])
    for (let length = 0; length < 18; length++) {
      const carets = readLigatureCarets(tablesOf({ GDEF: list([1, 1, 5]).slice(0, length) }))
      expect(carets(5).every(Number.isFinite)).toBe(true)
    }
  })
})
