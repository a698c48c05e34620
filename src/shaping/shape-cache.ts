import type { Context, Face, Segment, ShapedGlyphs } from '../fonts/index.ts'

/**
 * Shapes a text, or finds it among those shaped before. Keys hold no size: size, reader scale and
 * width never shape again.
 */
export type Shape = (face: Face, text: string, segment: Segment, context?: Context) => ShapedGlyphs

/** How many UTF-16 units of text one generation of the cache holds. */
const generationLength = 1 << 20

/** Texts longer than this are not likely to come again. */
const longestKept = 4096

/**
 * A shaper with a cache of two generations: when the young one is full it becomes the old one,
 * and what of the old one was not used since is forgotten. Memory is bounded by two generations.
 */
export function cachedShape(): Shape {
  let young = new Map<string, ShapedGlyphs>()
  let old = new Map<string, ShapedGlyphs>()
  let youngLength = 0
  return (face, text, segment, context) => {
    if (text.length > longestKept) return face.shape(text, segment, context)
    const { script, language, direction, features } = segment
    const beside = context ? `${context.before}|${context.after}` : ''
    const key = `${face.key}|${script}|${language}|${direction}|${features.join()}|${beside}|${text}`
    const known = young.get(key)
    if (known) return known
    const shaped = old.get(key) ?? face.shape(text, segment, context)
    if (youngLength > generationLength) {
      old = young
      young = new Map()
      youngLength = 0
    }
    young.set(key, shaped)
    youngLength += key.length
    return shaped
  }
}
