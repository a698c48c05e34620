import { once } from './property-table.ts'
import { soleScript } from './scripts.ts'

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

/** Latin, Greek and Cyrillic letters, and punctuation: nothing there runs from right to left. */
const ranges = [
  [0x21, 0x250],
  [0x370, 0x530],
  [0x1e00, 0x2000],
  [0x2010, firstBeyondPlain],
] as const

/** For each code point below `firstBeyondPlain`, what is told of it by `plain`. */
export const plainCharacters: () => Uint8Array = once(() => {
  const kinds = new Uint8Array(firstBeyondPlain)
  kinds[0x20] = plain.space
  for (const [first, end] of ranges) {
    for (let code = first; code < end; code++) {
      const bit = scriptBits.get(soleScript(code) ?? '')
      const character = String.fromCharCode(code)
      if (bit === undefined || special.test(character)) continue
      kinds[code] = bit
      if (alphanumeric.test(character)) kinds[code] |= plain.alphanumeric
      else if (closing.test(character)) kinds[code] |= plain.closing
    }
  }
  return kinds
})

const alphanumeric = /[\p{L}\p{Nd}]/u

const scriptBits = new Map<string, number>(
  Object.entries({
    Common: plain.common,
    Latin: plain.latin,
    Greek: plain.greek,
    Cyrillic: plain.cyrillic,
  }),
)
