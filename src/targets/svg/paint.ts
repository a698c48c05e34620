import { type Fill, isOpaque, numberText, type PathItem } from '../../drawing/index.ts'
import { outlineBox } from '../../geometry/index.ts'
import type { SolidInk } from '../../sheet/index.ts'
import { gradientElement } from './color-glyph.ts'
import type { Definitions } from './definitions.ts'
import { outlinePath } from './outline-path.ts'

/** An ink as attributes of an element. */
export function painted(what: 'fill' | 'stroke', { color, opacity }: SolidInk): string {
  const through = opacity < 1 ? ` ${what}-opacity="${numberText(opacity)}"` : ''
  return ` ${what}="${color}"${through}`
}

function fillAttributes(fill: Fill | undefined, definitions: Definitions): string {
  if (!fill) return ' fill="none"'
  if (fill.kind === 'solid') return painted('fill', { ...fill })
  const id = definitions.add('gradient', JSON.stringify(fill), own => gradientElement(fill, own))
  return ` fill="url(#${id})"`
}

/** A shape with its fill and its stroke; one outside shows beyond the shape only. */
export function pathElement(item: PathItem, definitions: Definitions): string {
  const { outline, fill, stroke } = item
  const d = outlinePath(outline)
  const filled = fill ? `<path d="${d}"${fillAttributes(fill, definitions)}/>\n` : ''
  if (!stroke) return filled
  const isOutside = stroke.place === 'outside'
  const width = numberText(stroke.width * (isOutside ? 2 : 1))
  const line = `${painted('stroke', stroke.ink)} stroke-width="${width}" stroke-linejoin="round"`
  if (!isOutside) return `${filled}<path d="${d}" fill="none"${line}/>\n`
  // What is painted over the inner half hides it; where nothing does, it is cut off.
  const clip = isOpaque(fill) ? '' : ` clip-path="url(#${outsideOf(item, definitions)})"`
  return `<path d="${d}" fill="none"${line}${clip}/>\n${filled}`
}

/** All around a shape, but not the shape. */
function outsideOf({ outline, stroke }: PathItem, definitions: Definitions): string {
  const box = outlineBox(outline) ?? { left: 0, bottom: 0, right: 0, top: 0 }
  const room = (stroke?.width ?? 0) + 1
  const [left, top] = [box.left - room, box.bottom - room].map(n => numberText(n))
  const [right, bottom] = [box.right + room, box.top + room].map(n => numberText(n))
  const d = `M${left} ${top}H${right}V${bottom}H${left}Z${outlinePath(outline)}`
  return definitions.add(
    'outside',
    d,
    id => `<clipPath id="${id}"><path d="${d}" clip-rule="evenodd"/></clipPath>`,
  )
}
