import type { AroundText } from '../../drawing/index.ts'
import type { Layout, Line, LineRun } from '../../layout/index.ts'
import { px, type Rules } from './rules.ts'
import { runElement } from './run-element.ts'

/**
 * A line of a layout. What stands before it makes room beside it and above it; what stands behind
 * one that wraps ends it. Both are generated: neither is in the text. A newline that ends a
 * paragraph is.
 */
export function lineElement(
  layout: Layout,
  index: number,
  around: AroundText,
  sheet: Rules,
): string {
  const line = layout.lines[index]
  const next = layout.lines[index + 1]
  const { x, height, top, baseline, level, runs } = line
  // Spaces that hang at its end stand on its right (UAX #9, L1): all of it runs left to right.
  const left = runs.reduce(
    (least, run) => (isMarker(run, line) ? Math.min(least, run.x) : least),
    x,
  )
  const { over, under } = roomBeside(layout, index)
  const isBroken =
    next !== undefined && layout.text[next.start - 1] === '\n' && next.start > line.end
  const before =
    `content:"";display:inline-block;inline-size:${px(Math.max(0, left))};` +
    `margin-inline-start:${px(Math.min(0, left))};block-size:${px(over + height + under)};` +
    `vertical-align:${px(-(top + height - baseline) - under)}`
  const after = next && !isBroken ? 'content:"\\a"' : ''
  const name = sheet.classOf('', before, after)
  const separator = layout.text[line.end - 1] === '\u2028' ? '\u2028' : ''
  const places = runs.map((run, i) => ({ run, isPainted: around.isPainted(index, i) }))
  const content = levelled(places, level, line, sheet) + separator
  const inner = level % 2 === 1 ? `<span dir="rtl">${content}</span>` : content
  return `<span class="${name}">${inner}</span>${isBroken ? '\n' : ''}`
}

/**
 * What lies between a line and the one before it: above it, but where lines of vertical text follow
 * each other from left to right, below (CSS Writing Modes 4, section 6.3).
 */
function roomBeside(
  { lines, writingMode, width }: Layout,
  index: number,
): { readonly over: number; readonly under: number } {
  const { top, height } = lines[index]
  const before = lines[index - 1]
  if (writingMode === 'vertical-lr') {
    return { over: 0, under: (before ? before.top : width) - top - height }
  }
  return { over: top - (before ? before.top + before.height : 0), under: 0 }
}

/** A run, and whether a picture shows it. */
interface RunPlace {
  readonly run: LineRun
  readonly isPainted: boolean
}

/** Whether a run stands before a line's text, and is none of it. */
const isMarker = (run: LineRun, { start }: Line) => run.start === run.end && run.start === start

/** Runs of a level, and those above it in elements of their own: the browser reorders nothing else. */
function levelled(places: readonly RunPlace[], base: number, line: Line, sheet: Rules): string {
  let html = ''
  for (let i = 0; i < places.length; ) {
    const { run, isPainted } = places[i]
    if (run.level <= base) {
      html += runElement(run, isPainted, gapBefore(places, i, line), sheet)
      i++
      continue
    }
    let end = i
    while (end < places.length && places[end].run.level > base) end++
    const direction = (base + 1) % 2 === 1 ? 'rtl' : 'ltr'
    const name = sheet.classOf(`unicode-bidi:isolate;direction:${direction}`)
    html += `<span class="${name}">${levelled(places.slice(i, end), base + 1, line, sheet)}</span>`
    i = end
  }
  return html
}

/** A list's marker has room behind it. */
function gapBefore(places: readonly RunPlace[], index: number, line: Line): number {
  const before = places[index - 1]?.run
  const { run } = places[index]
  if (!before || !isMarker(before, line) || isMarker(run, line)) return 0
  return line.level % 2 === 1 ? before.x - run.x - run.width : run.x - before.x - before.width
}
