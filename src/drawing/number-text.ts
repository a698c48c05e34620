import { fail } from '../problem/index.ts'

/** From here on numbers would have exponents, which formats know no way to write, or not all do. */
const tooLarge = 1e21

/**
 * A number as formats write it: at most so many decimals, no exponent, no `-0`. Throws on what
 * cannot be written so.
 */
export function numberText(value: number, decimals = 4): string {
  if (!(Math.abs(value) < tooLarge)) {
    fail('bad-coordinate', `a coordinate is ${value}`, {
      hint: 'only finite numbers can be written',
    })
  }
  const text = value.toFixed(decimals)
  const trimmed = decimals > 0 ? text.replace(/\.?0+$/, '') : text
  return trimmed === '-0' ? '0' : trimmed
}
