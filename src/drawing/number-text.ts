import { fail } from '../problem/index.ts'

/** From here on numbers would have exponents, which formats know no way to write, or not all do. */
const tooLarge = 1e21
const zero = '0'.charCodeAt(0)
const point = '.'.charCodeAt(0)

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
  // Zero has two signs, and one text.
  if (Number.isInteger(value)) return value === 0 ? '0' : String(value)
  const text = value.toFixed(decimals)
  if (decimals === 0) return text === '-0' ? '0' : text
  let end = text.length
  while (text.charCodeAt(end - 1) === zero) end--
  if (text.charCodeAt(end - 1) === point) end--
  const trimmed = text.slice(0, end)
  return trimmed === '-0' ? '0' : trimmed
}
