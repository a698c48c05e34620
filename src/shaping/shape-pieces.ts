import type { Context, Face, Segment, ShapedGlyphs } from '../fonts/index.ts'
import { reversed } from './logical-order.ts'

/** A text is given to the shaper in pieces of about so many UTF-16 units: beyond, it gets slower. */
export const longestPiece = 1 << 10
/**
 * A piece with no place in it that is safe to break is no longer than this: the shaper's time grows with
 * the square of what it puts into one cluster, such as soft hyphens or vowels of Thai behind each other.
 */
const longestCluster = longestPiece * 2
/** So many characters beside a piece tell how its ends join. */
const contextLength = 5

/** A part of a text: where it starts, and how many of its glyphs are of it. */
interface GlyphPiece {
  readonly start: number
  readonly shaped: ShapedGlyphs
  readonly count: number
}

/**
 * The glyphs of a long text in the order of the text. A piece ends where HarfBuzz calls the text
 * safe to break, and what is behind that is shaped again with the next.
 */
export function shapedInPieces(
  face: Face,
  text: string,
  segment: Segment,
  context: Context = { before: '', after: '' },
): ShapedGlyphs {
  const pieces: GlyphPiece[] = []
  let total = 0
  for (let start = 0; start < text.length; ) {
    let length = longestPiece
    for (;;) {
      const end = wholeCharacters(text, Math.min(text.length, start + length))
      const beside = {
        before:
          start === 0 ? context.before : text.slice(Math.max(0, start - contextLength), start),
        after: end === text.length ? context.after : text.slice(end, end + contextLength),
      }
      const visual = face.shape(text.slice(start, end), segment, beside)
      const shaped = segment.direction === 'rtl' ? reversed(visual) : visual
      const isForced = end - start >= longestCluster
      const safe = end === text.length ? shaped.glyphs.length : safeGlyphs(shaped)
      const count = safe === 0 && isForced ? shaped.glyphs.length : safe
      if (count > 0 || isForced) {
        pieces.push({ start, shaped, count })
        total += count
        start = count === shaped.glyphs.length ? end : start + shaped.clusters[count]
        break
      }
      length *= 2
    }
  }
  return concatenatedGlyphs(pieces, total)
}

/** Shapes a text of any length into glyphs in the order of the text, whichever way it runs. */
export function shapedInOrder(face: Face, text: string, segment: Segment): ShapedGlyphs {
  if (text.length > longestPiece) return shapedInPieces(face, text, segment)
  const shaped = face.shape(text, segment)
  return segment.direction === 'rtl' ? reversed(shaped) : shaped
}

/** Not inside a surrogate pair. */
function wholeCharacters(text: string, end: number): number {
  const isHigh = (text.charCodeAt(end - 1) & 0xfc00) === 0xd800
  return isHigh && end < text.length ? end + 1 : end
}

/** Number of glyphs before the last safe place to break, in the second half of a piece. */
function safeGlyphs({ clusters, unsafe }: ShapedGlyphs): number {
  for (let i = clusters.length - 1; i > clusters.length / 2; i--) {
    if (unsafe[i] === 0 && clusters[i] !== clusters[i - 1]) return i
  }
  return 0
}

/** The first glyphs of pieces as one text of so many glyphs; clusters count from where each piece starts. */
export function concatenatedGlyphs(pieces: readonly GlyphPiece[], total: number): ShapedGlyphs {
  const all = {
    glyphs: new Uint32Array(total),
    advances: new Int32Array(total),
    offsetsX: new Int32Array(total),
    offsetsY: new Int32Array(total),
    clusters: new Uint32Array(total),
    unsafe: new Uint8Array(total),
  }
  let at = 0
  for (const { start, shaped, count } of pieces) {
    all.glyphs.set(shaped.glyphs.subarray(0, count), at)
    all.advances.set(shaped.advances.subarray(0, count), at)
    all.offsetsX.set(shaped.offsetsX.subarray(0, count), at)
    all.offsetsY.set(shaped.offsetsY.subarray(0, count), at)
    all.unsafe.set(shaped.unsafe.subarray(0, count), at)
    for (let i = 0; i < count; i++) all.clusters[at + i] = shaped.clusters[i] + start
    at += count
  }
  return all
}
