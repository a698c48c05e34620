import {
  type Drawing,
  eachGlyph,
  type GlyphsItem,
  type Item,
  numberText,
  type Picture,
  type RectangleItem,
} from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import type { SolidInk } from '../../sheet/index.ts'
import { hex16 } from './bytes.ts'
import { clusterTexts } from './cluster-texts.ts'
import type { EmbeddedFont } from './embedded-font.ts'

/** What a page needs of the document. */
export interface PageResources {
  font(face: Face): EmbeddedFont
  /** What the page's resources call an image. */
  image(picture: Picture): string
  /** The name of a graphics state that paints with this opacity. */
  opacity(opacity: number): string
}

/** The operators (ISO 32000-2, annex A) that paint a drawing; y grows upward from its lower edge. */
export function pageContent({ box, items }: Drawing, resources: PageResources): string {
  const left = box.x
  const bottom = box.y + box.height
  const point = (x: number, y: number) => `${numberText(x - left)} ${numberText(bottom - y)}`
  return items.map(item => itemContent(item, point, resources)).join('')
}

type Point = (x: number, y: number) => string

function itemContent(item: Item, point: Point, resources: PageResources): string {
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
  resources: PageResources,
  content: string,
): string {
  const components = [1, 3, 5].map(i => Number.parseInt(ink.color.slice(i, i + 2), 16) / 255)
  const color = `${components.map(c => numberText(c)).join(' ')} ${operator}\n`
  if (ink.opacity >= 1) return color + content
  return `q ${color}/${resources.opacity(ink.opacity)} gs\n${content}Q\n`
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
function glyphsContent(item: GlyphsItem, point: Point, resources: PageResources): string {
  const font = resources.font(item.face)
  const texts = clusterTexts(item)
  const perMille = 1000 / item.face.metrics.unitsPerEm
  let operators = ''
  let array = ''
  let codes = ''
  let rise = 0
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
    const back = numberText(reached - x * perMille, 2)
    if (back !== '0') {
      endCodes()
      array += back
      reached -= Number(back)
    }
    codes += hex16(font.code(glyph, texts[i]))
    reached += font.width(glyph)
  })
  endArray()
  if (rise !== 0) operators += '0 Ts\n'
  if (operators === '') return ''
  const size = numberText(item.size, 6)
  return `BT /${font.name} ${size} Tf 1 0 0 1 ${point(item.x, item.y)} Tm\n${operators}ET\n`
}
