import {
  breakKind,
  breakKinds,
  firstBeyondPlain,
  type LineBreakOptions,
  plain,
  plainCharacters,
} from '../unicode/index.ts'
import type { WordLine } from './measure-words.ts'
import type { WordTable } from './word-table.ts'

/** What `endFlags` say of a word: whether lines may end inside it, and then whether as it stands. */
const [unbroken, safe, unsafe] = [32, 64, 128]

/** Places inside a word that a line may end at: offsets in the word, and how far along it they are. */
export interface InnerStops {
  readonly offsets: readonly number[]
  readonly advances: readonly number[]
}

/** Whether lines may end inside a word; found out once. */
export function isUnbroken(word: number, table: WordTable, options: LineBreakOptions): boolean {
  return (flagsOf(word, table, options) & unbroken) !== 0
}

/** Whether all places where lines may end inside a word are safe to break at (HarfBuzz). */
export function isSafelyBroken(word: number, table: WordTable, options: LineBreakOptions): boolean {
  return (flagsOf(word, table, options) & unsafe) === 0
}

function flagsOf(word: number, table: WordTable, options: LineBreakOptions): number {
  const known = table.endFlags[word]
  if ((known & (unbroken | safe | unsafe)) !== 0) return known
  if (isOneWord(table.text(word))) {
    table.endFlags[word] = known | unbroken
    return known | unbroken
  }
  const { offsets, advances } = innerStops(word, table, options)
  const own = offsets.length === 0 ? unbroken : offsets.length > advances.length ? unsafe : safe
  table.endFlags[word] = known | own
  return known | own
}

/** Whether a word is letters and digits, with what may end it: nothing comes between those (LB13, LB28). */
function isOneWord(text: string): boolean {
  const kinds = plainCharacters()
  const last = text.length - 1
  for (let i = 0; i <= last; i++) {
    const unit = text.charCodeAt(i)
    const kind = unit < firstBeyondPlain ? kinds[unit] : 0
    const isInside = (kind & plain.alphanumeric) !== 0
    if (!isInside && !(i === last && i > 0 && (kind & plain.closing) !== 0)) return false
  }
  return true
}

/** Of a word that is not broken safely, fewer advances than offsets. */
export function innerStops(word: number, table: WordTable, options: LineBreakOptions): InnerStops {
  const text = table.text(word)
  const kinds = breakKinds(text, options)
  const offsets: number[] = []
  const advances: number[] = []
  for (let offset = 1; offset < text.length; offset++) {
    if (kinds[offset] === 0) continue
    offsets.push(offset)
    const glyph = table.safeGlyphAt(word, offset)
    if (glyph >= 0) advances.push(table.advanceTo(word, glyph))
  }
  return { offsets, advances }
}

/** Whether a line may end at the spaces before a word. */
export function mayBreakBefore(
  index: number,
  text: string,
  { starts, ends }: WordLine,
  options: LineBreakOptions,
): boolean {
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
