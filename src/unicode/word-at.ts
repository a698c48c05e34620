/** Words are looked for this far to both sides: the platform's segmenter is slow on long texts. */
const reach = 500

let segmenter: Intl.Segmenter | undefined

/** A word, or what stands between two. */
interface WordRange {
  readonly start: number
  readonly end: number
  /** Whether it is letters or digits, and not spaces or punctuation. */
  readonly isWord: boolean
}

/** The word of a text that the character behind an offset belongs to (UAX #29); the last one at its end. */
export function wordAt(text: string, offset: number): WordRange {
  segmenter ??= new Intl.Segmenter('und', { granularity: 'word' })
  const from = Math.max(0, offset - reach)
  const piece = text.slice(from, offset + reach)
  const word = segmenter.segment(piece).containing(Math.min(offset - from, piece.length - 1))
  if (!word) return { start: text.length, end: text.length, isWord: false }
  const start = from + word.index
  return { start, end: start + word.segment.length, isWord: word.isWordLike === true }
}
