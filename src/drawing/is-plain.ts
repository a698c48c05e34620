import type { Style } from '../sheet/index.ts'

const plain = new WeakMap<Style, boolean>()

/** Whether nothing lies behind, beside or through text of a style: found out once. */
export function isPlain(style: Style): boolean {
  let known = plain.get(style)
  if (known === undefined) {
    const { shadow, underline, overline, strike, backing, emphasisMark } = style
    const isBare = backing === 'none' && shadow === 'none' && emphasisMark === 'none'
    known = isBare && !underline && !overline && !strike
    plain.set(style, known)
  }
  return known
}
