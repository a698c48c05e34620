import type { Face } from '../../fonts/index.ts'
import { type Coverage, coverageOf } from '../../geometry/index.ts'

/**
 * Number of distinct positions of a glyph within a pixel, across and down: none is off by more than
 * a sixteenth.
 */
export const phases = 8

/**
 * By face, scale, and glyph with its place within a pixel; no entry's value where there is no ink.
 */
let maskCache = new WeakMap<Face, Map<string, Map<number, Coverage | undefined>>>()
let bytesKept = 0
/** Glyphs of each face whose parts overlap: they need another way of painting at any scale. */
const overlapping = new WeakMap<Face, Set<number>>()
/** Maximum size of kept masks, at a byte for each pixel: some ten thousand letters in text size. */
const mostBytes = 4 * 2 ** 20

/** The glyphs of one face at one scale, in pixels a font unit. */
type MaskOf = (glyph: number, phaseX: number, phaseY: number) => Coverage | undefined

/**
 * Pixels are counted from the one in which the glyph's origin stands, `phase` eighths from its
 * edge.
 */
export function glyphMasks(face: Face, scaleX: number, scaleY: number): MaskOf {
  if (bytesKept > mostBytes) {
    maskCache = new WeakMap()
    bytesKept = 0
  }
  const scale = `${scaleX} ${scaleY}`
  const scales = maskCache.get(face) ?? new Map<string, Map<number, Coverage | undefined>>()
  maskCache.set(face, scales)
  const masks = scales.get(scale) ?? new Map<number, Coverage | undefined>()
  scales.set(scale, masks)
  const overlaps = overlapping.get(face) ?? new Set()
  overlapping.set(face, overlaps)
  return (glyph, phaseX, phaseY) => {
    const key = (glyph * phases + phaseX) * phases + phaseY
    const before = masks.get(key)
    if (before || masks.has(key)) return before
    const outline = face.outline(glyph)
    const place = { x: phaseX / phases, y: phaseY / phases, scaleX, scaleY }
    const mask = coverageOf(outline, place, overlaps.has(glyph))
    masks.set(key, mask)
    if (mask?.isOverlapping) overlaps.add(glyph)
    if (mask) bytesKept += mask.values.length
    return mask
  }
}
