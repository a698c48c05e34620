/** What the person reading prefers. */
export interface ReaderSettings {
  /** How much larger text is to be; 1 is as designed. */
  readonly scale?: number
}

/** Sizes up to this one grow by the whole of the reader's scale: body text and all that is smaller. */
const bodySize = 20

/** How much of the scale the part of a size above that still gets: scale to this power. */
const growthAbove = 0.4

/**
 * The size a reader gets: f(size, scale) = scale · size up to 20 units; of what is above them,
 * scale^0.4. Continuous, strictly rising in both, f(size, 1) = size; so large styles grow less,
 * and none ever overtakes another.
 */
export function scaledSize(size: number, scale: number): number {
  const body = Math.min(size, bodySize)
  return body * scale + (size - body) * scale ** growthAbove
}
