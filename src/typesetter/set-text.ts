import {
  type Breakable,
  breakable,
  checkFrame,
  easedLongWords,
  type Frame,
  fittedLayout,
  fittedRatio,
  frameFields,
  type Layout,
  layOut,
  measuredLayout,
  scaledTexts,
  type WordText,
} from '../layout/index.ts'
import { isRich, type RichText } from '../markup/index.ts'
import {
  anObject,
  anything,
  aString,
  checkOptions,
  described,
  either,
  type Fields,
  fail,
} from '../problem/index.ts'
import { shapeParagraph } from '../shaping/index.ts'
import { frameOf, isFree, noFrame } from './frame-of-setting.ts'
import { isEmpty } from './is-empty.ts'
import type { Resolved } from './resolve.ts'
import {
  type AnySetting,
  noValues,
  type ResolvedText,
  resolvedText,
  styleAsked,
  type TextReader,
  throwErrors,
} from './resolved-text.ts'
import type { WordTexts } from './word-texts.ts'

/** What sets text: a reader of texts, and what it knows of their words. */
export interface TextSetter extends TextReader {
  readonly words: WordTexts
}

type Sizes = NonNullable<AnySetting['fit']>

export const settingFields: Fields<AnySetting> = {
  ...frameFields,
  style: aString,
  overrides: anObject,
  values: anObject,
  source: aString,
  ellipsis: either(aString, anObject),
  fit: anObject,
}

/** Lays out a text: by numbers if they tell all of it, and else with its glyphs. */
export function setText(
  markup: string | RichText,
  setting: AnySetting,
  setter: TextSetter,
): Layout {
  checkOptions('set', setting, settingFields)
  const frame = isFree(setting) ? noFrame : frameOf(setting)
  checkFrame(frame)
  const { style, values = noValues, ellipsis, fit } = setting
  const sizes = fit && checkedFit(fit)
  const { words } = setter
  const known = isStated(markup, setting) ? words.read(markup, style, values) : undefined
  const layout = known && laidOutByNumbers(known, setting, frame, sizes, setter)
  if (layout) return layout
  const text = resolvedText(markup, setting, setter)
  const read = known || ellipsis !== undefined ? undefined : words.ofResolved(text, text.base)
  const found = read && laidOutByNumbers(read, setting, frame, sizes, setter)
  return found ?? setResolved(text, frame, sizes, setter)
}

/** Lays out a text with its glyphs, also one that numbers would do for. */
export function setWithGlyphs(
  markup: string | RichText,
  setting: AnySetting,
  setter: TextSetter,
): Layout {
  const { fit } = setting
  const text = resolvedText(markup, setting, setter)
  return setResolved(text, frameOf(setting), fit && checkedFit(fit), setter)
}

/** Whether a call asks for a text in a style as the sheet states it: an empty list changes nothing. */
export const isStated = (markup: unknown, { overrides, ellipsis }: AnySetting) =>
  ellipsis === undefined &&
  (overrides === undefined || isEmpty(overrides)) &&
  (typeof markup === 'string' || isRich(markup))

function laidOutByNumbers(
  text: WordText,
  setting: AnySetting,
  frame: Frame,
  sizes: Sizes | undefined,
  setter: TextSetter,
): Layout | undefined {
  if (!sizes) return measuredLayout(text, frame)
  const { size } = text.own.style
  // Sizes are those of the whole text, of which a paragraph may be in a span.
  if (size !== setter.asRead(styleAsked(setting, setter).style).size) return undefined
  return fittedLayout(text, frame, { min: sizes.min / size, max: sizes.max / size })
}

function setResolved(
  text: ResolvedText,
  frame: Frame,
  sizes: Sizes | undefined,
  setter: TextSetter,
): Layout {
  const { base } = text
  const texts = shapedParagraphs(text, setter)
  if (!sizes) return laidOut(texts, frame, text, setter)
  const { size } = setter.asRead(base)
  const bounds = { min: sizes.min / size, max: sizes.max / size }
  const within = { ...frame, maxLines: frame.maxLines ?? base.maxLines }
  const ratio = fittedRatio(texts, within, bounds, setter.tools)
  return laidOut(scaledTexts(texts, ratio, setter.tools), frame, text, setter, size * ratio)
}

export const shapedParagraphs = (
  { paragraphs }: Resolved,
  { tools }: TextReader,
): readonly Breakable[] =>
  paragraphs.map(paragraph => breakable(shapeParagraph(paragraph, tools), tools))

/** Lays out shaped paragraphs. */
export function laidOut(
  texts: readonly Breakable[],
  frame: Frame,
  { base, problems: found, sourceMap }: ResolvedText,
  { tools, asRead, mode }: TextReader,
  fittedSize?: number,
): Layout {
  const maxLines = frame.maxLines ?? base.maxLines
  const within = frame.maxLines === maxLines ? frame : { ...frame, maxLines }
  const style = asRead(base)
  const eased = fittedSize === undefined ? easedLongWords(texts, within, style, tools) : undefined
  const easedSize = eased && eased.ratio !== 1 ? style.size * eased.ratio : fittedSize
  const told = { found, fittedSize: easedSize, sourceMap }
  const layout = layOut(eased?.texts ?? texts, within, tools, told)
  throwErrors(layout.problems, mode)
  return layout
}

function checkedFit(fit: Sizes) {
  checkOptions('fit', fit, { min: anything, max: anything })
  const { min, max } = fit
  if (!(Number.isFinite(min) && Number.isFinite(max) && min > 0 && max >= min)) {
    const given = `min ${described(min)} and max ${described(max)}`
    fail('bad-fit', `fit needs a min above 0 and a max not below it, not ${given}`)
  }
  return fit
}
