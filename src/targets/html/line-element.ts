import type { AroundText } from '../../drawing/index.ts'
import type { GlyphRun, Layout, Line } from '../../layout/index.ts'
import { px } from '../flow/index.ts'
import type { LinkParts } from './link-parts.ts'
import { type Rules, unheard } from './rules.ts'
import { type RunPlace, runElement, targetElement } from './run-element.ts'

/** The distance of a line from the edge of its block, in units; negative to the left of it. */
export function lineStart({ x, runs }: Line): number {
  return runs.reduce((least, run) => (isMarker(run) ? Math.min(least, run.x) : least), x)
}

/**
 * A line of a layout, with its content. What stands before it makes room beside it and above it; what
 * stands behind one that wraps ends it. Both are generated: neither is in the text. A newline that ends a
 * paragraph is.
 */
export function lineElement(
  layout: Layout,
  index: number,
  left: number,
  content: string,
  sheet: Rules,
  startOf: (start: number) => string = px,
): string {
  const line = layout.lines[index]
  const next = layout.lines[index + 1]
  const { height, top, baseline, level } = line
  const { over, under } = roomBeside(layout, index)
  const isBroken =
    next !== undefined && layout.text[next.start - 1] === '\n' && next.start > line.end
  const before =
    `content:"";display:inline-block;inline-size:${startOf(Math.max(0, left))};` +
    `margin-inline-start:${px(Math.min(0, left))};block-size:${px(over + height + under)};` +
    `vertical-align:${px(-(top + height - baseline + outsideBox(line)) - under)}`
  const after = next && !isBroken ? unheard('"\\a"') : ''
  // Spaces that hang at its end stand on its right (UAX #9, L1): all of it runs left to right.
  const name = sheet.classOf('', before, after)
  const inner = level % 2 === 1 ? `<span dir="rtl">${content}</span>` : content
  return `<span class="${name}">${inner}</span>${isBroken ? '\n' : ''}`
}

/**
 * The distance of a line's baseline below its box, or above it (negative), if all its letters are
 * raised or lowered. A browser's lines have their baseline within them: letters are moved instead.
 */
export function outsideBox({ top, height, baseline }: Line): number {
  return Math.max(baseline - top - height, Math.min(0, baseline - top))
}

/** The runs of a line. */
export function lineContent(
  layout: Layout,
  index: number,
  around: Pick<AroundText, 'isPainted'>,
  sheet: Rules,
  partOf: LinkParts,
): string {
  const line = layout.lines[index]
  const separator = layout.text[line.end - 1] === '\u2028' ? '\u2028' : ''
  const places = placesOf(line, (_, i) => around.isPainted(index, i))
  const { language } = layout.style
  const lowered = outsideBox(line)
  return levelled(places, line.level, { sheet, language, partOf, lowered }) + separator
}

/**
 * The space between a line and the one before: above it, or below it if lines of vertical text
 * follow each other from left to right (CSS Writing Modes 4, section 6.3).
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

/** The runs of a line; a hyphen is generated behind its word, with which the browser shapes it. */
function placesOf(line: Line, isPainted: (run: GlyphRun, index: number) => boolean): RunPlace[] {
  const places: Omit<RunPlace, 'gap' | 'behind'>[] = []
  line.runs.forEach((run, i) => {
    const last = places.at(-1)
    if (run.kind === 'hyphen' && last) {
      const [x, width] = [Math.min(last.run.x, run.x), last.run.width + run.width]
      const room = bothRooms(last.run.room, run.room)
      const joined = { ...last.run, x, width, ...(room && { room }) }
      places.splice(-1, 1, { ...last, run: joined, hyphen: run.text })
    } else {
      const isOwnPainted = isPainted(run, i)
      const joined = last && last.isPainted === isOwnPainted ? joinedText(last.run, run) : undefined
      if (last && joined) places.splice(-1, 1, { ...last, run: joined })
      else places.push({ run, isPainted: isOwnPainted })
    }
  })
  const gaps = gapsBefore(
    places.map(({ run }) => run),
    line.level,
  )
  return places.map((place, i) => {
    const { before, behind } = roomOf(place.run)
    return { ...place, gap: gaps[i] + before, behind }
  })
}

/** Lengths are sums: two that differ by this little are one. */
const touching = 1e-6

