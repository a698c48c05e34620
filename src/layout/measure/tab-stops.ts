import type { Face } from '../../fonts/index.ts'
import type { Style } from '../../sheet/index.ts'

export type TabStop = Style['tabs'][number]

/** Sums of widths may come out just short of a stop that is reached. */
export const reached = 1e-6

const sorted = new WeakMap<readonly TabStop[], readonly TabStop[]>()

/** In rising order; those of a style are sorted once. */
export function sortedStops(stops: readonly TabStop[]): readonly TabStop[] {
  let known = sorted.get(stops)
  if (!known) {
    known = stops.toSorted((a, b) => a.at - b.at)
    sorted.set(stops, known)
  }
  return known
}

/** The first stop at a place or behind it. */
export function stopFrom(x: number, stops: readonly TabStop[], tabWidth: number): TabStop {
  let low = 0
  let high = stops.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (stops[middle].at >= x - reached) high = middle
    else low = middle + 1
  }
  return stops[low] ?? { at: Math.ceil(x / tabWidth - reached) * tabWidth }
}

const spacesPerTab = 8

/** The distance of the usual tab stops: eight spaces; and half a digit (CSS Text 3, 4.1.2). */
export function tabSizes(face: Pick<Face, 'advance' | 'glyphOf'>, scale: number) {
  const widthOf = (character: string) => face.advance(face.glyphOf(character.charCodeAt(0))) * scale
  return { tabWidth: spacesPerTab * Math.max(1, widthOf(' ')), leastTab: widthOf('0') / 2 }
}
