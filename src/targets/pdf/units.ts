import type { Face } from '../../fonts/index.ts'

/** A length of a face in thousandths of an em, as PDF measures glyphs (ISO 32000-2, 9.2.4). */
export const perMille = (face: Face, units: number) => (units * 1000) / face.metrics.unitsPerEm

/** Decimals of a width: what they leave off does not add up to anything, however long the line. */
export const writtenDecimals = 6

/** The tolerance of a glyph's position, in units. */
const precision = 0.004

/** Decimals of moves in thousandths of an em that keep glyphs of a size in their places. */
export const placeDecimals = (size: number) =>
  Math.min(4, Math.max(0, Math.ceil(Math.log10(size / (2000 * precision)))))

/**
 * The advance of letters below each other, in thousandths of an em: a little less than an em,
 * because viewers omit text that reaches beyond a page's edge even by a rounded digit.
 */
export const downWidth = 980
