import {
  type Fill,
  numberText,
  type PathItem,
  strokeParts,
  surroundings,
} from '../../drawing/index.ts'
import type { Outline } from '../../geometry/index.ts'
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
  const { width, isBelow, isCut } = strokeParts(stroke, fill)
  const line =
    `<path d="${d}" fill="none"${painted('stroke', stroke.ink)} ` +
    `stroke-width="${numberText(width)}" stroke-linejoin="round"`
  if (!isBelow) return `${filled}${line}/>\n`
  const clip = isCut
    ? ` clip-path="url(#${outsideOf(item.outline, stroke.width, definitions)})"`
    : ''
  return `${line}${clip}/>\n${filled}`
}

/** All around a shape, but not the shape. */
function outsideOf(outline: Outline, width: number, definitions: Definitions): string {
  const d = outlinePath(surroundings(outline, width))
  return definitions.add(
    'outside',
    d,
    id => `<clipPath id="${id}"><path d="${d}" clip-rule="evenodd"/></clipPath>`,
  )
}
