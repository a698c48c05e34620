import type { Face } from '../fonts/index.ts'
import type { InlineBox } from '../markup/index.ts'
import type { Style } from '../sheet/index.ts'

/** How far a line box reaches from its baseline, both ways. */
export interface Reach {
  readonly above: number
  readonly below: number
}

/**
 * What a style asks of its line box: the face's ascent and descent, with half of what the leading
 * adds to them (or takes off) on each side (CSS Inline Layout 3, section 5.1).
 */
export function reachOf(face: Face, style: Style): Reach {
  const { unitsPerEm, ascent, descent } = face.metrics
  const scale = style.size / unitsPerEm
  const { leading, size } = style
  const distance = leading.kind === 'times' ? leading.factor * size : leading.units
  const halfLeading = (distance - (ascent - descent) * scale) / 2
  const rise = style.shift * size
  return { above: ascent * scale + halfLeading + rise, below: halfLeading - descent * scale - rise }
}

/** The same height about the middle of the line, which letters of vertical text stand on. */
export function centralReach({ above, below }: Reach, { shift, size }: Style): Reach {
  const half = (above + below) / 2
  const rise = shift * size
  return { above: half + rise, below: half - rise }
}

/** What an inline box asks of a line. */
export function boxReach(box: InlineBox, rise: number, isCentral: boolean): Reach {
  if (isCentral) return { above: box.width / 2 + rise, below: box.width / 2 - rise }
  return { above: box.baseline + rise, below: box.height - box.baseline - rise }
}

/** The box that holds both. */
export function joinedReach(a: Reach, b: Reach): Reach {
  return { above: Math.max(a.above, b.above), below: Math.max(a.below, b.below) }
}
