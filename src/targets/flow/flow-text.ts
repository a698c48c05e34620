import { faceOf } from '../../drawing/index.ts'
import {
  type Align,
  type Layout,
  type LetterStretch,
  letterStretches,
  lineEndsOf,
  lineExtentsOf,
} from '../../layout/index.ts'
import { keepsTo, type PropertyName, type Style, type StyleLimits } from '../../sheet/index.ts'

/**
 * A text that a browser shows in its own flow as it is laid out here: letters of one size in solid
 * colors, whose lines are all of one height. Only where its lines end has to be compared.
 */
export interface FlowText {
  readonly text: string
  /** The style of its paragraphs. */
  readonly style: Style
  readonly align: Align
  readonly direction: 'ltr' | 'rtl'
  readonly stretches: readonly LetterStretch[]
  /** The stretch whose letters its block has: one in the style of the paragraphs, if there is any. */
  readonly block: LetterStretch
  /** The distance of its baselines, in units. */
  readonly leading: number
  /** Its first baseline, from the top of its first line, in units. */
  readonly baseline: number
}

/** A text in its styles, before or after it is laid out. */
interface Content {
  readonly text: string
  readonly style: Style
  readonly paragraphs: readonly { readonly style: Style }[]
  readonly stretches: readonly LetterStretch[]
  readonly hasIsolates: boolean
  readonly align: Align | undefined
}

/** A layout as a browser's flow shows it; undefined where that can't show what it has. */
export function flowTextOf(layout: Layout, hasIsolates: boolean): FlowText | undefined {
  const { writingMode, cut, fittedSize, text, style, paragraphs, frame, height } = layout
  const isWhole = !cut && !layout.continuation && !frame.continuation
  if (writingMode !== 'horizontal-tb' || !isWhole || fittedSize !== undefined) return undefined
  const stretches = flowsAsParagraph(style) ? letterStretches(layout) : undefined
  if (!stretches || paragraphs.some(({ direction }) => direction !== paragraphs[0].direction)) {
    return undefined
  }
  const content = { text, style, paragraphs, stretches, hasIsolates, align: frame.align }
  const flow = flowText(content, paragraphs[0].direction)
  if (!flow) return undefined
  const isRegular = Math.abs(lineEndsOf(layout).length * flow.leading - height) < sameHeight
  return isRegular ? flow : undefined
}

/** A text that is not laid out yet; undefined where it has to be, to know how it looks. */
export function flowTextBefore(content: Content): FlowText | undefined {
  const { style, text, paragraphs } = content
  if (text === '' || style.maxLines !== undefined || style.writingMode !== 'horizontal-tb') {
    return undefined
  }
  // Paragraphs may each have a direction.
  const isOne = paragraphs.length === 1 || style.direction !== 'auto' || !rightToLeft.test(text)
  return isOne && flowsAsParagraph(style) ? flowText(content, directionOf(content)) : undefined
}

/** The direction that a style states, or else that of the first letter (UAX #9, P2 and P3). */
function directionOf({ style, text }: Content): 'ltr' | 'rtl' {
  if (style.direction !== 'auto') return style.direction
  const first = rightToLeft.test(text) ? /\p{L}/u.exec(text) : null
  return first && rightToLeft.test(first[0]) ? 'rtl' : 'ltr'
}

function flowText(content: Content, direction: 'ltr' | 'rtl'): FlowText | undefined {
  const { text, style, paragraphs, stretches, hasIsolates } = content
  if (stretches.length === 0 || text.includes('\t') || text.endsWith('\n')) return undefined
  const isAlike = (one: Style) => one.size === style.size && flowsAsLetters(one)
  if (!stretches.every(stretch => isAlike(stretch.style))) return undefined
  if (paragraphs.some(paragraph => paragraph.style !== style)) return undefined
  // Between paragraphs a browser's flow has what it has between lines.
  if (paragraphs.length > 1 && style.spaceBefore + style.spaceAfter !== 0) return undefined
  // Isolated values would need elements of their own in text of both directions.
  if (hasIsolates && rightToLeft.test(text)) return undefined
  const align = content.align ?? style.align
  if (align === 'justify') return undefined
  const block = stretches.find(stretch => stretch.style === style) ?? stretches[0]
  const { above, below } = lineExtentsOf(faceOf(block), block.style)
  const leading = above + below
  return { text, style, align, direction, stretches, block, leading, baseline: above }
}

/** Heights that differ by less, in units, are the same. */
const sameHeight = 0.5

/** Letters that run from right to left (UAX #9: blocks whose unassigned characters are R or AL). */
const rightToLeft =
  /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc\u{10800}-\u{10fff}\u{1e800}-\u{1efff}]/u

/**
 * What a browser does as it is done here, or what makes no difference to it: its faces are the ones
 * found here, and where its lines end is compared.
 */
type Shared =
  | 'family'
  | 'size'
  | 'weight'
  | 'slant'
  | 'stretch'
  | 'synthesis'
  | 'leading'
  | 'tracking'
  | 'wordSpacing'
  | 'opacity'
  | 'textTransform'
  | 'orientation'
  | 'combineDigits'
  | 'features'
  | 'axes'
  | 'language'
  | 'minSize'
  | 'maxSize'
  | 'scaling'
  | 'align'
  | 'direction'
  | 'writingMode'
  | 'spaceBefore'
  | 'spaceAfter'
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

type OfBlock =
  | 'trim'
  | 'firstIndent'
  | 'startIndent'
  | 'endIndent'
  | 'marker'
  | 'padding'
  | 'border'

const lettersInFlow: StyleLimits<Shared | OfBlock> = {
  ink: ({ ink }) => ink.kind === 'solid',
  stroke: ({ stroke }) => stroke === 'none',
  backing: ({ backing }) => backing === 'none',
  shadow: ({ shadow }) => shadow === 'none',
  underline: ({ underline }) => typeof underline === 'boolean',
  overline: ({ overline }) => !overline,
  strike: ({ strike }) => !strike,
  baselineShift: ({ baselineShift }) => baselineShift === 0,
  variantPosition: ({ variantPosition }) => variantPosition === 'normal',
  caps: ({ caps }) => caps === 'normal',
  emphasisMark: ({ emphasisMark }) => emphasisMark === 'none',
  punctuationSpacing: ({ punctuationSpacing }) => punctuationSpacing === 'full',
  longWords: ({ longWords }) => longWords.shrinkTo === undefined,
}

/** Whether a browser paints letters of a style as they are painted here. */
const flowsAsLetters = keepsTo(lettersInFlow)

const blockInFlow: StyleLimits<Exclude<PropertyName, OfBlock>> = {
  trim: ({ trim }) => trim === 'none',
  firstIndent: ({ firstIndent }) => firstIndent === 0,
  startIndent: ({ startIndent }) => startIndent === 0,
  endIndent: ({ endIndent }) => endIndent === 0,
  marker: ({ marker }) => marker === 'none',
  border: ({ border }) => border === 'none',
  padding: ({ padding }) =>
    typeof padding === 'number' ? padding === 0 : !Object.values(padding).some(Boolean),
}

/** Whether a browser's block has the shape of a paragraph. */
const flowsAsParagraph = keepsTo(blockInFlow)
