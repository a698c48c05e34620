import type { Box } from './box.ts'
import { type Outline, polygon } from './outline.ts'

/** Distance of a handle from the corner, for a quarter of a circle by one cubic (off by 0.03 %). */
const handle = 1 - 0.5522847498

/** Sides of a rectangle. */
export type RectangleSides = 'left' | 'right' | 'both'

/** A rectangle, its corners rounded but for those of `square` sides. */
export function rectangleOutline(
  { x, y, width, height }: Box,
  radius = 0,
  square?: RectangleSides,
): Outline {
  const [right, bottom] = [x + width, y + height]
  if (radius <= 0 || square === 'both') return polygon(x, y, right, y, right, bottom, x, bottom)
  const r = Math.min(radius, width / (square ? 1 : 2), height / 2)
  const pen = rectanglePen()
  if (square === 'left') pen.moveTo(x, y)
  else pen.moveTo(x + r, y)
  if (square === 'right') pen.lineTo(right, y).lineTo(right, bottom)
  else pen.cornerRight(right, y, bottom, r)
  if (square === 'left') pen.lineTo(x, bottom)
  else pen.cornerLeft(x, y, bottom, r)
  return pen.outline('Z')
}

/** The border of a rectangle without its line on some sides. */
export function openRectangle(
  { x, y, width, height }: Box,
  radius: number,
  open: RectangleSides,
): Outline {
  const [right, bottom] = [x + width, y + height]
  const r = Math.max(0, Math.min(radius, width, height / 2))
  const pen = rectanglePen()
  if (open === 'left') pen.moveTo(x, y).cornerRight(right, y, bottom, r).lineTo(x, bottom)
  else if (open === 'right') pen.moveTo(right, bottom).cornerLeft(x, y, bottom, r).lineTo(right, y)
  else pen.moveTo(x, y).lineTo(right, y).moveTo(x, bottom).lineTo(right, bottom)
  return pen.outline('')
}

/** Draws sides of a rectangle with round corners, clockwise. */
function rectanglePen() {
  let segments = ''
  const points: number[] = []
  const add = (segment: string, ...places: number[]) => {
    segments += segment
    points.push(...places)
    return pen
  }
  const pen = {
    moveTo: (x: number, y: number) => add('M', x, y),
    lineTo: (x: number, y: number) => add('L', x, y),
    cornerRight(right: number, y: number, bottom: number, r: number) {
      const k = r * handle
      add('L', right - r, y)
      add('C', right - k, y, right, y + k, right, y + r)
      add('L', right, bottom - r)
      return add('C', right, bottom - k, right - k, bottom, right - r, bottom)
    },
    cornerLeft(x: number, y: number, bottom: number, r: number) {
      const k = r * handle
      add('L', x + r, bottom)
      add('C', x + k, bottom, x, bottom - k, x, bottom - r)
      add('L', x, y + r)
      return add('C', x, y + k, x + k, y, x + r, y)
    },
    outline: (end: string): Outline => ({
      segments: segments + end,
      points: Float32Array.from(points),
    }),
  }
  return pen
}
