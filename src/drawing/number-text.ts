/** A number as formats write it: at most so many decimals, no exponent, no `-0`. */
export function numberText(value: number, decimals = 4): string {
  const text = value.toFixed(decimals)
  const trimmed = decimals > 0 ? text.replace(/\.?0+$/, '') : text
  return trimmed === '-0' ? '0' : trimmed
}
