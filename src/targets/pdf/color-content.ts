import { numberText } from '../../drawing/index.ts'
import type { ColorPart, LinearPaint, RadialPaint } from '../../fonts/index.ts'
import { type Extents, type Outline, outlineBox } from '../../geometry/index.ts'
import { outlineContent } from './outline-content.ts'
import type { Resources } from './resources.ts'
import { colorComponents } from './shading.ts'

/** The operators that paint a glyph of colors of its own, in font units. */
export function colorContent(parts: readonly ColorPart[], resources: Resources): string {
  return parts.map(part => partContent(part, resources)).join('')
}

function partContent(part: ColorPart, resources: Resources): string {
  if (part.kind === 'fill') {
    const { outline, paint } = part
    if (outline.segments === '') return ''
    if (paint.kind !== 'solid') return gradientContent(outline, paint, resources)
    const color = paint.color === undefined ? '' : `${colorComponents(paint.color)} rg\n`
    return `q ${opacityContent(paint.opacity, resources)}${color}${outlineContent(outline)}f Q\n`
  }
  const { opacity, blend, clip, parts: inner } = part
  const content = colorContent(inner, resources)
  const clipped = clip ? `${outlineContent(clip)}W n\n` : ''
  if (opacity >= 1 && blend === 'normal') return `q ${clipped}${content}Q\n`
  const box = boxOf(inner)
  if (!box) return ''
  const state = resources.state({ opacity, blend })
  return `q ${clipped}/${state} gs /${resources.form(content, box, 'color').name} Do Q\n`
}

function opacityContent(opacity: number, resources: Resources): string {
  return opacity < 1 ? `/${resources.state({ opacity })} gs\n` : ''
}

/** A shape filled with a gradient: clipped to, then shaded; its opacities are a mask. */
export function gradientContent(
  outline: Outline,
  paint: LinearPaint | RadialPaint,
  resources: Resources,
): string {
  const { xx, yx, xy, yy, dx, dy } = paint.matrix
  const map = `${[xx, yx, xy, yy, dx, dy].map(n => numberText(n, 6)).join(' ')} cm`
  const box = outlineBox(outline)
  let masked = ''
  const isEven = paint.stops.every(stop => stop.opacity === paint.stops[0].opacity)
  if (isEven) masked = opacityContent(paint.stops[0].opacity, resources)
  else if (box) {
    const gray = `q ${map} /${resources.shading(paint, 'opacity')} sh Q\n`
    const { number } = resources.form(gray, box, 'opacity')
    masked = `/${resources.state({ mask: number })} gs\n`
  }
  const shading = resources.shading(paint, 'color')
  return `q ${masked}${outlineContent(outline)}W n ${map} /${shading} sh Q\n`
}

function boxOf(parts: readonly ColorPart[]): Extents | undefined {
  const boxes = parts
    .map(part => (part.kind === 'fill' ? outlineBox(part.outline) : boxOf(part.parts)))
    .filter(box => box !== undefined)
  if (boxes.length === 0) return undefined
  return boxes.reduce((a, b) => ({
    left: Math.min(a.left, b.left),
    bottom: Math.min(a.bottom, b.bottom),
    right: Math.max(a.right, b.right),
    top: Math.max(a.top, b.top),
  }))
}
