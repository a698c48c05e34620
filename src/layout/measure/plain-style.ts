import { type ShapedRun, type ShapingItem, unitScale } from '../../shaping/index.ts'
import {
  keepsTo,
  type PropertiesOf,
  type Style,
  type StyleLimits,
  scaledStyle,
} from '../../sheet/index.ts'
import { type LineBreakOptions, plain } from '../../unicode/index.ts'
import type { Frame } from '../frame.ts'
import type { LayoutParagraph } from '../layout.ts'
import { type SizedMark, sizedMark } from './ellipsis-mark.ts'
import type { KnownPoints } from './known-points.ts'
import type { LayoutTools } from './layout-tools.ts'
import type { LineExtents } from './line-box.ts'
import { trimmed } from './line-reach.ts'
import { type Marker, markerOf } from './marker.ts'
import { flowPadding } from './padding.ts'
import { plainScriptNames } from './plain-script-names.ts'
import { tabSizes } from './tab-stops.ts'
import type { UsedFace } from './used-face.ts'

/**
 * A style in which plain texts are laid out by numbers: strings of words in one script, of one face,
 * which run from left to right. What lines and glyphs they have is made when somebody reads it.
 */
export interface PlainStyle {
  readonly style: Style
  readonly styleNames: readonly string[]
  readonly tools: LayoutTools
  readonly face: ShapedRun['face']
  /** The face of the style, and the fallback faces. */
  readonly shaping: ReturnType<LayoutTools['shapingStyle']>
  readonly scale: number
  /** The segment for such texts, by the bit of their script in `plain`. */
  readonly segments: ReadonlyMap<number, ShapedRun['segment']>
  /** That all of its letters have. */
  readonly looks: readonly UsedFace[]
  /** The extent of a line, and of the only line of a text if it is trimmed. */
  readonly reach: LineExtents
  /** The height of a line that may be the first or the last. */
  heightOf(isFirst: boolean, isLast: boolean): number
  /** Between paragraphs. */
  readonly space: number
  readonly padding: ReturnType<typeof flowPadding>
  /** Whether words that no line has room for are only broken. */
  readonly isUneased: boolean
  /** Whether plain texts are the words of its face, from left to right. */
  readonly isOfWords: boolean
  /** The space after the last letter of a line, which does not count, in units. */
  readonly tracking: number
  /** The mark of what is left out; undefined if its numbers do not tell what goes before it. */
  mark(): SizedMark | undefined
  /** What divides its words, and whether it does so as most styles do. */
  readonly breaks: LineBreakOptions
  readonly hasUsualBreaks: boolean
  /** The places inside words that lines may end at, as they were asked for. */
  readonly points: KnownPoints
  /** Before the first line of a paragraph. */
  readonly marker: Marker | undefined
  /** The distance of lines from the start edge: of the first of a paragraph, and of all others. */
  readonly firstIndent: number
  readonly indent: number
  /** The distance of the usual tab stops, and the least that a tab leaves free, in units. */
  readonly tabSizes: { readonly tabWidth: number; readonly leastTab: number }
  /** The style in other sizes, by their ratios, as they were asked for. */
  readonly scaled: Map<number, PlainStyle>
  /** Data that texts of equal length share, made once. */
  readonly paragraphs: (readonly LayoutParagraph[])[]
  /** The last frame that was asked for. */
  frame: Frame
}

/** A frame that differs from every other. */
const noFrame: Frame = { width: Number.NaN }

/** Letters that are so much closer, in ems, still stand one behind the other. */
const leastSpacing = -0.1

/** What numbers tell all of. What acts on heights, places and paint alone comes after them. */
type Told =
  | PropertiesOf<'heights' | 'places' | 'paint'>
  | 'family'
  | 'size'
  | 'weight'
  | 'slant'
  | 'stretch'
  | 'synthesis'
  | 'textTransform'
  | 'orientation'
  | 'combineDigits'
  | 'punctuationSpacing'
  | 'features'
  | 'axes'
  | 'language'
  | 'minSize'
  | 'maxSize'
  | 'scaling'
  | 'direction'
  | 'firstIndent'
  | 'startIndent'
  | 'endIndent'
  | 'maxLines'
  | 'ellipsis'
  | 'breaking'
  | 'lineBreak'
  | 'wordBreak'
  | 'overflowWrap'
  | 'longWords'
  | 'loneWord'
  | 'hyphenation'
  | 'justification'
  | 'tabs'
  | 'marker'
  | 'padding'

/** Of what is not told, and of some values, it takes the glyphs. */
const limits: StyleLimits<Told> = {
  tracking: ({ tracking }) => tracking >= leastSpacing,
  wordSpacing: ({ wordSpacing }) => wordSpacing >= leastSpacing,
  backing: ({ backing }) =>
    backing === 'none' || (!backing.inFlow && backing.boxDecorationBreak !== 'slice'),
  underline: ({ underline }) => !(typeof underline === 'object' && underline.gap !== undefined),
  variantPosition: ({ variantPosition }) => variantPosition === 'normal',
  caps: ({ caps }) => caps === 'normal',
  writingMode: ({ writingMode }) => writingMode === 'horizontal-tb',
}

const isPlainStyle = keepsTo(limits)

const isUsual = ({ lineBreak, wordBreak, hyphenation }: Style) =>
  lineBreak === 'normal' && wordBreak === 'normal' && !hyphenation

