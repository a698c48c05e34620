import { greatest, least } from '../blocks/index.ts'
import { type Anchor, type Box, type Layout, place } from '../core.ts'
import { mappedBox } from '../geometry/index.ts'
import type { CollisionRemedy } from './axis.ts'
import { labelBox } from './label-box.ts'
import type { Tick, TickSetter } from './ticks.ts'

/** A label where it stands, with zero at the edge of the plot, away from it counted upward. */
export interface AxisLabel {
  readonly tick: Tick
  readonly layout: Layout
  readonly x: number
  /** From the labels' edge, downward. */
  readonly y: number
  readonly anchor: Anchor
  /** The area that it covers, in the coordinates of `x` and `y`. */
  readonly box: Box
}

export interface AxisLabels {
  readonly labels: readonly AxisLabel[]
  readonly applied: readonly CollisionRemedy[]
  readonly angle: number
}

/** The space for labels of a horizontal axis. */
interface AcrossRoom {
  /** Between two of them. */
  readonly gap: number
  /** The maximum width of a label, and the maximum height of all. */
  readonly width: number
  readonly depth: number
  readonly set: TickSetter
}

/** So many lines a label may have. */
const mostLines = 3

/** Labels of ticks beside each other: as they are, or by the first way that makes room for all. */
export function acrossLabels(
  ticks: readonly Tick[],
  ways: readonly CollisionRemedy[],
  room: AcrossRoom,
): AxisLabels {
  if (ticks.length === 0) return { labels: [], applied: [], angle: 0 }
  const level = rowOf(ticks, room)
  if (fits(level, room)) return { labels: level, applied: [], angle: 0 }
  for (const way of ways) {
    const tried = byWay(way, ticks, level, room)
    if (tried) return tried
  }
  return lastResort(ticks, room)
}

function byWay(
  way: CollisionRemedy,
  ticks: readonly Tick[],
  level: readonly AxisLabel[],
  room: AcrossRoom,
): AxisLabels | undefined {
  switch (way) {
    case 'wrap':
      return withWay(way, wrapped(ticks, room), room)
    case 'two-rows':
      return staggered(level, room)
    case 'angle':
      return turned(ticks, room)
    case 'thin':
      return thinned(level, room)
    case 'shorten':
      return withWay(way, shortened(ticks, room), room)
  }
}

function withWay(
  way: CollisionRemedy,
  labels: readonly AxisLabel[] | undefined,
  room: AcrossRoom,
): AxisLabels | undefined {
  if (!labels || !fits(labels, room)) return undefined
  return { labels, applied: [way], angle: 0 }
}

const below = { across: 'center', down: 'top' } as const

function labelAt(tick: Tick, layout: Layout, y: number, anchor: Anchor = below): AxisLabel {
  const box = covered(layout, tick.at, y, anchor)
  // Glyphs that reach above their line would reach into the plot.
  const down = box.y < 0 ? -box.y : 0
  return { tick, layout, x: tick.at, y: y + down, anchor, box: { ...box, y: box.y + down } }
}

/** The upright box of a label that is placed. */
function covered(layout: Layout, x: number, y: number, anchor: Anchor): Box {
  const item = place(layout, x, y, anchor)
  return mappedBox(item.matrix, labelBox(layout))
}

const rowOf = (ticks: readonly Tick[], { set }: AcrossRoom) =>
  ticks.map(tick => labelAt(tick, set.line(tick.text), 0))

/** Whether no label touches the next, and all have room below each other. */
function fits(labels: readonly AxisLabel[], { gap, width, depth }: AcrossRoom): boolean {
  let reached = -Infinity
  for (const { box } of labels) {
    if (box.x < reached + gap || box.width > width || box.y + box.height > depth) return false
    reached = box.x + box.width
  }
  return true
}

/** The distance of the two ticks that are nearest to each other. */
function stepOf(ticks: readonly Tick[]): number {
  let step = Infinity
  for (let i = 1; i < ticks.length; i++) step = Math.min(step, ticks[i].at - ticks[i - 1].at)
  return step
}

const centered = { align: 'center' } as const

function wrapped(ticks: readonly Tick[], { gap, width: most, set }: AcrossRoom) {
  const width = Math.min(most, stepOf(ticks) - gap)
  if (!(width > 0)) return undefined
  const labels: AxisLabel[] = []
  for (const tick of ticks) {
    const layout = inWidth(tick, width, set)
    if (!layout) return undefined
    labels.push(labelAt(tick, layout, 0))
  }
  return labels
}

