import type { InlineBoxItem } from '../markup/index.ts'
import { anything, aString, checkOptions, described, fail, made } from '../problem/index.ts'
import { type Drawing, isDrawing } from './drawing.ts'
import { isPicture, type Picture } from './picture.ts'

/** Options of `inlineBox`. */
export interface InlineBoxOptions {
  /** In units; grows with the text it stands in. */
  readonly width: number
  /** Height, in units. */
  readonly height: number
  /** Distance from the top to the baseline, in units. Default: the height, so the box stands on the baseline. */
  readonly baseline?: number
  /** Puts its middle as high as that of capitals (`cap`), or of small letters (`ex`), instead. */
  readonly centered?: 'cap' | 'ex'
  /** A drawing in the box, in its own proportions. */
  readonly drawing?: Drawing
  /** Fills it, instead of a drawing. */
  readonly image?: Picture
  /** Text of the box when it is read out or copied. */
  readonly label?: string
}

/**
 * An inline object, which stands in a line, as a value. Throws on lengths that are negative or not
 * finite.
 *
 * @example
 * const lamp = inlineBox({ width: 12, height: 16, drawing, label: 'lamp' })
 */
export function inlineBox(options: InlineBoxOptions): InlineBoxItem {
  checkOptions('inlineBox', options, {
    width: anything,
    height: anything,
    baseline: anything,
    centered: anything,
    drawing: anything,
    image: anything,
    label: aString,
  })
  const { width, height, baseline = height, drawing, centered, image, label = '' } = options
  for (const [name, value] of Object.entries({ width, height })) {
    if (!(Number.isFinite(value) && value >= 0)) {
      const what = described(value)
      fail('bad-inline-box', `the ${name} of an inline box is ${what}, which is not a length`)
    }
  }
  if (!Number.isFinite(baseline))
    fail('bad-inline-box', `the baseline of an inline box is ${described(baseline)}`)
  if (centered !== undefined && centered !== 'cap' && centered !== 'ex') {
    fail(
      'bad-inline-box',
      `an inline object is centered on 'cap' or 'ex', not on ${described(centered)}`,
    )
  }
  const contents = [
    { name: 'drawing', content: drawing, isOne: isDrawing },
    { name: 'image', content: image, isOne: isPicture },
  ]
  for (const { name, content, isOne } of contents) {
    if (content === undefined || isOne(content)) continue
    fail('bad-inline-box', `the ${name} of an inline box is data, not made by the library`, {
      hint: 'draw() makes a drawing, openImage() an image',
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

/** The items that an inline box was made from. */
export function objectContent({ content }: InlineBoxItem): { drawing?: Drawing; image?: Picture } {
  if (!content) return {}
  // By its shape: it was checked when the object was made, and a clone of it has lost its mark.
  if (hasKind(content)) return { drawing: content }
  return hasBytes(content) ? { image: content } : {}
}

const hasKind = (content: object): content is Drawing =>
  'kind' in content && content.kind === 'drawing'
const hasBytes = (content: object): content is Picture => 'format' in content && 'bytes' in content