/** Whether the words of two styles are divided alike. */
export const hasSameBreaks = (a: PlainStyle, b: PlainStyle) =>
  a === b ||
  (a.breaks.lineBreak === b.breaks.lineBreak &&
    a.breaks.wordBreak === b.breaks.wordBreak &&
    a.breaks.language === b.breaks.language)

/** Everything that plain layout of a style needs; undefined if the style needs more. */
export function plainStyle(
  style: Style,
  styleNames: readonly string[],
  tools: LayoutTools,
): PlainStyle | undefined {
  if (!isPlainStyle(style)) return undefined
  const shaping = tools.shapingStyle(style)
  const { faces, language, features, problems, isStandIn } = shaping
  const [face] = faces
  if (problems.length > 0 || isStandIn) return undefined
  const marker = markerOf({ text: '', runs: [], isolates: [], offset: 0, style }, tools)
  // A letter of it that no face has is reported.
  if (marker?.runs.some(({ glyphs }) => glyphs.glyphs.includes(0))) return undefined
  const indent = style.startIndent + (marker?.indent ?? 0)
  const reach = tools.extents(style)
  const height = (isFirst: boolean, isLast: boolean) => {
    const { above, below } = trimmed(reach, style, tools, isFirst, isLast)
    return above + below
  }
  const [only, first, between, last] = [
    height(true, true),
    height(true, false),
    height(false, false),
    height(false, true),
  ]
  let mark: { readonly found: SizedMark | undefined } | undefined
  const { hyphenate = false, shrinkTo } = style.longWords
  const segments = plainScriptNames.map(
    ([bit, script]) => [bit, tools.segmentOf(script, language, features, 0)] as const,
  )
  return {
    style,
    styleNames,
    tools,
    face,
    shaping,
    scale: unitScale(face, style.size),
    reach,
    looks: [{ face: face.id, style }],
    segments: new Map(segments),
    heightOf: (isFirst, isLast) => (isFirst ? (isLast ? only : first) : isLast ? last : between),
    space: style.spaceAfter + style.spaceBefore,
    padding: flowPadding(style, style.writingMode),
    isUneased: !hyphenate && shrinkTo === undefined,
    isOfWords: face.spacesStandAlone(features) && style.direction !== 'rtl',
    tracking: style.tracking * style.size,
    mark() {
      mark ??= { found: sizedMark(style, tools) }
      return mark.found
    },
    breaks: { lineBreak: style.lineBreak, wordBreak: style.wordBreak, language: style.language },
    hasUsualBreaks: isUsual(style),
    points: { table: undefined, clearings: 0, of: new Map(), prefixes: new Map() },
    marker,
    tabSizes: tabSizes(face, unitScale(face, style.size)),
    firstIndent: indent + style.firstIndent,
    indent,
    scaled: new Map(),
    paragraphs: [],
    frame: noFrame,
  }
}

/** Whether text in two styles is shaped as one: they differ in paint only. */
const isShapedWith = (a: PlainStyle, b: PlainStyle) =>
  a.face === b.face &&
  a.style.size === b.style.size &&
  a.style.tracking === b.style.tracking &&
  a.style.wordSpacing === b.style.wordSpacing &&
  a.segments.get(plain.latin) === b.segments.get(plain.latin)

/** The first run behind those that are shaped as one with a run. */
export function behindItem(
  runs: readonly {
    readonly own: PlainStyle
    readonly script?: number | undefined
    readonly item?: ShapingItem | undefined
    readonly isTab?: boolean | undefined
  }[],
  first: number,
): number {
  const { own, script, item } = runs[first]
  let next = first + 1
  if (item) {
    while (next < runs.length && runs[next].item === item) next++
    return next
  }
  while (
    next < runs.length &&
    !runs[next].isTab &&
    runs[next].script === script &&
    isShapedWith(own, runs[next].own)
  ) {
    next++
  }
  return next
}

/** So many sizes of a style are kept: texts that are fitted have one each. */
const mostScaled = 512

/** A style so many times as large. Its words, in font units, stay as they are. */
export function scaledPlainStyle(own: PlainStyle, ratio: number): PlainStyle {
  if (ratio === 1) return own
  const { scaled: known } = own
  let scaled = known.get(ratio)
  if (!scaled) {
    if (known.size >= mostScaled) known.clear()
    scaled = scaledBy(own, ratio)
    known.set(ratio, scaled)
  }
  return scaled
}

function scaledBy(own: PlainStyle, ratio: number): PlainStyle {
  const style = scaledStyle(own.style, ratio)
  const { reach, face, padding } = own
  let mark: { readonly found: SizedMark | undefined } | undefined
  return {
    ...own,
    style,
    scale: unitScale(face, style.size),
    reach: { above: reach.above * ratio, below: reach.below * ratio },
    looks: [{ face: face.id, style }],
    heightOf: (isFirst, isLast) => own.heightOf(isFirst, isLast) * ratio,
    space: own.space * ratio,
    padding: {
      inlineStart: padding.inlineStart * ratio,
      inlineEnd: padding.inlineEnd * ratio,
      inlineStartLeftward: padding.inlineStartLeftward * ratio,
      blockStart: padding.blockStart * ratio,
      blockEnd: padding.blockEnd * ratio,
    },
    tracking: own.tracking * ratio,
    mark() {
      mark ??= { found: sizedMark(style, own.tools) }
      return mark.found
    },
    firstIndent: own.firstIndent * ratio,
    indent: own.indent * ratio,
    tabSizes: tabSizes(face, unitScale(face, style.size)),
    scaled: new Map(),
    paragraphs: [],
    frame: noFrame,
  }
}
