import { draw, inlineBox, place } from '../drawing/index.ts'
import type { Layout } from '../layout/index.ts'
import { type InlineBoxItem, plainText, type RichText, richFromText } from '../markup/index.ts'
import {
  anObject,
  aString,
  being,
  checkArguments,
  checkOptions,
  isObject,
} from '../problem/index.ts'
import { isVertical, type StyleSource } from '../sheet/index.ts'
import type { Typesetter } from './typesetter-interface.ts'

/** Options of `rubyText`. */
export interface RubyOptions {
  /** The style that the text around it is set in. */
  readonly style?: string
  /** Properties that override those of the style. */
  readonly overrides?: Omit<StyleSource, 'from'>
}

const aTypesetter = being(
  'a result of typesetterFor()',
  value => isObject(value) && typeof value.set === 'function' && typeof value.shape === 'function',
)

/** The size of ruby text, relative to its base (JLREQ, 3.3.3). */
const rubySize = '0.5x'

/**
 * A text with another at half its size above it, or to the right of vertical text, that says how it
 * is read (CSS Ruby 1; JLREQ, 3.3): a value for a placeholder. It is not broken, and both are as
 * wide as the wider one. Lines with a `leading` of 2 or more have room for it; others grow. Copied
 * and read out, it is the text. Throws as `set` of a typesetter does.
 *
 * @returns A value for a placeholder.
 * @example
 * set.set('{pier}へ。', { values: { pier: rubyText(set, '埠頭', 'ふとう') } })
 */
export function rubyText(
  typesetter: Typesetter,
  text: string,
  ruby: string,
  options: RubyOptions = {},
): InlineBoxItem {
  checkArguments(
    'rubyText',
    ['typesetter', typesetter, aTypesetter],
    ['text', text, aString],
    ['ruby', ruby, aString],
  )
  checkOptions('rubyText', options, { style: aString, overrides: anObject })
  const { style, overrides: changes = {} } = options
  const set = (rich: RichText, more: Omit<StyleSource, 'from'>): Layout =>
    typesetter.set<RichText>(rich, {
      ...(style !== undefined && { style }),
      overrides: { ...changes, leading: 1, ...more },
    })
  const base = set(richFromText(text), {})
  const beside = set(richFromText(ruby), { size: rubySize, emphasisMark: 'none' })
  const label = plainText(richFromText(text))
  if (isVertical(base.writingMode)) {
    const height = Math.max(base.height, beside.height)
    // The text stands in the middle of its line: as much room is on the other side of it.
    const width = base.width + 2 * beside.width
    const middle = { across: 'center', down: 'center' } as const
    const shown = draw({ width, height }, [
      place(base, width / 2, height / 2, middle),
      place(beside, width - beside.width / 2, height / 2, middle),
    ])
    return inlineBox({ width, height, drawing: shown, label })
  }
  const width = Math.max(base.width, beside.width)
  const height = base.height + beside.height
  const shown = draw({ width, height }, [
    place(base, width / 2, beside.height, { across: 'center', down: 'top' }),
    place(beside, width / 2, 0, { across: 'center', down: 'top' }),
  ])
  const baseline = beside.height + (base.lines[0]?.baseline ?? base.height)
  return inlineBox({ width, height, baseline, drawing: shown, label })
}
