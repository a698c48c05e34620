import {
  aBoolean,
  anything,
  being,
  checkArgument,
  checkOptions,
  described,
  type Fields,
  fail,
  fromZero,
  isObject,
  type Problem,
  warningProblem,
} from '../problem/index.ts'
import { grownLengths, type Style } from './style.ts'

/** The reader's preferences. */
export interface ReaderSettings {
  /** Text scale; 1 is as designed. */
  readonly scale?: number
  /**
   * `tapered` (the default): large styles grow less than body text. `linear`: all grow alike, as
   * WCAG 2.2, 1.4.4, asks where this is the only way to enlarge text.
   */
  readonly growth?: 'tapered' | 'linear'
  /** `wide` sets lines, words, letters and paragraphs as far apart as WCAG 2.2, 1.4.12, asks. */
  readonly spacing?: 'normal' | 'wide'
  /** Every style in a heavier weight. */
  readonly bold?: boolean
  /** `more` applies the sheet's mode `more-contrast`. */
  readonly contrast?: 'normal' | 'more'
}

/** More than this is a percentage that was meant as a factor, or a mistake. */
const mostScale = 10

const readerFields: Fields<ReaderSettings> = {
  scale: anything,
  growth: anything,
  spacing: anything,
  bold: aBoolean,
  contrast: anything,
}

/** Settings that are settings. Throws `bad-reader` on values that are none. */
export function checkedReader(owner: string, reader: ReaderSettings): ReaderSettings {
  checkOptions(`the reader of ${owner}`, reader, readerFields)
  const { scale = 1, growth = 'tapered', spacing = 'normal', contrast = 'normal' } = reader
  if (!(Number.isFinite(scale) && scale > 0)) {
    fail('bad-reader', `the reader's scale must be a number above 0, not ${described(scale)}`)
  }
  const choices = [
    { name: 'growth', value: growth, known: ['tapered', 'linear'] },
    { name: 'spacing', value: spacing, known: ['normal', 'wide'] },
    { name: 'contrast', value: contrast, known: ['normal', 'more'] },
  ]
  for (const { name, value, known } of choices) {
    if (known.includes(value)) continue
    const expected = known.join(' or ')
    fail('bad-reader', `the reader's ${name} must be ${expected}, not ${described(value)}`)
  }
  return reader
}

/** Notes about settings that are likely mistakes. */
export function readerNotes({ scale = 1 }: ReaderSettings): readonly Problem[] {
  if (scale <= mostScale) return []
  const message = `the reader's scale is ${scale}: text ${scale} times as large`
  const hint = `it is a factor, not percent: ${scale / 100}?`
  return [warningProblem('large-scale', message, { hint })]
}

/** Sizes up to this one grow by the whole of the reader's scale: body text and all that is smaller. */
const bodySize = 20

/** The exponent of the scale for the part of a size above the threshold. */
const growthAbove = 0.4

/**
 * The size for a reader's scale: f(size, scale) = scale · size up to 20 units; the part above grows
 * by scale^0.4. The curve is continuous and rises with both, and f(size, 1) = size. Large styles
 * grow less, and none overtakes another.
 */
export function scaledSize(size: number, reader: ReaderSettings): number {
  checkArgument('scaledSize', 'size', size, fromZero)
  return grownSize(size, checkedReader('scaledSize', reader))
}

function grownSize(size: number, { scale = 1, growth = 'tapered' }: ReaderSettings): number {
  if (growth === 'linear') return size * scale
  const body = Math.min(size, bodySize)
  return body * scale + (size - body) * scale ** growthAbove
}

/** WCAG 2.2, 1.4.12: lines 1.5 times the size, letters 0.12, words 0.16, after paragraphs twice. */
const wide = { leading: 1.5, tracking: 0.12, wordSpacing: 0.16, spaceAfter: 2 }

/** As much heavier as bold is than regular: 700 and 400 (CSS Fonts 4, 2.2.1). No face is heavier than 900. */
const bolder = 300
const heaviest = 900

/** Superscripts and subscripts: how large, and how far up or down, in ems of the text around. */
const scripts = { super: { size: 0.62, rise: 0.34 }, sub: { size: 0.62, rise: -0.14 } }

/**
 * A style as a reader gets it: the size scaled once, as it was resolved, within the style's own
 * bounds; lengths in units along with it; superscripts and subscripts as size and shift.
 */
export function readerStyle(style: Style, reader: ReaderSettings): Style {
  checkArgument('readerStyle', 'style', style, aStyle)
  checkedReader('readerStyle', reader)
  const grown = style.scaling ? bounded(grownSize(style.size, reader), style) : style.size
  const ratio = grown / style.size
  const sized = ratio === 1 ? style : { ...scaledStyle(style, ratio), size: grown }
  const bold = reader.bold
    ? { weight: Math.max(style.weight, Math.min(heaviest, style.weight + bolder)) }
    : undefined
  const spaced = reader.spacing === 'wide' ? wideSpacing(sized) : undefined
  const result = bold || spaced ? { ...sized, ...bold, ...spaced } : sized
  if (result.variantPosition === 'normal') return result
  const { size, rise } = scripts[result.variantPosition]
  const shift = (result.baselineShift + rise) / size
  return { ...result, variantPosition: 'normal', size: result.size * size, baselineShift: shift }
}

const aStyle = being(
  'a style, which sheet.style() gives',
  value => isObject(value) && Number.isFinite(value.size) && isObject(value.leading),
)

/** A style whose size, and every length in units with it, is so many times as large. */
export function scaledStyle(style: Style, ratio: number): Style {
  if (ratio === 1) return style
  return { ...grownLengths(style, ratio), size: style.size * ratio }
}

function bounded(size: number, { minSize = 0, maxSize = Infinity }: Style): number {
  return Math.min(maxSize, Math.max(minSize, size))
}

function wideSpacing(style: Style) {
  const { leading, size } = style
  const lines = leading.kind === 'times' ? leading.factor : leading.units / size
  return {
    leading: lines < wide.leading ? ({ kind: 'times', factor: wide.leading } as const) : leading,
    tracking: Math.max(style.tracking, wide.tracking),
    wordSpacing: Math.max(style.wordSpacing, wide.wordSpacing),
    spaceAfter: Math.max(style.spaceAfter, wide.spaceAfter * size),
  }
}
