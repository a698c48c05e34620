import type { Face } from '../fonts/index.ts'
import { bareStyle, type Layout } from '../layout/index.ts'
import type { Style } from '../sheet/index.ts'
import { isPlain } from './is-plain.ts'

/** The common appearance of all letters of a layout. */
export interface BareLetters {
  readonly style: Style
  readonly face: Face
}

const known = new WeakMap<object, BareLetters | null>()

/**
 * The letters of a layout that has nothing else: one style and face, one solid color, no mark of
 * truncated text. A target that writes text needs no glyphs for it. Undefined for all other
 * layouts.
 */
export function bareLetters(layout: Layout): BareLetters | undefined {
  const own = bareStyle(layout)
  if (!own) return undefined
  let letters = known.get(own)
  if (letters === undefined) {
    const { style, face } = own
    const { border, stroke, ink } = style
    const isFilled = border === 'none' && stroke === 'none' && ink.kind === 'solid'
    const isOwn = !face.colored && face.synthesized.length === 0
    letters = isPlain(style) && isFilled && isOwn ? { style, face } : null
    known.set(own, letters)
  }
  return letters ?? undefined
}
