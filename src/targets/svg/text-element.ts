import { base64, type GlyphsItem, numberText } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import { painted } from './paint.ts'
import { xmlText } from './xml.ts'

/** Fonts of a document whose text is text. */
export interface TextFonts {
  /** The class of text in a face with features. */
  classOf(face: Face, features: readonly string[]): string
  styleSheet(): string
}

/** Faces stand under names of their own: those of the reader's system are never meant. */
export function textFonts(urlOf: ((face: Face) => string) | undefined): TextFonts {
  const families = new Map<Face, string>()
  const classes = new Map<string, string>()
  let rules = ''
  function familyOf(face: Face): string {
    let family = families.get(face)
    if (family === undefined) {
      family = `face ${families.size + 1} ${face.postScriptName.replace(/[^A-Za-z0-9-]/g, '')}`
      families.set(face, family)
      const url = urlOf ? urlOf(face) : `data:font/sfnt;base64,${base64(face.bytes)}`
      rules += `@font-face{font-family:"${family}";src:url("${cssText(url)}")}\n`
    }
    return family
  }
  return {
    classOf(face, features) {
      const axes = [...face.coordinates].map(([tag, value]) => `"${cssText(tag)}" ${value}`)
      const settings = features.map(f => `"${cssText(f.slice(0, 4))}" ${f.slice(5)}`)
      const rule =
        `font-family:"${familyOf(face)}";font-synthesis:none;white-space:pre;text-rendering:geometricPrecision` +
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
    styleSheet: () => (rules === '' ? '' : `<style>\n${rules}</style>\n`),
  }
}

/** Text for a CSS string inside XML: what either would take for its own is escaped. */
function cssText(text: string): string {
  return text.replace(/["\\<>&\n\r\f]/g, c => `\\${c.codePointAt(0)?.toString(16)} `)
}

/** Whether a browser sets an item as it stands here, from its text and its face. */
export function isPlainText({ face, glyphs, finish, isHyphenated, text }: GlyphsItem): boolean {
  if (finish || isHyphenated || face.madeUp.length > 0) return false
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
  const width = (units * size) / face.metrics.unitsPerEm
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
