import {
  type ShapedParagraph,
  type ShapedRun,
  type StyledRun,
  unitScale,
} from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import { firstBeyondPlain, plain, plainCharacters } from '../unicode/index.ts'
import type { Frame } from './frame.ts'
import { layOut } from './lay-out.ts'
import {
  heldShelf,
  type Layout,
  type LayoutParagraph,
  type Line,
  type SourcePiece,
} from './layout.ts'
import type { LayoutTools } from './layout-tools.ts'
import { trimmedExtents } from './line-reach.ts'
import { flowPadding } from './padding.ts'
import { firstFitLines } from './plain-lines.ts'
import { breakable } from './stops.ts'

/**
 * A style in which plain texts are laid out by numbers: strings of words in one script, of one face,
 * which run from left to right. What lines and glyphs they have is made when somebody reads it.
 */
export interface PlainStyle {
  readonly style: Style
  readonly styleNames: readonly string[]
  readonly tools: LayoutTools
  readonly face: ShapedRun['face']
  readonly scale: number
  /** How such texts are shaped, by the bit of their script in `plain`. */
  readonly segments: ReadonlyMap<number, ShapedRun['segment']>
  /** Heights of the only line; of the first, of those between, and of the last. */
  readonly only: number
  readonly first: number
  readonly inner: number
  readonly last: number
  readonly padding: ReturnType<typeof flowPadding>
  /** What texts as long have in common, made once. */
  readonly paragraphs: (readonly LayoutParagraph[])[]
  readonly runs: (readonly StyledRun[])[]
  /** The last frame that was asked for. */
  frame: Frame
}

/** Of what texts as long have in common, so much is kept. */
const longestKept = 256

/** Which no frame is the same as. */
const noFrame: Frame = { width: Number.NaN }

const scripts = [
  [plain.latin, 'Latin'],
  [plain.greek, 'Greek'],
  [plain.cyrillic, 'Cyrillic'],
] as const

/** Whether a style asks for nothing that takes more than words and their lengths to lay out. */
function isPlainStyle(style: Style): boolean {
  const { backing, underline, align, marker } = style
  return (
    style.tracking === 0 &&
    style.wordSpacing === 0 &&
    style.variantPosition === 'normal' &&
    style.caps === 'normal' &&
    style.textTransform === 'none' &&
    style.direction !== 'rtl' &&
    style.writingMode === 'horizontal-tb' &&
    style.firstIndent === 0 &&
    style.startIndent === 0 &&
    style.endIndent === 0 &&
    style.breaking === 'fast' &&
    style.loneWord === 'allow' &&
    style.lineBreak === 'normal' &&
    style.wordBreak === 'normal' &&
    !style.hyphenation &&
    align !== 'justify' &&
    marker === 'none' &&
    (backing === 'none' || (!backing.takesRoom && backing.ends !== 'open')) &&
    !(typeof underline === 'object' && underline.gap !== undefined)
  )
}

/** What it takes to lay out plain texts in a style; undefined where that is not enough for any. */
export function plainStyle(
  style: Style,
  styleNames: readonly string[],
  tools: LayoutTools,
): PlainStyle | undefined {
  if (!isPlainStyle(style)) return undefined
  const { faces, language, features, problems } = tools.shapingStyle(style)
  const [face] = faces
  if (problems.length > 0 || !face.spacesStandAlone(features)) return undefined
  const reach = tools.extents(style)
  const height = (isFirst: boolean, isLast: boolean) => {
    const { above, below } = trimmedExtents(reach, style, tools, isFirst, isLast)
    return above + below
  }
  const segments = scripts.map(
    ([bit, script]) => [bit, tools.segmentOf(script, language, features, 0)] as const,
  )
  return {
    style,
    styleNames,
    tools,
    face,
    scale: unitScale(face, style.size),
    segments: new Map(segments),
    only: height(true, true),
    first: height(true, false),
    inner: height(false, false),
    last: height(false, true),
    padding: flowPadding(style, style.writingMode),
    paragraphs: [],
    runs: [],
    frame: noFrame,
  }
}

/** The bit of the script of a plain text; 0 where it may not be one. */
function scriptOfPlain(text: string): number {
  const kinds = plainCharacters()
  const { length } = text
  let all = 0
  for (let i = 0; i < length; i++) {
    const unit = text.charCodeAt(i)
    if (unit >= firstBeyondPlain) return 0
    const kind = kinds[unit]
    if (kind === 0) return 0
    all |= kind
  }
  const script = all & (plain.latin | plain.greek | plain.cyrillic)
  // Text of no script is Latin; text of several is more than plain, and so are spaces alone.
  if (script === 0) return (all & plain.common) === 0 ? 0 : plain.latin
  return (script & (script - 1)) === 0 ? script : 0
}

/**
 * A layout of a plain text, the same as that of any other; undefined where it takes more than its
 * words to make one. Lines hold what it takes to make them: they can be read until the shelf is
 * closed.
 */
