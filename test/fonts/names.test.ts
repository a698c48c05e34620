import { readFileSync } from 'node:fs'
import { defineSheet, openFonts, typesetterFor } from 'dot-line'
import { toPdf } from 'dot-line/pdf'
import { describe, expect, it } from 'vitest'

const file = new URL('../../assets/fonts/SourceSans3-Regular.ttf', import.meta.url)

/** A copy of a font, with a place to change: where a table is listed, and where it starts. */
function changed(change: (view: DataView, entry: number, start: number) => void): Uint8Array {
  const bytes = Uint8Array.from(readFileSync(file))
  const view = new DataView(bytes.buffer)
  for (let entry = 12; entry < 12 + view.getUint16(4) * 16; entry += 16) {
    const isName = view.getUint32(entry) === 0x6e616d65
    if (isName) change(view, entry, view.getUint32(entry + 8))
  }
  return bytes
}

/** All its names, as if they were for another platform. */
const named = (platform: number, rename: (view: DataView, record: number, text: number) => void) =>
  changed((view, _, start) => {
    const strings = start + view.getUint16(start + 4)
    for (let i = 0, at = start + 6; i < view.getUint16(start + 2); i++, at += 12) {
      view.setUint16(at, platform)
      rename(view, at, strings + view.getUint16(at + 10))
    }
  })

/** The family alone: names share their letters. */
const roman = named(1, (view, record, text) => {
  if (view.getUint16(record + 6) !== 1) return view.setUint16(record, 9)
  const letters = view.getUint16(record + 8) / 2
  for (let i = 0; i < letters; i++) view.setUint8(text + i, view.getUint8(text + 2 * i + 1))
  view.setUint16(record + 2, 0)
  view.setUint16(record + 4, 0)
  view.setUint16(record + 8, letters)
})
const nameless = changed((view, entry) => view.setUint32(entry, 0x6e6f7065))
const emptied = changed((view, _, start) => view.setUint16(start + 2, 0))

describe('names of fonts', () => {
  it('are read for any platform', async () => {
    const fonts = await openFonts({ builtIn: [], files: [named(0, () => {})] })
    expect(fonts.families).toEqual(['Source Sans 3'])
    const old = await openFonts({ builtIn: [], files: [roman] })
    expect(old.families).toEqual(['Source Sans 3'])
  })

  it.each([
    ['no table of names', nameless],
    ['an empty one', emptied],
  ])('are not needed where one is given, and asked for where not: %s', async (_, source) => {
    const fonts = await openFonts({
      builtIn: [],
      embedding: true,
      files: [{ source, family: 'Quay' }],
    })
    const sheet = defineSheet({ styles: { defaults: { family: ['Quay'] } } })
    const layout = typesetterFor({ sheet, fonts }).set('Boats')
    expect(layout.problems).toEqual([])
    expect(toPdf(layout).length).toBeGreaterThan(1000)
    expect(fonts.face('Quay', { weight: 400, slant: 'normal' }).postScriptName).toBe('Unnamed')
    await expect(openFonts({ builtIn: [], files: [source] })).rejects.toMatchObject({
      code: 'bad-font',
      message: expect.stringContaining('no family name'),
      hint: 'say what it is called: { source, family }',
    })
  })
})
