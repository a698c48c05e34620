import type { ShapedGlyphs } from '../fonts/index.ts'

/** Spaces between two words, as they are shaped between the clusters beside them. */
export interface Gap {
  readonly spaces: ShapedGlyphs
  /** The sum of their advances. */
  readonly advance: number
  /** The difference of the advance before the spaces from that at the end of a line. */
  readonly delta: number
  /** The difference for the last space, which is kerned with the next letter. */
  readonly spaceDelta: number
  /** Whether the first glyph behind the spaces would differ, were the text broken before it. */
  readonly isNextUnsafe: boolean
}