export function plainLayout(text: string, own: PlainStyle, frame: Frame): Layout | undefined {
  const maxLines = frame.maxLines ?? own.style.maxLines
  if (frame.align === 'justify' || frame.from !== undefined || frame.continues) return undefined
  const script = scriptOfPlain(text)
  const segment = script === 0 ? undefined : own.segments.get(script)
  if (!segment) return undefined
  const words = own.tools.measureWords(own.face, text, segment)
  if (!words || words.count === 0) return undefined
  const { inlineStart, inlineEnd, blockStart, blockEnd } = own.padding
  let textWidth = 0
  let width = 0
  let count = 1
  if (frame.width === undefined) {
    textWidth = words.to[words.count - 1] * own.scale
    width = textWidth + inlineStart + inlineEnd
  } else {
    const length = Math.max(0, frame.width - inlineStart - inlineEnd)
    const lines = firstFitLines(text, words, length, own.scale, own.style)
    if (!lines) return undefined
    textWidth = lines.width
    count = lines.count
    width = length + inlineStart + inlineEnd
  }
  if (maxLines !== undefined && count > maxLines) return undefined
  let depth = blockStart + (count === 1 ? own.only : own.first)
  for (let i = 2; i < count; i++) depth += own.inner
  if (count > 1) depth += own.last
  depth += blockEnd
  const room = frame.height ?? Infinity
  if (depth - blockStart - blockEnd > Math.max(0, room - blockStart - blockEnd)) return undefined
  const { length } = text
  const layout: PlainLayout = {
    [heldShelf]: own.tools.shelf,
    [heldStyle]: own,
    kind: 'layout',
    writingMode: 'horizontal-tb',
    style: own.style,
    text,
    width,
    height: depth,
    fittedSize: undefined,
    textWidth,
    paragraphs: kept(own.paragraphs, length, own, paragraphsOf),
    sourceMap: kept(sourceMaps, length, own, sourceMapOf),
    cut: undefined,
    rest: undefined,
    problems: none,
    frame: frameOf(frame, maxLines, own),
  }
  addLines(layout)
  return layout
}

const none: Layout['problems'] = []

/** What a plain layout is made by. */
const heldStyle: unique symbol = Symbol('how a plain text is set')

interface PlainLayout extends Omit<Layout, 'lines'> {
  readonly [heldStyle]: PlainStyle
}

/** Many frames are alike, and follow each other. */
function frameOf(frame: Frame, maxLines: number | undefined, own: PlainStyle): Frame {
  const last = own.frame
  const isSame =
    last.width === frame.width &&
    last.height === frame.height &&
    last.maxLines === maxLines &&
    last.align === frame.align
  if (!isSame) own.frame = frame.maxLines === maxLines ? frame : { ...frame, maxLines }
  return own.frame
}

const sourceMaps: (readonly SourcePiece[])[] = []

function kept<T>(
  list: T[],
  length: number,
  own: PlainStyle,
  make: (length: number, own: PlainStyle) => T,
): T {
  if (length > longestKept) return make(length, own)
  let known = list[length]
  if (known === undefined) {
    known = make(length, own)
    list[length] = known
  }
  return known
}

const paragraphsOf = (end: number, { style }: PlainStyle): readonly LayoutParagraph[] => [
  { start: 0, end, style, language: style.language, direction: 'ltr' },
]

const sourceMapOf = (end: number): readonly SourcePiece[] => [
  { start: 0, end, source: { start: 0, end } },
]

const runsOf = (end: number, { style, styleNames }: PlainStyle): readonly StyledRun[] => [
  { start: 0, end, style, styleNames },
]

/** Lines that were read, so that they are made once. */
const readLines = new WeakMap<object, readonly Line[]>()

/** Read as any property is: a copy has the lines themselves. */
const lazyLines = {
  enumerable: true,
  configurable: true,
  get(this: PlainLayout): readonly Line[] {
    let lines = readLines.get(this)
    if (!lines) {
      lines = linesOf(this)
      readLines.set(this, lines)
    }
    return lines
  },
}

function addLines(layout: PlainLayout): asserts layout is PlainLayout & Pick<Layout, 'lines'> {
  Object.defineProperty(layout, 'lines', lazyLines)
}

function linesOf({ text, frame, [heldStyle]: own }: PlainLayout): readonly Line[] {
  const { tools, style, face } = own
  const script = scriptOfPlain(text)
  const segment = own.segments.get(script)
  const shaped = segment && tools.shapeWords(face, text, segment)
  if (!segment || !shaped) throw new Error('a plain text is no longer put together from words')
  const glyphRun: ShapedRun = {
    start: 0,
    end: text.length,
    face,
    size: style.size,
    segment,
    spacing: { tracking: 0, word: 0 },
    level: 0,
    upright: false,
    isTab: false,
    shaped: shaped.shaped,
    isWordwise: true,
    endDeltas: shaped.endDeltas,
  }
  const paragraph: ShapedParagraph = {
    text,
    runs: kept(own.runs, text.length, own, runsOf),
    isolates: [],
    offset: 0,
    style,
    itemNumber: undefined,
    glyphRuns: [glyphRun],
    level: 0,
    shapingText: text,
    problems: [],
  }
  return layOut([breakable(paragraph, tools)], frame, tools).lines
}
