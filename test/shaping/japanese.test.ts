import { readFileSync } from 'node:fs'
import { defineSheet, openFonts, typesetterFor } from 'dot-line'
import { describe, expect, it } from 'vitest'
import { fontFiles, tablePlace } from '../support/font-files.ts'

const text = '船は夕暮れにフェリー乗り場を出ます'
const bytes = readFileSync(fontFiles.japanese)

/** Its only feature, which it has for kana, under another name: one that is on without being asked for. */
function withFeature(tag: string): Buffer {
  const copy = Buffer.from(bytes)
  const [rules] = tablePlace(copy, 'GSUB')
  copy.write(tag, copy.indexOf('vert', rules), 'latin1')
  return copy
}

async function setIn(font: Buffer) {
  const fonts = await openFonts({ builtIn: ['sans'], files: [font] })
  const family = fonts.families.find(name => name !== 'sans') ?? ''
  const sheet = defineSheet({ styles: { defaults: { family, language: 'ja' } } })
  const face = fonts.face(family, { weight: 400, slant: 'normal' })
  return { face, layout: typesetterFor({ sheet, fonts }).set(text) }
}

describe('Japanese', () => {
  it('is one run where a font has the same rules for its scripts', async () => {
    const { face, layout } = await setIn(bytes)
    expect(face.sharesRules('Hani', 'Hira', [])).toBe(true)
    const { runs } = layout.lines[0]
    expect(runs.map(run => run.text)).toEqual([text])
    const alone = [...text].map(one => face.glyphOf(one.codePointAt(0) ?? 0))
    expect([...runs[0].glyphs.glyphs]).toEqual(alone)
  })

  it('is one run per script where kana have their own rules', async () => {
    const { face, layout } = await setIn(withFeature('liga'))
    expect(face.sharesRules('Hani', 'Hira', [])).toBe(false)
    expect(face.sharesRules('Hira', 'Kana', [])).toBe(true)
    expect(layout.lines[0].runs.map(run => run.text)).toEqual([
      ...['船', 'は', '夕暮', 'れにフェリー', '乗', 'り', '場', 'を', '出', 'ます'],
    ])
  })

  it('is one run per script where those rules are requested', async () => {
    const { face } = await setIn(bytes)
    expect(face.sharesRules('Hani', 'Hira', ['vert'])).toBe(false)
    expect(face.sharesRules('Hani', 'Hira', ['hwid'])).toBe(true)
  })
})
