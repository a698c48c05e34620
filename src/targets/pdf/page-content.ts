import {
  type Drawing,
  eachGlyph,
  eachItem,
  type GlyphsItem,
  numberText,
  type PaintedItem,
  type RectangleItem,
} from '../../drawing/index.ts'
import { type Matrix, product } from '../../geometry/index.ts'
import type { SolidInk } from '../../sheet/index.ts'
import { clusterTexts } from './cluster-texts.ts'
import type { Resources } from './resources.ts'
import { colorComponents } from './shading.ts'

/** The operators (ISO 32000-2, annex A) that paint a drawing; y grows upward from its lower edge. */
export function pageContent({ box, items }: Drawing, resources: Resources): string {
  const left = box.x
  const bottom = box.y + box.height
  const point = (x: number, y: number) => `${numberText(x - left)} ${numberText(bottom - y)}`
  let content = ''
  eachItem(items, {
    enter({ matrix }) {
      content += matrix ? `q ${flippedMatrix(matrix, left, bottom)} cm\n` : 'q\n'
    },
    leave() {
      content += 'Q\n'
    },
    item(item) {
      content += itemContent(item, point, resources)
    },
  })
  return content
}

/** A map of coordinates that grow downward, for those that grow upward from the page's lower edge. */
function flippedMatrix(matrix: Matrix, left: number, bottom: number): string {
  const flip = { xx: 1, yx: 0, xy: 0, yy: -1, dx: -left, dy: bottom }
  const back = { ...flip, dx: left }
  const { xx, yx, xy, yy, dx, dy } = product(flip, product(matrix, back))
  const scales = [xx, yx, xy, yy].map(n => numberText(n, 9)).join(' ')
  return `${scales} ${numberText(dx)} ${numberText(dy)}`
}

type Point = (x: number, y: number) => string

function itemContent(item: PaintedItem, point: Point, resources: Resources): string {
  switch (item.kind) {
    case 'glyphs':
      return inked(item.ink, 'rg', resources, glyphsContent(item, point, resources))
    case 'rectangle':
      return inked(item.ink, 'rg', resources, `${rectanglePath(item, point)} f\n`)
    case 'image': {
      const { x, y, width, height, picture } = item
      const size = `${numberText(width)} 0 0 ${numberText(height)}`
      return `q ${size} ${point(x, y + height)} cm /${resources.image(picture)} Do Q\n`
    }
    case 'rule': {
      const path = `${point(...item.from)} m ${point(...item.to)} l S\n`
      return inked(item.ink, 'RG', resources, `${numberText(item.width)} w ${path}`)
    }
  }
}

function inked(
  ink: SolidInk,
  operator: 'rg' | 'RG',
  resources: Resources,
  content: string,
): string {
  const color = `${colorComponents(ink.color)} ${operator}\n`
  if (ink.opacity >= 1) return color + content
  return `q ${color}/${resources.state({ opacity: ink.opacity })} gs\n${content}Q\n`
}

function rectanglePath({ x, y, width, height, radius }: RectangleItem, point: Point): string {
  if (radius === 0) {
    return `${point(x, y + height)} ${numberText(width)} ${numberText(height)} re`
  }
  const [right, bottom] = [x + width, y + height]
  // A quarter of a circle by one cubic, off by 0.03 % of the radius at most.
  const k = radius * (1 - 0.5522847498)
  return [
    `${point(x + radius, y)} m ${point(right - radius, y)} l`,
    `${point(right - k, y)} ${point(right, y + k)} ${point(right, y + radius)} c`,
    `${point(right, bottom - radius)} l`,
    `${point(right, bottom - k)} ${point(right - k, bottom)} ${point(right - radius, bottom)} c`,
    `${point(x + radius, bottom)} l`,
    `${point(x + k, bottom)} ${point(x, bottom - k)} ${point(x, bottom - radius)} c`,
    `${point(x, y + radius)} l`,
    `${point(x, y + k)} ${point(x + k, y)} ${point(x + radius, y)} c h`,
  ].join(' ')
}

/** One TJ a run; a rise where glyphs stand off the baseline. */
function glyphsContent(item: GlyphsItem, point: Point, resources: Resources): string {
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
