import { type GlyphsItem, numberText } from '../../drawing/index.ts'
import { utf16String } from './bytes.ts'
import { eachCode } from './each-code.ts'
import type { Point } from './page-point.ts'
import type { Resources } from './resources.ts'
import { stackedContent } from './stacked-content.ts'
import { placeDecimals } from './units.ts'
import { wordsWithMarks } from './words-with-marks.ts'

/** Whether two items of a line can be shown as one: readers see words apart where one ends. */
export function isShownAlike(a: GlyphsItem, b: GlyphsItem): boolean {
  if (a.isStacked || b.isStacked) return false
  return a.face === b.face && a.size === b.size && a.ink === b.ink && !a.paint && !b.paint
}

/**
 * Items of one baseline, face and size: one TJ, but where the font or the rise changes, or a word
 * has a replacement text. Those must not stand within each other: where one is around all of this
 * already, `isReplaced` leaves them out.
 */
export function glyphsContent(
  items: readonly GlyphsItem[],
  point: Point,
  resources: Resources,
  isReplaced = false,
): string {
  const { x: left, y: baseline, size, face } = items[0]
  const { unitsPerEm } = face.metrics
  const embedded = resources.face(items[0])
  if (items[0].isStacked && embedded.canStack(items[0].glyphs.glyphs)) {
    return stackedContent(items[0], point, resources)
  }
  const perMille = 1000 / unitsPerEm
  const scale = 10 ** placeDecimals(size)
  let operators = ''
  let array = ''
  let codes = ''
  let rise = 0
  let font = ''
  /** The position that viewers reach with the rounded numbers, in thousandths of an em. */
  let reached = 0

  const endArray = () => {
    if (codes !== '') array += `(${codes})`
    if (array !== '') operators += `[${array}]TJ\n`
    codes = ''
    array = ''
  }
  for (const item of items) {
    const shownBy = resources.face(item)
    const start = ((item.x - left) / size) * 1000
    const words = isReplaced ? [] : wordsWithMarks(item)
    let word = 0
    let isInWord = false
    const endWord = () => {
      if (!isInWord) return
      endArray()
      operators += 'EMC\n'
      isInWord = false
      word++
    }
    eachCode(item, shownBy, (shown, x, y, at) => {
      if (isInWord && at >= words[word].end) endWord()
      if (!isInWord && word < words.length && at >= words[word].start) {
        endArray()
        const { start, end } = words[word]
        operators += `/Span << /ActualText ${utf16String(item.text.slice(start, end))} >> BDC\n`
        isInWord = true
      }
      if (y !== rise) {
        endArray()
        rise = y
        operators += `${numberText((y * size) / unitsPerEm)} Ts\n`
      }
      if (shown.font !== font) {
        endArray()
        font = shown.font
        operators += `/${font} ${numberText(size, 6)} Tf\n`
      }
      const back = Math.round((reached - start - x * perMille) * scale) / scale
      if (back !== 0) {
        if (codes !== '') array += `(${codes})`
        codes = ''
        array += back
        reached -= back
      }
      codes += shown.code
      reached += shown.width
    })
    endWord()
  }
  endArray()
  if (rise !== 0) operators += '0 Ts\n'
  if (operators === '') return ''
  return `BT 1 0 0 1 ${point(left, baseline)} Tm\n${operators}ET\n`
}