/**
 * Text and the spaces that hang behind it as one element: two of one style that follow each other, and
 * are spaced alike. Undefined if they are to stand by themselves.
 */
function joinedText(one: GlyphRun, next: GlyphRun): GlyphRun | undefined {
  const isAlike =
    one.style === next.style &&
    one.level === next.level &&
    one.end === next.start &&
    one.link === next.link &&
    one.action === next.action &&
    one.face === next.face
  if (!isAlike || !isBare(one) || !isBare(next)) return undefined
  const [first, second] = one.level % 2 === 1 ? [next, one] : [one, next]
  if (Math.abs(first.x + first.width - second.x) > touching) return undefined
  return {
    ...one,
    end: next.end,
    text: one.text + next.text,
    x: first.x,
    width: one.width + next.width,
  }
}

/** Text with nothing about it but its style. */
const isBare = (run: GlyphRun) =>
  run.kind === 'text' &&
  run.end > run.start &&
  run.text !== '\t' &&
  !run.glyphs.glyphs.includes(0) &&
  run.wordGap === undefined &&
  run.letterGap === undefined &&
  run.room === undefined &&
  run.openEnds === undefined &&
  run.upright === undefined &&
  run.isJoined === undefined

const bothRooms = (one: GlyphRun['room'], other: GlyphRun['room']) =>
  one && other ? { left: one.left + other.left, right: one.right + other.right } : (one ?? other)

/** The space of a run's background before and after it, in the run's own direction. */
function roomOf({ room, level }: GlyphRun) {
  const { left, right } = room ?? { left: 0, right: 0 }
  return level % 2 === 1 ? { before: right, behind: left } : { before: left, behind: right }
}

/** Whether a run stands before a line's text, and is none of it. */
const isMarker = ({ kind }: GlyphRun) => kind === 'marker'

interface Writing {
  readonly sheet: Rules
  readonly language: string
  readonly partOf: LinkParts
  /** The distance below the page's baseline. */
  readonly lowered: number
}

/** Runs of a level, and those above it in elements of their own: the browser reorders nothing else. */
function levelled(places: readonly RunPlace[], base: number, writing: Writing): string {
  const { sheet, language, partOf, lowered } = writing
  let html = ''
  for (let i = 0; i < places.length; ) {
    const { run } = places[i]
    let end = i + 1
    if (run.level <= base) {
      const isTarget = run.link !== undefined || run.action !== undefined
      while (isTarget && end < places.length && isSameTarget(run, places[end].run, base)) end++
      const own = places.slice(i, end)
      const content = own.map(place => runElement(place, sheet, language, lowered))
      const part = isTarget ? partOf(own.map(place => place.run)) : undefined
      html += isTarget ? targetElement(run, part, content.join(''), sheet) : content[0]
    } else {
      while (end < places.length && places[end].run.level > base) end++
      const direction = (base + 1) % 2 === 1 ? 'rtl' : 'ltr'
      const name = sheet.classOf(`unicode-bidi:isolate;direction:${direction}`)
      const inner = levelled(places.slice(i, end), base + 1, writing)
      html += `<span class="${name}">${inner}</span>`
    }
    i = end
  }
  return html
}

/** Whether a run belongs to the link or the action of the one before it. */
const isSameTarget = (one: GlyphRun, next: GlyphRun, base: number) =>
  next.level <= base && next.link === one.link && next.action === one.action

/** The least length that a browser's layout knows, in pixels. */
const step = 1 / 64

/**
 * A list's marker has room behind it. Browsers make each run a whole number of 64ths wide, and
 * never narrower: what that adds up to is taken off, where all runs of a line go one way.
 */
function gapsBefore(runs: readonly GlyphRun[], level: number): number[] {
  const goesOneWay = runs.every(run => run.level === level)
  let ahead = 0
  return runs.map((run, i) => {
    const before = runs[i - 1]
    if (!before) return 0
    if (isMarker(before) && !isMarker(run)) {
      return level % 2 === 1 ? before.x - run.x - run.width : run.x - before.x - before.width
    }
    if (!goesOneWay) return 0
    ahead += Math.ceil(before.width / step) * step - before.width
    if (ahead < step) return 0
    ahead -= step
    return -step
  })
}
