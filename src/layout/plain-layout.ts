import {
  type ShapedParagraph,
  type ShapedRun,
  type StyledRun,
  shapedItem,
} from '../shaping/index.ts'
import type { Frame } from './frame.ts'
import { type LineEnds, linesByEnds } from './lay-out.ts'
import {
  heldShelf,
  type Layout,
  type LayoutParagraph,
  type Line,
  type SourcePiece,
} from './layout.ts'
import type { LayoutTools } from './layout-tools.ts'
import { scriptOfPlain } from './plain-script.ts'
import { behindItem, type PlainStyle } from './plain-style.ts'
import { type Breakable, breakable } from './stops.ts'

/** A stretch of a plain text in a style of its own. */
export interface PlainRun {
  readonly start: number
  readonly end: number
  readonly own: PlainStyle
}

/** What was found out of a plain text by its words. */
export interface PlainSizes {
  readonly text: string
  /** The style of its paragraph. */
  readonly own: PlainStyle
  /** Where it is in other styles than that as well. */
  readonly runs: readonly PlainRun[] | undefined
  readonly frame: Frame
  readonly width: number
  readonly height: number
  readonly textWidth: number
  /** Where it has more than one line. */
  readonly lineEnds: LineEnds | undefined
  /** Where it is not the markup as it stands. */
  readonly sourceMap: readonly SourcePiece[] | undefined
}

const none: Layout['problems'] = []

/** What a plain layout is made by, and its runs. */
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
    [heldShelf]: own.tools.shelf,
    [heldStyle]: own,
    [heldRuns]: sizes.runs,
    [heldEnds]: sizes.lineEnds,
    kind: 'layout',
    writingMode: 'horizontal-tb',
    style: own.style,
    text,
    width: sizes.width,
    height: sizes.height,
    fittedSize: undefined,
    textWidth: sizes.textWidth,
    paragraphs: text.includes('\n')
      ? paragraphsIn(text, own)
      : kept(own.paragraphs, length, own, paragraphsOf),
    sourceMap: sizes.sourceMap ?? kept(sourceMaps, length, own, sourceMapOf),
    cut: undefined,
    rest: undefined,
    problems: none,
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
    last.align === frame.align
  if (!isSame) own.frame = frame.maxLines === maxLines ? frame : { ...frame, maxLines }
  return own.frame
}

/** Of what texts as long have in common, so much is kept. */
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
  return { start, end, style, language: style.language, direction: 'ltr' }
}

/** Of markup that is text as it stands. */
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
      lines = linesOf(this)
      readLines.set(this, lines)
    }
    return lines
  },
}

function addLines(layout: PlainLayout): asserts layout is PlainLayout & Pick<Layout, 'lines'> {
  Object.defineProperty(layout, 'lines', lazyLines)
}

function linesOf(layout: PlainLayout): readonly Line[] {
  const {
    text,
    frame,
    paragraphs,
    [heldStyle]: own,
    [heldRuns]: runs,
    [heldEnds]: several,
  } = layout
  const texts = shapedPlainly(text, own, runs)
  const ends = several ?? { ends: [text.length], widths: [layout.textWidth] }
  return linesByEnds(texts, paragraphs, frame, measuredBy(own, runs), ends)
}

/** The tools of a text with what its shelf had when it was measured: fonts may have come since. */
function measuredBy(own: PlainStyle, runs: readonly PlainRun[] = []): LayoutTools {
  const { tools } = own
  const known = new Map([own, ...runs.map(run => run.own)].map(one => [one.style, one]))
  // Refused where the shelf is closed: whatever else may still be known.
  tools.extents(own.style)
  return {
    ...tools,
    extents: style => known.get(style)?.reach ?? tools.extents(style),
    shapingStyle: style => known.get(style)?.shaping ?? tools.shapingStyle(style),
  }
}

/** A plain text as any other is shaped, in the faces that it was measured in. */
export function shapedPlainly(
  text: string,
  own: PlainStyle,
  runs?: readonly PlainRun[],
): readonly Breakable[] {
  let offset = 0
  return text.split('\n').map(piece => {
    const start = offset
    offset += piece.length + 1
    const several = runs ?? (piece === '' ? [] : [{ start: 0, end: piece.length, own }])
    return breakable(paragraphOf(piece, start, several, own), own.tools)
  })
}

function paragraphOf(
  text: string,
  offset: number,
  runs: readonly PlainRun[],
  { style }: PlainStyle,
): ShapedParagraph {
  return {
    text,
    runs: runs.map(
      (run): StyledRun => ({
        start: run.start,
        end: run.end,
        style: run.own.style,
        styleNames: run.own.styleNames,
      }),
    ),
    isolates: [],
    offset,
    style,
    itemNumber: undefined,
    glyphRuns: shapedItems(text, runs),
    level: 0,
    shapingText: text,
    problems: [],
  }
}

const noSpacing = { tracking: 0, word: 0 }

/** Neighbours that differ in paint only are shaped as one. */
function shapedItems(text: string, runs: readonly PlainRun[]): ShapedRun[] {
  const script = scriptOfPlain(text)
  const items: ShapedRun[] = []
  for (let i = 0; i < runs.length; ) {
    const { start, own } = runs[i]
    const next = behindItem(runs, i)
    const { end } = runs[next - 1]
    i = next
    const segment = own.segments.get(script)
    if (!segment) continue
    const { face, style, tools } = own
    const item = {
      start,
      end,
      face,
      size: style.size,
      segment,
      spacing: noSpacing,
      level: 0,
      upright: false,
      isTab: false,
    }
    items.push(shapedItem(item, text, tools))
  }
  return items
}
