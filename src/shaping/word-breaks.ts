import {
  breakKind,
  breakKinds,
  firstBeyondPlain,
  type LineBreakOptions,
  plain,
  plainCharacters,
} from '../unicode/index.ts'
import { addedInside, type WordLine } from './measure-words.ts'
import { wordFlag } from './word-table.ts'

const { unbroken, safe, unsafe } = wordFlag

/** Places inside a word that a line may end at: offsets in the word, and how far along it they are. */
interface InnerStops {
  readonly offsets: readonly number[]
  readonly advances: readonly number[]
}

/** Whether lines may end inside a word of a text; found out once. */
export function isUnbroken(
  index: number,
  text: string,
  line: WordLine,
  options: LineBreakOptions,
): boolean {
  return (flagsOf(index, text, line, options) & unbroken) !== 0
}

/** Whether all places where lines may end inside a word are safe to break at (HarfBuzz). */
export function isSafelyBroken(
  index: number,
  text: string,
  line: WordLine,
  options: LineBreakOptions,
): boolean {
  return (flagsOf(index, text, line, options) & unsafe) === 0
}

function flagsOf(index: number, text: string, line: WordLine, options: LineBreakOptions): number {
  const { table } = line
  if (!table) return unsafe
  const word = line.words[index]
  const known = table.flags[word]
  if ((known & (unbroken | safe | unsafe)) !== 0) return known
  let own: number = unbroken
  if (!isOneWord(text, line.starts[index], line.ends[index])) {
    const { offsets, advances } = innerStops(index, text, line, options)
    if (offsets.length > 0) own = offsets.length > advances.length ? unsafe : safe
  }
  table.flags[word] = known | own
  return known | own
}

/** Whether a word is letters and digits, with what may end it: nothing comes between those (LB13, LB28). */
function isOneWord(text: string, start: number, end: number): boolean {
  const kinds = plainCharacters()
  const last = end - 1
  for (let i = start; i <= last; i++) {
    const unit = text.charCodeAt(i)
    const kind = unit < firstBeyondPlain ? kinds[unit] : 0
    const isInside = (kind & plain.alphanumeric) !== 0
    if (!isInside && !(i === last && i > start && (kind & plain.closing) !== 0)) return false
  }
  return true
}

/** Offsets and advances inside a word; a word without safe breaks has fewer advances. */
export function innerStops(
  index: number,
  text: string,
  { words, starts, ends, table, spacing }: WordLine,
  options: LineBreakOptions,
): InnerStops {
  const word = words[index]
  const own = text.slice(starts[index], ends[index])
  const kinds = breakKinds(own, options)
  const offsets: number[] = []
  const advances: number[] = []
  const count = table?.glyphCount(word) ?? 0
  // Glyphs are gone through once with the offsets: a word may be as long as a book.
  let glyph = 0
  let along = 0
  let clusters = 0
  for (let offset = 1; offset < own.length; offset++) {
    if (kinds[offset] === 0) continue
    offsets.push(offset)
    while (table && glyph < count && table.cluster(word, glyph) < offset) {
      const isNew = glyph === 0 || table.cluster(word, glyph) !== table.cluster(word, glyph - 1)
      if (isNew) clusters++
      along += table.glyphAdvance(word, glyph++)
    }
    if (glyph < count && table?.isSafeAt(word, glyph, offset)) {
      advances.push(spacing ? along + addedInside(spacing, index, clusters) : along)
    }
  }
  return { offsets, advances }
}

/** Whether a line may end at the spaces before a word; of the first, those that the text begins with. */
export function mayBreakBefore(
  index: number,
  text: string,
  { starts, ends }: WordLine,
  options: LineBreakOptions,
): boolean {
  if (index === 0) {
    return breakKinds(text.slice(0, ends[0]), options)[starts[0]] === breakKind.allowed
  }
  const kinds = plainCharacters()
  const before = kinds[text.charCodeAt(ends[index - 1] - 1)]
  const after = kinds[text.charCodeAt(starts[index])]
  if ((after & plain.alphanumeric) !== 0 && (before & (plain.alphanumeric | plain.closing)) !== 0) {
    return true
  }
  const from = starts[index - 1]
  const both = breakKinds(text.slice(from, ends[index]), options)
  return both[starts[index] - from] === breakKind.allowed
}
