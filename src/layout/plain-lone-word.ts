import type { WordLine } from '../shaping/index.ts'
import type { NumberedLines } from './numbered-lines.ts'
import { linePlace } from './plain-cut.ts'
import type { PlainStyle } from './plain-style.ts'
import { tolerance } from './stops.ts'

/**
 * Where one word is left for the last line, the line before gives it one of its own, if it has
 * another; undefined if it takes more than words to tell how wide the two are.
 */
export function withoutLoneWord(
  lines: NumberedLines,
  words: WordLine,
  room: number,
  { scale, tracking }: PlainStyle,
): NumberedLines | undefined {
  const { ends, widths, broken } = lines
  const { count, starts, from, to } = words
  const before = ends.length - 2
  if (before < 0) return lines
  const place = linePlace(ends[before], words)
  if (place.word < count - 1) return lines
  const start = before > 0 ? ends[before - 1] : 0
  /** The last word of the line before: the lone one itself, where that goes on from there. */
  const given = place.offset > starts[place.word] ? place.word : place.word - 1
  if (given < 0 || starts[given] - 1 <= start) return lines
  const length = (to[count - 1] - from[given]) * scale - tracking
  if (length > room + tolerance) return lines
  // A line that begins or ends inside a word that was broken is not what its numbers say.
  if (broken.includes(before) || broken.includes(before - 1)) return undefined
  const left = given > 0 ? to[given - 1] - linePlace(start, words).along : 0
  return {
    broken,
    ends: [...ends.slice(0, before), starts[given], ends[before + 1]],
    widths: [...widths.slice(0, before), left * scale - tracking, length],
  }
}