/** A label in a few lines of whole words; undefined if that does not go into the width. */
function inWidth({ text }: Tick, width: number, set: TickSetter): Layout | undefined {
  const alone = set.line(text)
  const layout = alone.width <= width ? alone : set.within(text, { ...centered, width })
  const isBroken = layout.problems.some(problem => problem.code === 'broken-word')
  if (isBroken || layout.lines.length > mostLines || layout.textWidth > width) return undefined
  return layout
}

/**
 * Cut to what stands beside each other, where whole words do not go there; a label of which hardly a
 * letter is left says nothing.
 */
function shortened(ticks: readonly Tick[], { gap, width: most, set }: AcrossRoom) {
  const width = Math.min(most, stepOf(ticks) - gap)
  const least = set.line('mmm').width
  if (width < least) return undefined
  const frame = { ...centered, width, maxLines: 1 }
  return ticks.map(
    (tick): AxisLabel =>
      labelAt(tick, inWidth(tick, width, set) ?? set.within(tick.text, frame), 0),
  )
}

/** In two rows, one by one. */
function staggered(level: readonly AxisLabel[], room: AcrossRoom): AxisLabels | undefined {
  const rowHeight = greatest(level.map(({ box }) => box.y + box.height))
  const second = rowHeight + room.gap / 4
  const labels = level.map((label, i) => {
    return i % 2 === 0 ? label : labelAt(label.tick, label.layout, second)
  })
  const rows = [0, 1].map(row => labels.filter((_, i) => i % 2 === row))
  if (!rows.every(row => fits(row, room))) return undefined
  return { labels, applied: ['two-rows'], angle: 0 }
}

/** Turned so far that they pass each other. */
function turned(ticks: readonly Tick[], room: AcrossRoom): AxisLabels | undefined {
  const step = stepOf(ticks)
  for (const angle of [45, 90]) {
    const radians = (angle * Math.PI) / 180
    const layouts = ticks.map(tick => room.set.line(tick.text))
    const height = greatest(layouts.map(layout => labelBox(layout).height))
    if (step * Math.sin(radians) < height + room.gap / 4) continue
    const anchor = { across: 'right', down: 'center', angle } as const
    const labels = ticks.map((tick, i) => labelAt(tick, layouts[i], 0, anchor))
    if (labels.some(({ box }) => box.y + box.height > room.depth)) continue
    return { labels, applied: ['angle'], angle }
  }
  return undefined
}

/** Every second, third, …, so many that they fit; the first is always there. */
function thinned(level: readonly AxisLabel[], room: AcrossRoom): AxisLabels | undefined {
  const narrowest = least(level.map(({ box }) => box.width))
  const fewest = fewestBetween(level, ({ tick }) => tick.at, narrowest + room.gap)
  for (let every = fewest; every < 2 * level.length; every++) {
    const labels = level.filter((_, i) => i % every === 0)
    if (labels.length === 1 && level.length > 2) return undefined
    if (fits(labels, room)) return { labels, applied: ['thin'], angle: 0 }
  }
  return undefined
}

/**
 * The minimum number of labels to thin to, if each takes this much of an axis: with more of them,
 * not even the narrowest would stand apart at the widest distance of ticks.
 */
export function fewestBetween<T>(
  labels: readonly T[],
  placeOf: (label: T) => number,
  taken: number,
) {
  let farthest = 0
  for (let i = 1; i < labels.length; i++) {
    farthest = Math.max(farthest, Math.abs(placeOf(labels[i]) - placeOf(labels[i - 1])))
  }
  return Math.max(2, Math.floor(taken / farthest - 1e-6))
}

/** As many as have room, each cut to its share of it. */
function lastResort(ticks: readonly Tick[], room: AcrossRoom): AxisLabels {
  for (let every = 2; every < 2 * ticks.length + 2; every *= 2) {
    const kept = ticks.filter((_, i) => i % every === 0)
    const labels = shortened(kept, room)
    if (labels && fits(labels, room)) return { labels, applied: ['thin', 'shorten'], angle: 0 }
  }
  return { labels: [], applied: ['thin'], angle: 0 }
}
