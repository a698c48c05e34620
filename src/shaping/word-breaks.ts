import {
  breakKind,
  breakKinds,
  firstBeyondPlain,
  type LineBreakOptions,
  plain,
  plainCharacters,
} from '../unicode/index.ts'
import type { WordLine } from './measure-words.ts'
import { wordFlag } from './word-table.ts'

const { unbroken, broken } = wordFlag

/** Whether lines may end inside a word of a text; found out once. */
export function isUnbroken(
  index: number,
  text: string,
  { table, words, starts, ends }: WordLine,
  options: LineBreakOptions,
): boolean {
  if (!table) return false
  const word = words[index]
  const known = table.flags[word]
  if ((known & (unbroken | broken)) !== 0) return (known & unbroken) !== 0
  const isWhole =
    isOneWord(text, starts[index], ends[index]) ||
    breakKinds(text.slice(starts[index], ends[index]), options).lastIndexOf(breakKind.allowed, -2) <
      0
  table.flags[word] = known | (isWhole ? unbroken : broken)
  return isWhole
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
