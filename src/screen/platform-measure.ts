import { boundedMap } from '../blocks/index.ts'
import type { Face, Style } from '../core.ts'
import { cssString } from '../notation/index.ts'

/** As many widths are kept. */
const mostKept = 2000

/** Measures letters as the browser paints them where a text's own faces lack them, in units. */
export function platformMeasure(
  page: Document,
  family: (face: Face) => string,
  isAwaited: () => boolean,
): (letters: string, style: Style, face: Face) => number {
  const known = boundedMap<string, number>(mostKept)
  let context: CanvasRenderingContext2D | null | undefined
  return (letters, { size, weight, slant }, face) => {
    const font = `${slant === 'normal' ? '' : 'italic '}${weight} ${size}px ${cssString(family(face))}`
    const key = `${font} ${letters}`
    let width = known.get(key)
    if (width === undefined) {
      context ??= page.createElement('canvas').getContext('2d')
      if (!context) return size
      context.font = font
      width = context.measureText(letters).width
      // What no face of the platform has is as wide as in the text's own, once that is there.
      if (!isAwaited()) known.set(key, width, 1)
    }
    return width
  }
}
