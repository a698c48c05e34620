import type { Box } from '../geometry/index.ts'
import { fail } from '../problem/index.ts'
import type { Ink, SolidInk } from '../sheet/index.ts'
import { checkFinite, checkLength } from './checks.ts'
import type { ImageItem, RectangleItem, RuleItem } from './drawing.ts'
import type { Picture } from './picture.ts'

/** A filled rectangle. Throws on lengths that are negative or not finite. */
export function rectangle(box: Box, ink: Ink, radius = 0): RectangleItem {
  const { x, y, width, height } = box
  checkFinite('a rectangle', { x, y, width, height, radius })
  for (const [name, value] of Object.entries({ width, height, radius })) {
    checkLength('a rectangle', name, value)
  }
  return {
    kind: 'rectangle',
    x,
    y,
    width,
    height,
    ink: solid(ink),
    radius: Math.min(radius, width / 2, height / 2),
  }
}

/** A raster image, drawn to fill a box. Throws on lengths that are negative or not finite. */
export function image({ x, y, width, height }: Box, picture: Picture): ImageItem {
  checkFinite('an image', { x, y, width, height })
  checkLength('an image', 'width', width)
  checkLength('an image', 'height', height)
  return { kind: 'image', x, y, width, height, picture }
}

/** A straight line of a width. Throws on coordinates that are not finite. */
export function rule(
  from: readonly [x: number, y: number],
  to: readonly [x: number, y: number],
  ink: Ink,
  width = 1,
): RuleItem {
  checkFinite('a rule', { x1: from[0], y1: from[1], x2: to[0], y2: to[1], width })
  checkLength('a rule', 'width', width)
  return { kind: 'rule', from, to, width, ink: solid(ink) }
}

function solid(ink: Ink): SolidInk {
  if (ink.kind === 'solid') return ink
  return fail('gradient-ink', 'shapes are not painted with gradients yet', { hint: 'use a color' })
}
