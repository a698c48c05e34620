import { boundedMap } from '../blocks/index.ts'

/** The platform's segmenter takes time that grows faster than its text: it is given so much at once. */
const longestPiece = 500

let segmenter: Intl.Segmenter | undefined

/**
 * Pieces whose words were found: the segmenter takes half the time of a layout, and texts are laid out
 * at several widths and sizes. So many characters of them are kept.
 */
const keptEnds = boundedMap<string, readonly number[]>(1 << 18)

function endsIn(piece: string): readonly number[] {
  const before = keptEnds.get(piece)
  if (before) return before
  segmenter ??= new Intl.Segmenter('th', { granularity: 'word' })
  const ends: number[] = []
  for (const { index, segment } of segmenter.segment(piece)) ends.push(index + segment.length)
  keptEnds.set(piece, ends, piece.length)
  return ends
}

/**
 * Where the words of a part of a text end, by the platform's own word lists: for scripts that set
 * no spaces between words. In pieces: the last word of each is looked at again with the next.
 */
export function wordEnds(text: string, start: number, end: number): number[] {
  const ends: number[] = []
  let from = start
  while (from < end) {
    const to = Math.min(end, from + longestPiece)
    const pieceEnds = endsIn(text.slice(from, to))
    for (const one of pieceEnds) ends.push(from + one)
    if (to === end) return ends
    // A word that the piece cut off goes on: it is left to the next, unless it is all there was.
    if (pieceEnds.length > 1) {
      ends.pop()
      from += pieceEnds[pieceEnds.length - 2]
    } else from = to
  }
  return ends
}
