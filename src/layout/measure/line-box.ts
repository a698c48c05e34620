import type { Face } from '../../fonts/index.ts'
import type { InlineBoxItem } from '../../markup/index.ts'
import { unitScale } from '../../shaping/index.ts'
import type { Style } from '../../sheet/index.ts'

/** The extent of a line box from its baseline, in both directions. */
export interface LineExtents {
  readonly above: number
  readonly below: number
}

/**
 * The line box of a style: the face's ascent and descent, with half of the leading that is added
 * (or removed) on each side (CSS Inline Layout 3, section 5.1).
 */
export function lineExtentsOf(face: Face, style: Style): LineExtents {
  const { ascent, descent } = face.metrics
  const scale = unitScale(face, style.size)
  const { leading, size } = style
  const distance = leading.kind === 'times' ? leading.factor * size : leading.units
  const halfLeading = (distance - (ascent - descent) * scale) / 2
  const rise = style.baselineShift * size
  return { above: ascent * scale + halfLeading + rise, below: halfLeading - descent * scale - rise }
}

/** The same height, centered on the middle of the line, as letters of vertical text are. */
export function centralExtents(
  { above, below }: LineExtents,
  { baselineShift: shift, size }: Style,
): LineExtents {
  const half = (above + below) / 2
  const rise = shift * size
  return { above: half + rise, below: half - rise }
}

/** The line box that an inline box asks for. */
export function objectExtents(
  object: InlineBoxItem,
  rise: number,
  isCentral: boolean,
): LineExtents {
  if (isCentral) return { above: object.width / 2 + rise, below: object.width / 2 - rise }
  return { above: object.baseline + rise, below: object.height - object.baseline - rise }
}

/** The box that holds both. */
export function unitedExtents(a: LineExtents, b: LineExtents): LineExtents {
  return { above: Math.max(a.above, b.above), below: Math.max(a.below, b.below) }
}
