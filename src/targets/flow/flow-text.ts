import { faceOf, isPlain } from '../../drawing/index.ts'
import {
  type Align,
  type Layout,
  type LetterStretch,
  letterStretches,
  lineEndsOf,
  lineExtentsOf,
} from '../../layout/index.ts'
import type { Style } from '../../sheet/index.ts'

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

const letters = new WeakMap<Style, boolean>()

/** Whether a browser paints letters of a style as they are painted here. */
function flowsAsLetters(style: Style): boolean {
  let flows = letters.get(style)
  if (flows === undefined) {
    const { underline, stroke, ink, baselineShift, variantPosition, caps } = style
    const isBare = isPlain(underline === false ? style : { ...style, underline: false })
    const isSimpleLine = underline === true || underline === false
    flows =
      isBare &&
      isSimpleLine &&
      stroke === 'none' &&
      ink.kind === 'solid' &&
      baselineShift === 0 &&
      variantPosition === 'normal' &&
      caps === 'normal' &&
      style.punctuationSpacing === 'full' &&
      style.longWords.shrinkTo === undefined
    letters.set(style, flows)
  }
  return flows
}

/** Whether a browser's block has the shape of a paragraph. */
function flowsAsParagraph({
  trim,
  firstIndent,
  startIndent,
  endIndent,
  marker,
  padding,
  border,
}: Style): boolean {
  const isPadded =
    typeof padding === 'number' ? padding !== 0 : Object.values(padding).some(Boolean)
  return (
    trim === 'none' &&
    firstIndent === 0 &&
    startIndent === 0 &&
    endIndent === 0 &&
    marker === 'none' &&
    border === 'none' &&
    !isPadded
  )
}
