import { needsBidi } from './bidi.ts'
import { once } from './property-table.ts'
import { scripts } from './scripts.ts'

/** The code points told here are those below; all that stand in most texts of Europe and America. */
export const firstBeyondPlain = 0x2070

/**
 * What a character asks of a text: nothing but its script, or more than that. No bit is set where
 * it may need bidi, more than one script or face, a mark in its place, or a line of its own.
 */
export const plain = {
  space: 1,
  /** Of no script. */
  common: 2,
  latin: 4,
  greek: 8,
  cyrillic: 16,
  /** A letter or a digit: a line may end between it and another with a space between them. */
  alphanumeric: 32,
  /** What ends a word and is followed by a space: a line may end there, before a letter or a digit. */
  closing: 64,
} as const

/** Joins, divides or formats text, or ends lines by rules of its own. */
const special = /[\p{M}\p{C}\u00ad\u1680\u180e\u2000-\u200f\u2028-\u202e\u2044\u205f-\u206f]/u
const closing = /[.,;:!?)%\]]/

/** For each code point below `firstBeyondPlain`, what is told of it by `plain`. */
export const plainCharacters: () => Uint8Array = once(() => {
  const kinds = new Uint8Array(firstBeyondPlain)
  kinds[0x20] = plain.space
  for (let code = 0x21; code < firstBeyondPlain; code++) {
    const character = String.fromCharCode(code)
    if (special.test(character) || needsBidi(character, 'auto')) continue
    kinds[code] = scriptBit(character)
    if (kinds[code] === 0) continue
    if (/[\p{L}\p{Nd}]/u.test(character)) kinds[code] |= plain.alphanumeric
    else if (closing.test(character)) kinds[code] |= plain.closing
  }
  return kinds
})

/** Common characters are those that go with letters of each script, on both sides. */
function scriptBit(character: string): number {
  const beside = ['a', 'α', 'а'].map(letter => scripts(letter + character + letter).length === 1)
  if (beside.every(isOne => isOne)) return plain.common
  const [isLatin, isGreek, isCyrillic] = beside
  if (isLatin) return plain.latin
  if (isGreek) return plain.greek
  return isCyrillic ? plain.cyrillic : 0
}
