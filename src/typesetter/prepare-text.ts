import {
  checkFrame,
  type Frame,
  measuredLayout,
  noIsolates,
  type PlainText,
  plainText,
  sourceMapOf,
  wrapPlain,
} from '../layout/index.ts'
import type { RichText } from '../markup/index.ts'
import { checkOptions, fail } from '../problem/index.ts'
import { frameOf } from './frame-of-setting.ts'
import { type AnySetting, noValues, resolvedText } from './resolved-text.ts'
import { isStated, laidOut, settingFields, shapedParagraphs, type TextSetter } from './set-text.ts'
import { type ShapedText, shapedText } from './shaped-text.ts'

/** Makes a text ready to be set in many frames. */
export function prepareText(
  markup: string | RichText,
  setting: AnySetting,
  setter: TextSetter,
): ShapedText {
  checkOptions('shape', setting, settingFields)
  const frame = frameOf(setting)
  checkFrame(frame)
  if (setting.fit) {
    fail('bad-fit', 'shape() does not take fit', { hint: 'set() does' })
  }
  const { style, values = noValues } = setting
  const bare = isStated(markup, setting) ? setter.words.bare(markup, style, values) : undefined
  const simple = bare && plainText(bare.text, bare.own)
  if (simple) return preparedByNumbers(simple, frame, setter)
  const text = resolvedText(markup, setting, setter)
  const texts = shapedParagraphs(text, setter)
  return shapedText(
    () => texts,
    frame,
    own => laidOut(texts, own, text, setter),
    setter.tools,
  )
}

function preparedByNumbers(simple: PlainText, frame: Frame, setter: TextSetter): ShapedText {
  const { text, own, texts } = simple
  const { length } = text
  const resolved = {
    paragraphs: [],
    problems: [],
    sourceMap: sourceMapOf(length),
    base: own.style,
  }
  const bare = { text, own, runs: undefined, sourceMap: undefined, isolates: noIsolates }
  const general = shapedText(
    texts,
    frame,
    within => measuredLayout(bare, within) ?? laidOut(texts(), within, resolved, setter),
    setter.tools,
  )
  return {
    ...general,
    wrap(width) {
      checkFrame({ width })
      return wrapPlain(simple, width, frame.align) ?? general.wrap(width)
    },
  }
}
