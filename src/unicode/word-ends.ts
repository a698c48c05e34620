/** The platform's segmenter takes time that grows faster than its text: it is given so much at once. */
const longestPiece = 500

let segmenter: Intl.Segmenter | undefined

/**
 * Where the words of a part of a text end, by the platform's own word lists: for scripts that set
 * no spaces between words. In pieces: the last word of each is looked at again with the next.
 */
export function wordEnds(text: string, start: number, end: number): number[] {
  segmenter ??= new Intl.Segmenter('th', { granularity: 'word' })
  const ends: number[] = []
  let from = start
  while (from < end) {
    const to = Math.min(end, from + longestPiece)
    let last = from
    let before = from
    for (const { index, segment } of segmenter.segment(text.slice(from, to))) {
      before = last
      last = from + index + segment.length
      ends.push(last)
    }
    if (to === end) return ends
    // A word that the piece cut off goes on: it is left to the next, unless it is all there was.
    if (before > from) {
      ends.pop()
      from = before
    } else from = last
  }
  return ends
}
