import { isJustified } from '../break/plain-justify.ts'
import type { Frame } from '../frame.ts'
import {
  heldFonts,
  type Layout,
  type LayoutParagraph,
  type Line,
  type SourcePiece,
} from '../layout.ts'
import { markerText } from '../measure/marker.ts'
import type { PlainRun } from '../measure/plain-shaping.ts'
import type { PlainStyle } from '../measure/plain-style.ts'
import { type LineEnds, plainLines } from './plain-lines.ts'

/** The measures of a plain text, from its words. */
interface PlainSizes {
  readonly text: string
  /** The style of its paragraph. */
  readonly own: PlainStyle
  /** Its runs, if it has further styles. */
  readonly runs: readonly PlainRun[] | undefined
  /** The level of all paragraphs: 1 if they run from right to left. */
  readonly level: number
  /** Whether it is one paragraph. */
  readonly isOne: boolean
  readonly frame: Frame
  readonly width: number
  readonly height: number
  readonly textWidth: number
  /** The ends of lines, if there are several or some text is missing. */
  readonly lineEnds: LineEnds | undefined
  readonly fittedSize: number | undefined
  readonly cut: Layout['cut']
  readonly rest: Layout['continuation']
  readonly problems: Layout['problems']
  /** The source map, if the text differs from the markup. */
  readonly sourceMap: readonly SourcePiece[] | undefined
}

/** The keys of a plain layout's style and runs. */
const heldStyle: unique symbol = Symbol('how a plain text is set')
const heldRuns: unique symbol = Symbol('the runs of a plain text')
const heldEnds: unique symbol = Symbol('the ends of its lines')

interface PlainLayout extends Omit<Layout, 'lines'> {
  readonly [heldStyle]: PlainStyle
  readonly [heldRuns]: readonly PlainRun[] | undefined
  readonly [heldEnds]: LineEnds | undefined
}

/** A layout whose lines are made when they are read. */
export function layoutOfSizes(sizes: PlainSizes): Layout {
  const { text, own, frame } = sizes
  const { length } = text
  const layout: PlainLayout = {
    [heldFonts]: own.tools.fonts,
    [heldStyle]: own,
    [heldRuns]: sizes.runs,
    [heldEnds]: sizes.lineEnds,
    kind: 'layout',
    writingMode: 'horizontal-tb',
    style: own.style,
    text,
    width: sizes.width,
    height: sizes.height,
    fittedSize: sizes.fittedSize,
    textWidth: sizes.textWidth,
    paragraphs:
      sizes.level === 1
        ? [{ ...paragraphIn(0, length, own), direction: 'rtl' }]
        : sizes.isOne
          ? kept(own.paragraphs, length, own, paragraphsOf)
          : paragraphsIn(text, own),
    sourceMap: sizes.sourceMap ?? kept(sourceMaps, length, own, sourceMapOf),
    cut: sizes.cut,
    continuation: sizes.rest,
    problems: sizes.problems,
    frame: frameOf(frame, frame.maxLines ?? own.style.maxLines, own),
  }
  addLines(layout)
  return layout
}

/** Many frames are alike, and follow each other. */
function frameOf(frame: Frame, maxLines: number | undefined, own: PlainStyle): Frame {
  const last = own.frame
  const isSame =
    last.width === frame.width &&
    last.height === frame.height &&
    last.maxLines === maxLines &&
    last.align === frame.align &&
    last.continues === frame.continues
  if (!isSame) own.frame = frame.maxLines === maxLines ? frame : { ...frame, maxLines }
  return own.frame
}

/** Up to this length, layouts of equal length share data. */
const longestKept = 256

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

const paragraphsOf = (end: number, own: PlainStyle) => [paragraphIn(0, end, own)]

function paragraphsIn(text: string, own: PlainStyle): readonly LayoutParagraph[] {
  let start = 0
  return text.split('\n').map(({ length }) => {
    const paragraph = paragraphIn(start, start + length, own)
    start += length + 1
    return paragraph
  })
}

function paragraphIn(start: number, end: number, { style }: PlainStyle): LayoutParagraph {
  const { language, marker } = style
  const paragraph = { start, end, style, language, direction: 'ltr' as const }
  return marker === 'none' ? paragraph : { ...paragraph, marker: markerText(marker.text) }
}

/** The source map of markup that is plain text. */
export const sourceMapOf = (end: number): readonly SourcePiece[] =>
  end === 0 ? [] : [{ start: 0, end, source: { start: 0, end } }]

/** Lines that were read, so that they are made once. */
const readLines = new WeakMap<object, readonly Line[]>()

/** Read as any property is: a copy has the lines themselves. */
const lazyLines = {
  enumerable: true,
  configurable: true,
  get(this: PlainLayout): readonly Line[] {
    let lines = readLines.get(this)
    if (!lines) {
      const { text, frame, paragraphs, textWidth } = this
      const { [heldStyle]: own, [heldRuns]: runs, [heldEnds]: lineEnds } = this
      const level = paragraphs[0].direction === 'rtl' ? 1 : 0
      lines = plainLines({ text, frame, level, paragraphs, textWidth, own, runs, lineEnds })
      readLines.set(this, lines)
    }
    return lines
  },
}

/**
 * The style of a plain text all of which is in it, with its hyphens; undefined of other layouts, of changed
 * copies, and where it has markers.
 */
export function soleStyle(layout: Layout): PlainStyle | undefined {
  if (!isPlain(layout) || layout[heldRuns] || layout[heldStyle].marker) return undefined
  return layout[heldStyle]
}

/**
 * The style of a layout whose letters all stand as shaped: nothing is truncated, no space is
 * widened.
 */
export function bareStyle(layout: Layout): PlainStyle | undefined {
  if (!isPlain(layout) || layout[heldRuns] || !isOfLetters(layout)) return undefined
  const { [heldStyle]: own, [heldEnds]: lineEnds, frame } = layout
  // One line alone is widened only where that is held of it.
  return lineEnds && isJustified(own, frame) ? undefined : own
}

/** Whether it shows nothing but its letters: no mark, marker or hyphen. */
function isOfLetters(layout: PlainLayout): boolean {
  const { [heldStyle]: own, [heldEnds]: lineEnds, cut } = layout
  return !cut && !own.marker && !lineEnds?.hyphenated.length
}

/** The runs of a plain layout that shows nothing but their letters, as shaped. */
export function plainRunsOf(layout: Layout): readonly PlainRun[] | undefined {
  if (!isPlain(layout) || !isOfLetters(layout)) return undefined
  const { [heldStyle]: own, [heldEnds]: lineEnds, [heldRuns]: runs, frame } = layout
  if (runs?.some(({ item, isTab }) => isTab || (item && (item.isTab || item.box || item.upright))))
    return undefined
  return lineEnds && isJustified(own, frame) ? undefined : runs
}

/** The ends of a plain layout's lines; undefined for other layouts and changed copies. */
export function plainEnds(layout: object): ArrayLike<number> | undefined {
  return isPlain(layout) ? (layout[heldEnds]?.ends ?? [layout.text.length]) : undefined
}

function isPlain(layout: object): layout is Layout & PlainLayout {
  return Object.getOwnPropertyDescriptor(layout, 'lines')?.get === lazyLines.get
}

function addLines(layout: PlainLayout): asserts layout is PlainLayout & Pick<Layout, 'lines'> {
  Object.defineProperty(layout, 'lines', lazyLines)
}
