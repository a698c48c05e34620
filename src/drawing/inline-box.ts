import type { InlineBox } from '../markup/index.ts'
import { fail } from '../problem/index.ts'
import type { Drawing } from './drawing.ts'
import type { Picture } from './picture.ts'

export interface InlineBoxOptions {
  /** In units; grows with the text it stands in. */
  readonly width: number
  readonly height: number
  /** From the top to what stands on the baseline; the bottom without it. */
  readonly baseline?: number
  /** Puts its middle as high as that of capitals (`cap`), or of small letters (`ex`), instead. */
  readonly centered?: 'cap' | 'ex'
  /** What is painted in the box, in its own proportions. */
  readonly drawing?: Drawing
  /** Fills the box, instead of a drawing. */
  readonly image?: Picture
  /** What it says, where text is read out or copied. */
  readonly label?: string
}

/** A box to stand in a line, as a value. Throws on lengths that are negative or not finite. */
export function inlineBox(options: InlineBoxOptions): InlineBox {
  const { width, height, baseline = height, drawing, centered, image, label = '' } = options
  for (const [name, value] of Object.entries({ width, height })) {
    if (!(value >= 0 && value < Infinity)) {
      fail('bad-box', `the ${name} of a box is ${value}, and not a length`)
    }
  }
  if (!Number.isFinite(baseline)) fail('bad-box', `the baseline of a box is ${baseline}`)
  if (centered !== undefined && centered !== 'cap' && centered !== 'ex') {
    fail('bad-box', `a box is centered on 'cap' or 'ex', not on '${centered}'`)
  }
  const content = image ?? drawing
  return {
    kind: 'box',
    width,
    height,
    baseline,
    label,
    ...(centered && { centered }),
    ...(content && { content }),
  }
}

/** What a box was made with, told apart again. */
export function boxContent({ content }: InlineBox): { drawing?: Drawing; image?: Picture } {
  if (!content) return {}
  if (isDrawing(content)) return { drawing: content }
  return isPicture(content) ? { image: content } : {}
}

const isDrawing = (content: object): content is Drawing =>
  'kind' in content && content.kind === 'drawing'
const isPicture = (content: object): content is Picture => 'format' in content && 'bytes' in content
