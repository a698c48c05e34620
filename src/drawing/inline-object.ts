import type { InlineObject } from '../markup/index.ts'
import { fail, isMade, made } from '../problem/index.ts'
import type { Drawing } from './drawing.ts'
import type { Picture } from './picture.ts'

export interface InlineObjectOptions {
  /** In units; grows with the text it stands in. */
  readonly width: number
  readonly height: number
  /** From the top to what stands on the baseline; the bottom without it. */
  readonly baseline?: number
  /** Puts its middle as high as that of capitals (`cap`), or of small letters (`ex`), instead. */
  readonly centered?: 'cap' | 'ex'
  /** What is painted in it, in its own proportions. */
  readonly drawing?: Drawing
  /** Fills it, instead of a drawing. */
  readonly image?: Picture
  /** What it says, where text is read out or copied. */
  readonly label?: string
}

/** An inline object, which stands in a line, as a value. Throws on lengths that are negative or not finite. */
export function inlineObject(options: InlineObjectOptions): InlineObject {
  const { width, height, baseline = height, drawing, centered, image, label = '' } = options
  for (const [name, value] of Object.entries({ width, height })) {
    if (!(value >= 0 && value < Infinity)) {
      fail('bad-object', `the ${name} of an inline object is ${value}, which is not a length`)
    }
  }
  if (!Number.isFinite(baseline))
    fail('bad-object', `the baseline of an inline object is ${baseline}`)
  if (centered !== undefined && centered !== 'cap' && centered !== 'ex') {
    fail('bad-object', `an inline object is centered on 'cap' or 'ex', not on '${centered}'`)
  }
  for (const [name, content] of Object.entries({ drawing, image })) {
    if (content === undefined || isMade(content)) continue
    fail('bad-object', `the ${name} of an inline object is data, not made by the library`, {
      hint: 'drawing() makes a drawing, openImage() an image',
    })
  }
  const content = image ?? drawing
  return {
    [made]: true,
    kind: 'object',
    width,
    height,
    baseline,
    label,
    ...(centered && { centered }),
    ...(content && { content }),
  }
}

/** What an inline object was made with, told apart again. */
export function objectContent({ content }: InlineObject): { drawing?: Drawing; image?: Picture } {
  if (!content) return {}
  if (isDrawing(content)) return { drawing: content }
  return isPicture(content) ? { image: content } : {}
}

const isDrawing = (content: object): content is Drawing =>
  'kind' in content && content.kind === 'drawing'
const isPicture = (content: object): content is Picture => 'format' in content && 'bytes' in content
