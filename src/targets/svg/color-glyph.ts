import { numberText } from '../../drawing/index.ts'
import type { ColorPart, ColorStop, LinearPaint, Paint, RadialPaint } from '../../fonts/index.ts'
import { identity, type Matrix } from '../../geometry/index.ts'
import { outlinePath } from './outline-path.ts'

/** A glyph of colors of its own, in font units. Ids of gradients and clips start with the glyph's. */
export function colorGlyph(parts: readonly ColorPart[], id: string): string {
  let definitions = ''
  let count = 0
  const nextId = () => `${id}-${++count}`

  function define(what: string): string {
    definitions += what
    return `url(#${id}-${count})`
  }

  function fillOf(paint: Paint): string {
    if (paint.kind === 'solid') {
      const fill = paint.color === undefined ? '' : ` fill="${paint.color}"`
      return fill + opacityOf('fill', paint.opacity)
    }
    return ` fill="${define(gradientElement(paint, nextId()))}"`
  }

  function element(part: ColorPart): string {
    if (part.kind === 'fill') {
      const path = outlinePath(part.outline)
      return path === '' ? '' : `<path d="${path}"${fillOf(part.paint)}/>`
    }
    const { opacity, blend, clip, parts: inner } = part
    let attributes = opacityOf('', opacity)
    if (clip) {
      const shape = `<clipPath id="${nextId()}"><path d="${outlinePath(clip)}"/></clipPath>`
      attributes += ` clip-path="${define(shape)}"`
    }
    if (blend !== 'normal') attributes += ` style="mix-blend-mode:${blend}"`
    return `<g${attributes}>${inner.map(element).join('')}</g>`
  }

  const body = parts.map(element).join('')
  return `${definitions}<g id="${id}">${body}</g>`
}

/** A gradient in the coordinates of what it fills. */
export function gradientElement(paint: LinearPaint | RadialPaint, id: string): string {
  const head = `id="${id}" gradientUnits="userSpaceOnUse"${transformOf(paint.matrix)}`
  const stops = paint.stops.map(stopElement).join('')
  const [x1, y1, r1] = paint.from.map(n => numberText(n))
  const [x2, y2, r2] = paint.to.map(n => numberText(n))
  return paint.kind === 'linear'
    ? `<linearGradient ${head} x1="${x1}" y1="${y1}" x2="${x2}" y2="${y2}">${stops}</linearGradient>`
    : `<radialGradient ${head} fx="${x1}" fy="${y1}" fr="${r1}" cx="${x2}" cy="${y2}" r="${r2}">${stops}</radialGradient>`
}

function stopElement({ offset, color, opacity }: ColorStop): string {
  return `<stop offset="${numberText(offset, 6)}" stop-color="${color}"${opacityOf('stop', opacity)}/>`
}

function opacityOf(of: string, opacity: number): string {
  const name = of === '' ? 'opacity' : `${of}-opacity`
  return opacity < 1 ? ` ${name}="${numberText(opacity)}"` : ''
}

function transformOf(matrix: Matrix): string {
  if (matrix === identity) return ''
  const { xx, yx, xy, yy, dx, dy } = matrix
  const numbers = [xx, yx, xy, yy, dx, dy].map(n => numberText(n, 6))
  return ` gradientTransform="matrix(${numbers.join(' ')})"`
}
