import type { Drawing, Picture } from '../drawing/index.ts'
import { fail } from '../problem/index.ts'
import type { InlineBox } from './rich-text.ts'

export interface InlineBoxOptions {
  /** In units; grows with the text it stands in. */
  readonly width: number
  readonly height: number
  /** From the top to what stands on the baseline; the bottom without it. */
  readonly baseline?: number
  readonly drawing?: Drawing
  /** Fills the box, instead of a drawing. */
  readonly image?: Picture
  /** What it says, where text is read out or copied. */
  readonly label?: string
}

/** A box to stand in a line, as a value. Throws on lengths that are negative or not finite. */
export function inlineBox({
  width,
  height,
  baseline = height,
  drawing,
  image,
  label = '',
}: InlineBoxOptions): InlineBox {
  for (const [name, value] of Object.entries({ width, height })) {
    if (!(value >= 0 && value < Infinity))
      fail('bad-box', `the ${name} of a box is ${value}, and not a length`)
  }
  if (!Number.isFinite(baseline)) fail('bad-box', `the baseline of a box is ${baseline}`)
  return {
    kind: 'box',
    width,
    height,
    baseline,
    label,
    ...(drawing && { drawing }),
    ...(image && { image }),
  }
}
