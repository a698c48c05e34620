import type { PageLabelSource } from './document-source.ts'

/** The label of a page, by its index from 0. */
export function pageLabel(
  index: number,
  labels: readonly PageLabelSource[] | undefined,
  write: (number: number) => string,
): string {
  const label = labels?.findLast(({ page }) => page - 1 <= index)
  if (!label) return write(index + 1)
  const { page, style, prefix = '', start = 1 } = label
  const number = start + index - (page - 1)
  const shown =
    style === undefined
      ? ''
      : style === 'decimal'
        ? write(number)
        : style.endsWith('roman')
          ? roman(number)
          : letter(number)
  return prefix + (style?.startsWith('upper') ? shown.toUpperCase() : shown)
}

const romans = [
  ['m', 1000],
  ['cm', 900],
  ['d', 500],
  ['cd', 400],
  ['c', 100],
  ['xc', 90],
  ['l', 50],
  ['xl', 40],
  ['x', 10],
  ['ix', 9],
  ['v', 5],
  ['iv', 4],
  ['i', 1],
] as const

function roman(number: number): string {
  let [rest, text] = [number, '']
  for (const [letters, value] of romans) {
    while (rest >= value) {
      text += letters
      rest -= value
    }
  }
  return text
}

/** a to z, then aa to zz (ISO 32000-2, table 161). */
const letter = (number: number) =>
  String.fromCharCode(97 + ((number - 1) % 26)).repeat(Math.ceil(number / 26))
