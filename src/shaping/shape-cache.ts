import type { Context, Face, Segment, ShapedGlyphs } from '../fonts/index.ts'

/**
 * Shapes a text, or finds it among those shaped before. Keys hold no size: size, reader scale and
 * width never shape again.
 */
export type Shape = (face: Face, text: string, segment: Segment, context?: Context) => ShapedGlyphs

/** The size of one generation of the cache, in bytes. */
const generationSize = 1 << 24

/**
 * The size of a shaped text, in bytes: six arrays with their buffers (measured), glyphs, and the
 * text.
 */
const bytesOf = (text: string, { glyphs }: ShapedGlyphs) =>
  1300 + 25 * glyphs.length + 2 * text.length

/** The size of a map with its key: letters that join have one for each neighbor. */
const bytesOfKind = 600

/** Texts longer than this are not likely to come again. */
const longestKept = 4096

/**
 * A shaper with a cache of two generations: when the young one is full it becomes the old one,
 * and what of the old one was not used since is forgotten. Memory is bounded by two generations.
 */
export function cachedShape(): Shape {
  let young: Generation = new Map()
  let old: Generation = new Map()
  let youngSize = 0
  const starts = new WeakMap<Segment, Map<string, string>>()

  /** Segments are few, and one object each: what they come to is written once. */
  function kindOf({ key }: Face, segment: Segment): string {
    let ofSegment = starts.get(segment)
    if (!ofSegment) {
      ofSegment = new Map()
      starts.set(segment, ofSegment)
    }
    let start = ofSegment.get(key)
    if (start === undefined) {
      const { script, language, direction, features } = segment
      start = `${key}|${script}|${language}|${direction}|${features.join()}`
      ofSegment.set(key, start)
    }
    return start
  }

  return (face, text, segment, context) => {
    if (text.length > longestKept) return face.shape(text, segment, context)
    const alone = kindOf(face, segment)
    // As JSON, where no text can be taken for a part of it.
    const kind = context ? `${alone}|${JSON.stringify(context)}` : alone
    const known = young.get(kind)?.get(text)
    if (known) return known
    const shaped = old.get(kind)?.get(text) ?? face.shape(text, segment, context)
    if (youngSize > generationSize) {
      old = young
      young = new Map()
      youngSize = 0
    }
    let ofKind = young.get(kind)
    if (!ofKind) {
      ofKind = new Map()
      young.set(kind, ofKind)
      youngSize += bytesOfKind
    }
    ofKind.set(text, shaped)
    youngSize += bytesOf(text, shaped)
    return shaped
  }
}

/** By face, segment and what stands beside a text, and by the text. */
type Generation = Map<string, Map<string, ShapedGlyphs>>
