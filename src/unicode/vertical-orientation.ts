import { once, propertyIndex, propertyTable } from './property-table.ts'
import { ranges, values } from './vertical-orientation.data.ts'

const table = once(() => propertyTable(ranges))

/**
 * Orientation of a character in vertical text (UAX #50): upright, rotated, or transformed if the
 * font has a glyph for that.
 */
export type VerticalOrientation = 'U' | 'R' | 'Tu' | 'Tr'

/** The Vertical_Orientation of a character. */
export function verticalOrientation(codePoint: number): VerticalOrientation {
  const value = values[propertyIndex(table(), codePoint)]
  return value === 'U' || value === 'Tu' || value === 'Tr' ? value : 'R'
}
