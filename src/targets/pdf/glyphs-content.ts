import { eachGlyph, type GlyphsItem, numberText } from '../../drawing/index.ts'
import { clusterTexts } from './cluster-texts.ts'
import type { Point } from './page-point.ts'
import type { Resources } from './resources.ts'

/** One TJ a run; a rise where glyphs stand off the baseline. */
export function glyphsContent(item: GlyphsItem, point: Point, resources: Resources): string {
  const face = resources.face(item.face)
  const size = numberText(item.size, 6)
  const texts = clusterTexts(item)
  const perMille = 1000 / item.face.metrics.unitsPerEm
  let operators = ''
  let array = ''
  let codes = ''
  let rise = 0
  let shown = ''
  /** Where readers have got to, by the rounded numbers they were given, in thousandths of an em. */
  let reached = 0

  const endCodes = () => {
    if (codes !== '') array += `<${codes}>`
    codes = ''
  }
  const endArray = () => {
    endCodes()
    if (array !== '') operators += `[${array}] TJ\n`
    array = ''
  }
  eachGlyph(item, (glyph, x, y, i) => {
    if (y !== rise) {
      endArray()
      rise = y
      operators += `${numberText((y * item.size) / item.face.metrics.unitsPerEm)} Ts\n`
    }
    const { font, code } = face.encoded(glyph, texts[i])
    if (font !== shown) {
      endArray()
      operators += `/${font} ${size} Tf\n`
      shown = font
    }
    const back = numberText(reached - x * perMille, 2)
    if (back !== '0') {
      endCodes()
      array += back
      reached -= Number(back)
    }
    codes += code
    reached += face.width(glyph)
  })
  endArray()
  if (rise !== 0) operators += '0 Ts\n'
  if (operators === '') return ''
  return `BT 1 0 0 1 ${point(item.x, item.y)} Tm\n${operators}ET\n`
}
