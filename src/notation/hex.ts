/** A byte in hexadecimal, as formats write it: two digits. */
const hexByte = (byte: number): string => byte.toString(16).padStart(2, '0')

/** Bytes in hexadecimal, two digits each. */
export const hexBytes = (bytes: Iterable<number>): string => Array.from(bytes, hexByte).join('')

/** A color of a sheet, `#rrggbb`, with its opacity from 0 to 1: `#rrggbbaa` (CSS Color 4, section 5.2). */
export function colorText({ color, opacity }: { color: string; opacity: number }): string {
  const alpha = Math.round(opacity * 255)
  return alpha === 255 ? color : color + hexByte(alpha)
}
