import type { Face } from '../../fonts/index.ts'

/** A length of a face in thousandths of an em, as PDF measures glyphs (ISO 32000-2, 9.2.4). */
export const perMille = (face: Face, units: number) => (units * 1000) / face.metrics.unitsPerEm

/** Decimals of a width: what they leave off does not add up to anything, however long the line. */
export const writtenDecimals = 6
