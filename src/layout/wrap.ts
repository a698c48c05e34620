import { hasCentralBaseline } from '../sheet/index.ts'
import { lastStop, type RoomOf } from './fast-lines.ts'
import type { LayoutTools } from './layout-tools.ts'
import { boxReach, joinedReach, type Reach } from './line-box.ts'
import { reachIn, trimmed } from './line-reach.ts'
import { paragraphLines } from './paragraph-lines.ts'
import { type Breakable, indentOf, tolerance } from './stops.ts'

/** The lines of a text in a width, as numbers only: one entry of each array a line. */
export interface WrappedLines {
  readonly count: number
  /** Offsets in the text; spaces that hang at the end belong to the line. */
  readonly starts: Uint32Array
  readonly ends: Uint32Array
  /** In units, without the spaces that hang. */
  readonly widths: Float64Array
  /** How wide the spaces are that hang at the end. */
  readonly hangs: Float64Array
  /** From the top of the text. */
  readonly baselines: Float64Array
  readonly height: number
}

/** Wraps paragraphs that were made ready for it: nothing is shaped and no glyph is placed. */
export function wrapLines(
  paragraphs: readonly Breakable[],
  width: number,
  tools: LayoutTools,
): WrappedLines {
  const [first] = paragraphs
  const last = paragraphs[paragraphs.length - 1]
  const lines = lineWriter(paragraphs, {
    first: reach => trimmed(reach, first.paragraph, tools, true, false),
    last: reach => trimmed(reach, last.paragraph, tools, false, true),
  })
  let above = 0
  for (const [i, text] of paragraphs.entries()) {
    const { style } = text.paragraph
    if (i > 0) lines.space(above + style.spaceBefore)
    above = style.spaceAfter
    const roomOf = (isFirst: boolean) =>
      Math.max(0, width - indentOf(text, isFirst) - style.endIndent)
    const reachOf = reachesOf(text, tools)
    if (!text.breaks().isExact || style.breaking !== 'fast' || style.loneWord === 'avoid') {
      writeSlowly(text, roomOf, reachOf, lines)
    } else if (!writeFast(text, roomOf, reachOf, lines)) writeSlowly(text, roomOf, reachOf, lines)
  }
  return lines.end()
}

type ReachOf = (start: number, end: number) => Reach
type LineWriter = ReturnType<typeof lineWriter>

/** What is left of the first and of the last line's box. */
interface Trims {
  readonly first: (reach: Reach) => Reach
  readonly last: (reach: Reach) => Reach
}

function lineWriter(paragraphs: readonly Breakable[], trims: Trims) {
  const most = paragraphs.reduce((sum, { breaks }) => sum + breaks().stops.count + 1, 0)
  let starts = new Uint32Array(Math.min(most, 64))
  let ends = new Uint32Array(starts.length)
  let widths = new Float64Array(starts.length)
  let hangs = new Float64Array(starts.length)
  let baselines = new Float64Array(starts.length)
  let count = 0
  let bottom = 0
  let lowest: Reach | undefined
  function grow() {
    const size = starts.length * 2
    const larger = <T extends Uint32Array | Float64Array>(block: T, next: T): T => {
      next.set(block)
      return next
    }
    starts = larger(starts, new Uint32Array(size))
    ends = larger(ends, new Uint32Array(size))
    widths = larger(widths, new Float64Array(size))
    hangs = larger(hangs, new Float64Array(size))
    baselines = larger(baselines, new Float64Array(size))
  }
  return {
    space(units: number) {
      bottom += units
    },
    /** Takes back the lines from the `from`th on, and what they were high. */
    rewind(from: number, to: number) {
      count = from
      bottom = to
    },
    place: () => ({ count, bottom }),
    add(start: number, end: number, width: number, hang: number, reach: Reach) {
      if (count === starts.length) grow()
      starts[count] = start
      ends[count] = end
      widths[count] = width
      hangs[count] = hang
      const { above } = count === 0 ? trims.first(reach) : reach
      baselines[count++] = bottom + above
      bottom += above + reach.below
      lowest = reach
    },
    end: (): WrappedLines => ({
      count,
      starts: starts.subarray(0, count),
      ends: ends.subarray(0, count),
      widths: widths.subarray(0, count),
      hangs: hangs.subarray(0, count),
      baselines: baselines.subarray(0, count),
      height: lowest ? bottom - lowest.below + trims.last(lowest).below : bottom,
    }),
  }
}

/** False, with nothing written, where a word is wider than its line. */
function writeFast(text: Breakable, roomOf: RoomOf, reachOf: ReachOf, lines: LineWriter): boolean {
  const breaks = text.breaks()
  const { stops, widths } = breaks
  const { offset } = text.paragraph
  const { count, bottom } = lines.place()
  let start = 0
  let room = roomOf(true) + tolerance
  for (let next = 0; next < stops.count; ) {
    const stop = lastStop(breaks, next, widths[start], room)
    if (stop < next) {
      lines.rewind(count, bottom)
      return false
    }
    const end = stops.offsets[stop]
    const inner = stops.contentEnds[stop]
    const hang = widths[end] - widths[inner]
    lines.add(
      offset + start,
      offset + end,
      stops.ends[stop] - widths[start],
      hang,
      reachOf(start, end),
    )
    start = end
    next = stop + 1
    room = roomOf(false) + tolerance
  }
  if (stops.count === 0) lines.add(offset, offset, 0, 0, reachOf(0, 0))
  return true
}

function writeSlowly(text: Breakable, roomOf: RoomOf, reachOf: ReachOf, lines: LineWriter) {
  const { paragraph } = text
  const { widths } = text.breaks()
  for (const { start, end, contentEnd, width } of paragraphLines(text, roomOf)) {
    const hang = widths[end] - widths[contentEnd]
    lines.add(paragraph.offset + start, paragraph.offset + end, width, hang, reachOf(start, end))
  }
}

/** How far lines of a paragraph reach; most paragraphs have one style, and all lines the same reach. */
function reachesOf({ paragraph }: Breakable, tools: LayoutTools): ReachOf {
  const { runs, style, glyphRuns } = paragraph
  const styled = reachIn(paragraph, tools)
  const own = styled(style)
  if (runs.every(run => !run.box && run.style === (runs[0]?.style ?? style))) {
    const all = runs.length > 0 ? joinedReach(own, styled(runs[0].style)) : own
    return () => all
  }
  const isCentral = hasCentralBaseline(style.writingMode)
  const boxes = glyphRuns.filter(run => run.box)
  return (start, end) => {
    const isIn = (run: { start: number; end: number }) => run.start < end && run.end > start
    let all = own
    for (const run of runs.filter(isIn)) {
      const box = run.box && boxes.find(r => r.start === run.start)?.box
      const rise = run.style.shift * run.style.size
      all = joinedReach(all, box ? boxReach(box, rise, isCentral) : styled(run.style))
    }
    return all
  }
}
