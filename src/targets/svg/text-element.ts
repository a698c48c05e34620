import { fontFaces, type GlyphsItem, numberText, unitScale } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import { cssString, xmlText } from '../../notation/index.ts'
import { painted } from './paint.ts'

/** Fonts of a document whose text is text. */
export interface TextFonts {
  /** The class of text in a face with features. */
  classOf(face: Face, features: readonly string[]): string
  styleSheet(): string
}

export function textFonts(urlOf?: (face: Face) => string): TextFonts {
  const faces = fontFaces('face', urlOf)
  const classes = new Map<string, string>()
  let rules = ''
  return {
    classOf(face, features) {
      const axes = [...face.coordinates].map(([tag, value]) => `${cssString(tag)} ${value}`)
      const settings = features.map(f => `${cssString(f.slice(0, 4))} ${f.slice(5)}`)
      const rule =
        `font-family:${cssString(faces.family(face))};font-synthesis:none;white-space:pre;text-rendering:geometricPrecision` +
        (axes.length > 0 ? `;font-variation-settings:${axes.join(',')}` : '') +
        (settings.length > 0 ? `;font-feature-settings:${settings.join(',')}` : '')
      let name = classes.get(rule)
      if (name === undefined) {
        name = `t${classes.size + 1}`
        classes.set(rule, name)
        rules += `.${name}{${rule}}\n`
      }
      return name
    },
    styleSheet: () => (rules === '' ? '' : `<style>\n${faces.rules()}${rules}</style>\n`),
  }
}

/** Whether a browser sets an item as it stands here, from its text and its face. */
export function isPlainText({ face, glyphs, paint, isHyphen, text }: GlyphsItem): boolean {
  if (paint || isHyphen || face.synthesized.length > 0) return false
  // Leaders fill a tab, and letters below each other have no advances.
  const isLed = text === '\t' && glyphs.glyphs.length > 1
  return !isLed && glyphs.advances.some(advance => advance !== 0)
}

/** A run as real text, as long as it is here. */
export function textElement(item: GlyphsItem, fonts: TextFonts): string {
  const { face, glyphs, size, ink, text, features = [] } = item
  if (text.trim() === '') return ''
  let units = 0
  for (const advance of glyphs.advances) units += advance
  const width = units * unitScale(face, size)
  const { clusters } = glyphs
  const isLeftward = clusters.length > 1 && clusters[0] > clusters[clusters.length - 1]
  const x = numberText(isLeftward ? item.x + width : item.x)
  const direction = isLeftward ? ' direction="rtl"' : ''
  return (
    `<text class="${fonts.classOf(face, features)}" x="${x}" y="${numberText(item.y)}" ` +
    `font-size="${numberText(size)}" textLength="${numberText(width)}"${direction}` +
    `${painted('fill', ink)}>${xmlText(text)}</text>\n`
  )
}
