import { type GlyphsItem, numberText } from '../../drawing/index.ts'
import { eachCode } from './each-code.ts'
import type { Point } from './page-point.ts'
import type { Resources } from './resources.ts'
import { stackedContent } from './stacked-content.ts'
import { placeDecimals } from './units.ts'

/** Whether two items of a line can be shown as one: readers see words apart where one ends. */
export function isShownAlike(a: GlyphsItem, b: GlyphsItem): boolean {
  if (a.isStacked || b.isStacked) return false
  return a.face === b.face && a.size === b.size && a.ink === b.ink && !a.paint && !b.paint
}

/** Items of one baseline, face and size: one TJ, but where the font or the rise changes. */
export function glyphsContent(
  items: readonly GlyphsItem[],
  point: Point,
  resources: Resources,
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
  /** Where readers have got to, by the rounded numbers they were given, in thousandths of an em. */
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
    eachCode(item, shownBy, (shown, x, y) => {
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
  }
  endArray()
  if (rise !== 0) operators += '0 Ts\n'
  if (operators === '') return ''
  return `BT 1 0 0 1 ${point(left, baseline)} Tm\n${operators}ET\n`
}
