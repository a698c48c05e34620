import type { WordLine } from '../../shaping/index.ts'
import { keepFor } from './known-points.ts'
import { advanceOf } from './line-runs.ts'
import type { PlainStyle } from './plain-style.ts'

const unasked = -1
/** Its first letter is another one by itself, and so may be the space before it. */
const changed = -2

/**
 * The advance of so many of a word's first letters as they stand by themselves, in font units; undefined
 * if what stands before the word would change with them. Found once for each place.
 */
export function prefixAdvance(
  index: number,
  length: number,
  text: string,
  words: WordLine,
  own: PlainStyle,
): number | undefined {
  const { table, segment } = words
  if (!table || !segment) return undefined
  const { points } = own
  keepFor(points, table)
  const word = words.words[index]
  const [start, end] = [words.starts[index], words.ends[index]]
  let known = points.prefixes.get(word)
  if (!known) {
    known = new Int32Array(end - start + 1).fill(unasked)
    points.prefixes.set(word, known)
  }
  if (known[length] === unasked) {
    const part = own.tools.shape(own.face, text.slice(start, start + length), segment)
    const isSame = part.glyphs[0] === table.glyph(word, 0)
    known[length] = isSame ? advanceOf(part) : changed
  }
  return known[length] === changed ? undefined : known[length]
}
