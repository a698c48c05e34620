import { fontFaces, type GlyphsItem, numberText, unitScale } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import { cssString, xmlText } from '../../notation/index.ts'
import { painted } from './paint.ts'

/** Browsers take blanks away where fullwidth punctuation meets (CSS Text 4, section 8.4), and add some at scripts' ends. */
const untrimmed = 'text-spacing-trim:space-all;text-autospace:no-autospace'

/** Fonts of a document whose text is text. */
interface TextFonts {
  /** The class of text in a face with features. */
  classOf(face: Face, features: readonly string[], text: string): string
  styleSheet(): string
}

export function textFonts(urlOf?: (face: Face) => string): TextFonts {
  const faces = fontFaces('face', urlOf)
  const classes = new Map<string, string>()
  let rules = ''
  return {
    classOf(face, features, text) {
      const axes = [...face.coordinates].map(([tag, value]) => `${cssString(tag)} ${value}`)
      const settings = features.map(f => `${cssString(f.slice(0, 4))} ${f.slice(5)}`)
      const rule =
        `font-family:${cssString(faces.family(face, text))};font-synthesis:none;white-space:pre;text-rendering:geometricPrecision;${untrimmed}` +
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
  // For what its face lacks a browser takes another.
  return !isLed && !glyphs.glyphs.includes(0) && glyphs.advances.some(advance => advance !== 0)
}

/**
 * Runs that are real text: those of a line that follow each other in one direction are one text,
 * so that a word of several colors is copied as one. Text is drawn into parts of it; whatever else
 * is drawn ends it first.
 */
interface OpenText {
  /** A run, with what closes the text before it where it is none of that. */
  add(item: GlyphsItem): string
  /** The end of the text that is open, if one is. */
  close(): string
}

const touching = 0.01

/** `language` is that of the document, which texts in another say. */
export function openText(fonts: TextFonts, language: string | undefined): OpenText {
  let before: GlyphsItem | undefined
  let textLanguage = language
  const close = () => {
    if (!before) return ''
    before = undefined
    return '</text>\n'
  }
  return {
    add(item) {
      if (!before && item.text.trim() === '') return ''
      const isSame =
        before !== undefined &&
        before.y === item.y &&
        before.isRightToLeft === item.isRightToLeft &&
        isBehind(before, item)
      const ending = isSame ? '' : close()
      // One that goes on where the last ended has no place of its own: its letters join with those.
      if (!isSame) textLanguage = item.language ?? language
      const start = isSame ? '' : textStart(item, language)
      const itemLanguage = languageText(item, textLanguage)
      const part = `<tspan${place(item, before)}${itemLanguage}${look(item, fonts)}>${xmlText(item.text)}</tspan>`
      before = item
      return ending + start + part
    },
    close,
  }
}

const textStart = (item: GlyphsItem, language: string | undefined) =>
  `<text y="${numberText(item.y)}"${languageText(item, language)}${item.isRightToLeft ? ' direction="rtl"' : ''}>`

const languageText = ({ language }: GlyphsItem, around: string | undefined) =>
  language === undefined || language === around ? '' : ` lang="${xmlText(language)}"`

/** Whether a run stands further along the line, in its direction. */
const isBehind = (before: GlyphsItem, item: GlyphsItem) =>
  item.isRightToLeft ? item.x < before.x : item.x > before.x

function place(item: GlyphsItem, before: GlyphsItem | undefined): string {
  const start = startOf(item)
  const goesOn = before && before.text !== '\t' && Math.abs(start - endOf(before)) < touching
  if (goesOn) return ''
  return ` x="${numberText(start)}"`
}

const startOf = (item: GlyphsItem) => (item.isRightToLeft ? item.x + widthOf(item) : item.x)
const endOf = (item: GlyphsItem) => (item.isRightToLeft ? item.x : item.x + widthOf(item))

function widthOf({ face, glyphs, size }: GlyphsItem): number {
  let units = 0
  for (const advance of glyphs.advances) units += advance
  return units * unitScale(face, size)
}

function look(item: GlyphsItem, fonts: TextFonts): string {
  const { face, size, ink, features = [], letterSpacing, wordSpacing, text } = item
  const letters = letterSpacing ? ` letter-spacing="${numberText(letterSpacing)}"` : ''
  const words = wordSpacing ? ` word-spacing="${numberText(wordSpacing)}"` : ''
  return (
    ` class="${fonts.classOf(face, features, text)}" font-size="${numberText(size)}"${letters}${words}` +
    painted('fill', ink)
  )
}
