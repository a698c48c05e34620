import { greatest, least } from '../blocks/index.ts'
import { type Box, caretAt, type Layout, placementOf } from '../core.ts'
import { type AxisLabel, type AxisLabels, fewestBetween } from './across-labels.ts'
import type { ChartAxis, CollisionRemedy } from './axis.ts'
import { labelBox } from './label-box.ts'
import type { Tick, TickSetter } from './ticks.ts'

/** The space for labels of a vertical axis. */
interface SideRoom {
  /** Between two of them. */
  readonly gap: number
  readonly width: number
  readonly align: NonNullable<ChartAxis['align']>
  readonly set: TickSetter
}

/**
 * Labels of ticks below each other, with their ends at zero: across they count to the left. As they
 * are, or by the first way that makes room for all.
 */
export function sideLabels(
  ticks: readonly Tick[],
  ways: readonly CollisionRemedy[],
  room: SideRoom,
): AxisLabels {
  if (ticks.length === 0) return { labels: [], applied: [], angle: 0 }
  const level = column(ticks, tick => room.set.line(tick.text), room)
  const isWide = level.some(({ box }) => box.x < -room.width)
  if (!isWide && apart(level, room)) return { labels: level, applied: [], angle: 0 }
  for (const way of ways) {
    const labels =
      way === 'thin' && !isWide
        ? everyOther(level, room)
        : way === 'wrap' && isWide
          ? wrapped(ticks, room)
          : way === 'shorten' && isWide
            ? column(ticks, tick => cut(tick, room), room)
            : undefined
    if (labels && apart(labels, room)) return { labels, applied: [way], angle: 0 }
  }
  const labels = everyOther(
    column(ticks, tick => cut(tick, room), room),
    room,
  )
  return { labels, applied: isWide ? ['thin', 'shorten'] : ['thin'], angle: 0 }
}

function column(
  ticks: readonly Tick[],
  layoutOf: (tick: Tick) => Layout,
  { align }: SideRoom,
): AxisLabel[] {
  const layouts = ticks.map(layoutOf)
  // The width of each after its decimal sign; without decimals, a label ends with its whole part.
  const tails = layouts.map((layout, i) => layout.width - signAt(layout, ticks[i]))
  const longest = align === 'decimal' ? greatest(tails) : 0
  return ticks.map((tick, i) => {
    const right = align === 'decimal' ? tails[i] - longest : 0
    return labelAt(tick, layouts[i], right)
  })
}

function signAt(layout: Layout, { wholeEnd }: Tick): number {
  if (wholeEnd === undefined || wholeEnd > layout.text.length) return layout.width
  return caretAt(layout, wholeEnd, 'before').from[0]
}

function labelAt(tick: Tick, layout: Layout, right: number): AxisLabel {
  // A line of figures is in the middle by its capitals' height; several lines by their box.
  const isOne = layout.lines.length === 1
  const down = isOne ? 'alphabetic' : 'center'
  const y = isOne ? tick.at + capHeight(layout) / 2 : tick.at
  const anchor = { across: 'right', down } as const
  const { matrix } = placementOf(layout, right, y, anchor)
  const ownBox = labelBox(layout)
  const box: Box = { ...ownBox, x: ownBox.x + matrix.dx, y: ownBox.y + matrix.dy }
  const beyond = Math.max(0, box.x + box.width)
  return { tick, layout, x: right - beyond, y, anchor, box: { ...box, x: box.x - beyond } }
}

const capHeight = (layout: Layout) =>
  placementOf(layout, 0, 0, { down: 'cap' }).matrix.dy -
  placementOf(layout, 0, 0, { down: 'alphabetic' }).matrix.dy

/** Whether none touches the next, from the top downward. */
function apart(labels: readonly AxisLabel[], { gap, width }: SideRoom): boolean {
  let reached = -Infinity
  for (const { box } of labels) {
    if (box.y < reached + gap || box.x < -width) return false
    reached = box.y + box.height
  }
  return true
}

/** Every second, third, …, from the lowest on, which is where an axis begins; the last one alone. */
function everyOther(level: readonly AxisLabel[], room: SideRoom): AxisLabel[] {
  const upward = level.toReversed()
  const lowest = least(level.map(({ box }) => box.height))
  const fewest = fewestBetween(level, ({ tick }) => tick.at, lowest + room.gap)
  for (let every = fewest; every < level.length; every++) {
    const labels = upward.filter((_, i) => i % every === 0).toReversed()
    if (apart(labels, room)) return labels
  }
  return upward.slice(0, 1)
}

function wrapped(ticks: readonly Tick[], room: SideRoom): AxisLabel[] | undefined {
  const { width, set } = room
  const layouts = new Map<Tick, Layout>()
  for (const tick of ticks) {
    const alone = set.line(tick.text)
    const layout = alone.width <= width ? alone : set.within(tick.text, { width, align: 'end' })
    const isBroken = layout.problems.some(problem => problem.code === 'broken-word')
    if (isBroken || layout.textWidth > width) return undefined
    layouts.set(tick, layout)
  }
  return column(ticks, tick => layouts.get(tick) ?? set.line(tick.text), room)
}

const cut = ({ text }: Tick, { width, set }: SideRoom): Layout => {
  const alone = set.line(text)
  return alone.width <= width ? alone : set.within(text, { width, maxLines: 1, align: 'end' })
}
