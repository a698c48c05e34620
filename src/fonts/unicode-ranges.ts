import { fail } from '../problem/index.ts'
import { type Coverage, coverageOfRanges, lastCodePoint } from './coverage.ts'

/** A code point, a range, or digits of which the last ones may be any: `4??`. */
const range = /^u\+(?:([0-9a-f]{1,6})(?:-([0-9a-f]{1,6}))?|([0-9a-f]{0,5})(\?{1,6}))$/i

/**
 * Reads code points as CSS writes them, such as `U+0-FF, U+2000-206F` (CSS Fonts 4, section 4.5).
 * Throws `bad-argument`.
 */
export function readUnicodeRanges(text: string): Coverage {
  const ranges = text.split(',').map(written => {
    const match = range.exec(written.trim())
    const [, first, last = first, start = '', any = ''] = match ?? []
    const [low, high] = first
      ? [first, last]
      : [start + any.replaceAll('?', '0'), start + any.replaceAll('?', 'f')]
    const [from, to] = [Number.parseInt(low, 16), Number.parseInt(high, 16)]
    if (!match || low.length > 6 || from > to || to > lastCodePoint) {
      fail('bad-argument', `'${written.trim()}' is not a range of characters`, {
        hint: 'as in CSS: U+0-FF, U+4??',
      })
    }
    return [from, to] as const
  })
  return coverageOfRanges(ranges)
}
