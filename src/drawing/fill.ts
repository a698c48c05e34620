import { type Box, identity } from '../geometry/index.ts'
import {
  type GradientInk,
  type Ink,
  representativeColor,
  type SolidInk,
  type Style,
} from '../sheet/index.ts'
import type { Fill, Stroke } from './drawing.ts'

/** An ink as it fills a shape; a gradient spans the box, `through` multiplies its opacity. */
export function fillOf(ink: Ink, box: Box, through = 1): Fill {
  if (ink.kind === 'solid') return solidFill(ink, through)
  const stops = ink.stops.map(({ at, color, opacity }) => ({
    offset: at,
    color,
    opacity: opacity * through,
  }))
  const middle = [box.x + box.width / 2, box.y + box.height / 2] as const
  if (ink.kind === 'radial') {
    const reach = Math.hypot(box.width, box.height) / 2
    return { kind: 'radial', from: [...middle, 0], to: [...middle, reach], stops, matrix: identity }
  }
  const [dx, dy] = direction(ink, box)
  const [x, y] = middle
  return { kind: 'linear', from: [x - dx, y - dy], to: [x + dx, y + dy], stops, matrix: identity }
}

/** A style's ink as one color, shown as far as `through` says. */
export function inkOf({ ink }: Style, through: number): SolidInk {
  const solid = representativeColor(ink)
  return through === 1 ? solid : { ...solid, opacity: solid.opacity * through }
}

export function solidFill({ color, opacity }: SolidInk, through = 1): Fill {
  return { kind: 'solid', color, opacity: opacity * through }
}

/** Whether letters have a line along them alone. */
export const isHollow = ({ stroke }: Style): boolean => stroke !== 'none' && stroke.fill === false

/** The line along the letters of a style, if it has one, shown as far as `through` says. */
export function strokeOf({ stroke }: Style, through: number): Stroke | undefined {
  if (stroke === 'none') return undefined
  const ink = representativeColor(stroke.ink)
  return {
    ink: { ...ink, opacity: ink.opacity * through },
    width: stroke.width,
    align: stroke.align ?? 'outside',
  }
}

/** From the middle to the gradient's end: its last color stands in a corner (CSS Images 3, 3.1.1). */
function direction({ angle }: GradientInk, { width, height }: Box): readonly [number, number] {
  const radians = (angle * Math.PI) / 180
  const [cos, sin] = [Math.cos(radians), Math.sin(radians)]
  const half = (Math.abs(width * cos) + Math.abs(height * sin)) / 2
  return [cos * half, -sin * half]
}
