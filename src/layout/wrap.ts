import type { StyledRun } from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import { lastStop, type RoomOf } from './fast-lines.ts'
import type { LayoutTools } from './layout-tools.ts'
import { joinedReach, type Reach } from './line-box.ts'
import { paragraphLines } from './paragraph-lines.ts'
import { type Breakable, tolerance } from './stops.ts'

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
  const lines = lineWriter(paragraphs)
  let above = 0
  for (const [i, text] of paragraphs.entries()) {
    const { style } = text.paragraph
    if (i > 0) lines.space(above + style.spaceBefore)
    above = style.spaceAfter
    const roomOf = (isFirst: boolean) =>
      Math.max(0, width - style.startIndent - style.endIndent - (isFirst ? style.firstIndent : 0))
    const reachIn = reachesOf(text, tools)
    if (!text.breaks().isExact || style.breaking !== 'fast' || style.loneWord === 'avoid') {
      writeSlowly(text, roomOf, reachIn, lines)
    } else if (!writeFast(text, roomOf, reachIn, lines)) writeSlowly(text, roomOf, reachIn, lines)
  }
  return lines.end()
}

type ReachIn = (start: number, end: number) => Reach
type LineWriter = ReturnType<typeof lineWriter>

function lineWriter(paragraphs: readonly Breakable[]) {
  const most = paragraphs.reduce((sum, { breaks }) => sum + breaks().stops.count + 1, 0)
  let starts = new Uint32Array(Math.min(most, 64))
  let ends = new Uint32Array(starts.length)
  let widths = new Float64Array(starts.length)
  let hangs = new Float64Array(starts.length)
  let baselines = new Float64Array(starts.length)
  let count = 0
  let bottom = 0
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
      baselines[count++] = bottom + reach.above
      bottom += reach.above + reach.below
    },
    end: (): WrappedLines => ({
      count,
      starts: starts.subarray(0, count),
      ends: ends.subarray(0, count),
      widths: widths.subarray(0, count),
      hangs: hangs.subarray(0, count),
      baselines: baselines.subarray(0, count),
      height: bottom,
    }),
  }
}

/** False, with nothing written, where a word is wider than its line. */
function writeFast(text: Breakable, roomOf: RoomOf, reachIn: ReachIn, lines: LineWriter): boolean {
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
      reachIn(start, end),
    )
    start = end
    next = stop + 1
    room = roomOf(false) + tolerance
  }
  if (stops.count === 0) lines.add(offset, offset, 0, 0, reachIn(0, 0))
  return true
}

function writeSlowly(text: Breakable, roomOf: RoomOf, reachIn: ReachIn, lines: LineWriter) {
  const { paragraph } = text
  const { widths } = text.breaks()
  for (const { start, end, contentEnd, width } of paragraphLines(text, roomOf)) {
    const hang = widths[end] - widths[contentEnd]
    lines.add(paragraph.offset + start, paragraph.offset + end, width, hang, reachIn(start, end))
  }
}

/** How far lines of a paragraph reach; most paragraphs have one style, and all lines the same reach. */
function reachesOf({ paragraph }: Breakable, tools: LayoutTools): ReachIn {
  const { runs, style } = paragraph
  const own = tools.reach(style)
  if (runs.every(run => !run.box && run.style === (runs[0]?.style ?? style))) {
    const all = runs.length > 0 ? joinedReach(own, tools.reach(runs[0].style)) : own
    return () => all
  }
  return (start, end) =>
    runs
      .filter(run => run.start < end && run.end > start)
      .reduce((all, run) => joinedReach(all, runReach(run, run.style, tools)), own)
}

function runReach({ box }: StyledRun, style: Style, tools: LayoutTools): Reach {
  if (!box) return tools.reach(style)
  const rise = style.shift * style.size
  return { above: box.baseline + rise, below: box.height - box.baseline - rise }
}
