import { ranges, values } from './plain-characters.data.ts'
import { rangesIn } from './property-ranges.ts'
import { once } from './property-table.ts'

/** Code points below this are in the table: nearly all characters of European languages. */
export const firstBeyondPlain = 0x2c00

/**
 * The requirements of a character: only its script, or more. No bit is set for a character that may
 * need bidi, several scripts or faces, a mark's placement, or a line of its own.
 */
export const plain = {
  space: 1,
  /** Characters of no script. */
  common: 2,
  latin: 4,
  greek: 8,
  cyrillic: 16,
  /** A letter or a digit: a line may end between it and another with a space between them. */
  alphanumeric: 32,
  /**
   * Characters that end a word before a space: a line may end there, before a letter or a digit.
   */
  closing: 64,
} as const

/** For each code point below `firstBeyondPlain`, what is reported it by `plain`. */
export const plainCharacters: () => Uint8Array = once(() => {
  const kinds = new Uint8Array(firstBeyondPlain)
  const bits = values.map(names => names.split(' ').reduce((all, name) => all | bitOf(name), 0))
  for (const [first, end, value] of rangesIn(ranges)) kinds.fill(bits[value], first, end)
  return kinds
})

const bitOf = (name: string) => (Object.hasOwn(plain, name) ? plain[name as keyof typeof plain] : 0)
