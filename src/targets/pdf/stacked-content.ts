import { type GlyphsItem, numberText } from '../../drawing/index.ts'
import { eachCluster } from './each-cluster.ts'
import type { Point } from './page-point.ts'
import type { Resources } from './resources.ts'
import { placeDecimals } from './units.ts'

/** The distance that a letter may hang within the line, in thousandths of an em. */
const slack = 10

/**
 * Letters below each other, in a font that writes downward (ISO 32000-2, 9.7.4.3): readers take
 * what goes down in another for lines of one letter each.
 */
export function stackedContent(item: GlyphsItem, point: Point, resources: Resources): string {
  const { glyphs, text, size } = item
  const face = resources.face(item)
  const perMille = 1000 / item.face.metrics.unitsPerEm
  const scale = 10 ** placeDecimals(size)
  let [operators, array, codes, font] = ['', '', '', '']
  // Letters hang from the same height; that of the first is what it stands below its top.
  const hookY = Math.min(1000, Math.max(500, Math.round(-glyphs.offsetsY[0] * perMille) - slack))
  /**
   * The position at which viewers begin on the line, and the one they reach, in thousandths of an
   * em.
   */
  let [top, reached] = [0, 0]
  const endArray = () => {
    if (codes !== '') array += `(${codes})`
    if (array !== '') operators += `[${array}]TJ\n`
    codes = ''
    array = ''
  }
  eachCluster(item, (from, to, start, end) => {
    const [x, y] = [glyphs.offsetsX[from], glyphs.offsetsY[from]]
    const parts = Array.from(glyphs.glyphs.subarray(from, to), (glyph, i) => ({
      glyph,
      x: glyphs.offsetsX[from + i] - x,
      y: glyphs.offsetsY[from + i] - y,
    }))
    const shown = face.stacked(parts, text.slice(start, end), { x: -x * perMille, y: hookY })
    const wanted = -y * perMille - hookY
    if (font === '') top = wanted
    if (shown.font !== font) {
      endArray()
      font = shown.font
      operators += `/${font} ${numberText(size, 6)} Tf\n`
    }
    const on = Math.round((wanted - top - reached) * scale) / scale
    if (on !== 0) {
      if (codes !== '') array += `(${codes})`
      codes = ''
      array += on
      reached += on
    }
    codes += shown.code
    reached += shown.width
  })
  endArray()
  if (operators === '') return ''
  const start = point(item.x, item.y + (top * size) / 1000)
  return `BT 1 0 0 1 ${start} Tm\n${operators}ET\n`
}
