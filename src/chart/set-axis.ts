import { greatest, least } from '../blocks/index.ts'
import type { Box } from '../core.ts'
import { described, fail, type Problem } from '../problem/index.ts'
import { type AxisLabels, acrossLabels } from './across-labels.ts'
import type { ChartAxis, ChartScale } from './axis.ts'
import type { ChartFrameOptions, SolvedAxis } from './chart-frame-options.ts'
import type { ChartTexts } from './chart-texts.ts'
import { type PlacedText, placedText } from './placed-text.ts'
import { sideLabels } from './side-labels.ts'
import { bandwidthOf, positionOf, type TickSetter, type Ticks, ticksOf } from './ticks.ts'

/** An axis with its texts where they stand. */
export interface SetAxis {
  readonly side: 'bottom' | 'top' | 'left' | 'right'
  readonly solved: SolvedAxis
  readonly placed: readonly PlacedText[]
  readonly problems: readonly Problem[]
}

/** Settings that all axes of a plot share. */
interface AxisRoom {
  readonly texts: ChartTexts
  readonly set: TickSetter
  readonly plot: Box
  /** Between two texts, and between a text and an axis, in units. */
  readonly gap: number
  readonly chart: Pick<ChartFrameOptions, 'width' | 'height'>
  readonly hasTitles: boolean
  readonly hasLabels: boolean
}

/** More labels than this say no more of an axis. */
const mostTicks = 12
const noLabels: AxisLabels = { labels: [], applied: [], angle: 0 }

/** An axis at the bottom or the top; `beside` is what stands at the sides, which labels keep free of. */
export function setAcross(
  side: 'bottom' | 'top',
  axis: ChartAxis,
  range: [from: number, to: number],
  room: AxisRoom,
  beside: readonly Box[],
): SetAxis {
  const { texts, plot, gap, chart, set } = room
  const scale = axis.scale(range)
  const em = set.line('0').height
  const width = Math.abs(range[1] - range[0])
  const { onCollision: crowded = ['wrap', 'thin'] } = axis
  const labelRoom = { gap: em * 0.6, width: chart.width * 0.8, depth: chart.height * 0.4, set }
  const { ticks, labels } = fewerWhereCrowded(
    `${side}`,
    axis,
    scale,
    Math.floor(width / (em * 3)),
    texts.language,
    ({ list }) => (room.hasLabels ? acrossLabels(list, crowded, labelRoom) : noLabels),
  )
  const edge = side === 'bottom' ? plot.y + plot.height : plot.y
  const deep = greatest(
    labels.labels.map(({ box }) => box.y + box.height),
    0,
  )
  const first = least(
    labels.labels.map(({ box }) => box.x),
    plot.x,
  )
  const last = greatest(
    labels.labels.map(({ box }) => box.x + box.width),
    plot.x + plot.width,
  )
  // Labels at the sides reach beyond the corner of the plot: those that come near them stand farther off.
  const isNear = (box: Box) => box.x + box.width + gap / 2 > first && box.x - gap / 2 < last
  const beyond = beside
    .filter(isNear)
    .map(box => (side === 'bottom' ? box.y + box.height - edge : edge - box.y))
  const off = greatest(
    beyond.map(reach => reach + gap / 4),
    gap * 0.75,
  )
  const placed = labels.labels.map(({ layout, x, y, anchor, tick }): PlacedText => {
    const down = side === 'bottom' ? edge + off + y : edge - off - deep + y
    return { ...placedText('tick', layout, x, down, anchor), value: tick.value }
  })
  const title = axis.title !== undefined && room.hasTitles ? axis.title : undefined
  if (title !== undefined) {
    const layout = texts.set('axis', title, { width: plot.width, align: 'center' })
    const away = deep > 0 ? off + deep + gap * 0.75 : gap
    const y = side === 'bottom' ? edge + away : edge - away
    const down = side === 'bottom' ? 'top' : 'bottom'
    placed.unshift(placedText('axis', layout, plot.x, y, { down }))
  }
  return { side, solved: solvedAxis(side, scale, ticks, labels), placed, problems: ticks.problems }
}

/** An axis at a side of the plot. */
export function setSide(
  side: 'left' | 'right',
  axis: ChartAxis,
  range: [from: number, to: number],
  room: AxisRoom,
): SetAxis {
  const { texts, plot, gap, chart, set } = room
  const scale = axis.scale(range)
  const em = set.line('0').height
  const height = Math.abs(range[0] - range[1])
  const {
    onCollision: crowded = ['wrap', 'shorten', 'thin'],
    align = 'decimal',
    maxShare = 0.35,
  } = axis
  const labelRoom = { gap: em * 0.1, width: chart.width * maxShare, align, set }
  const { ticks, labels } = fewerWhereCrowded(
    `${side}`,
    axis,
    scale,
    Math.floor(height / (em * 3)),
    texts.language,
    ({ list }) => (room.hasLabels ? sideLabels(list, crowded, labelRoom) : noLabels),
  )
  const wide = greatest(
    labels.labels.map(({ box }) => -box.x),
    0,
  )
  const end = side === 'left' ? plot.x - gap : plot.x + plot.width + gap + wide
  const placed = labels.labels.map(({ layout, x, y, anchor, tick }): PlacedText => {
    return { ...placedText('tick', layout, end + x, y, anchor), value: tick.value }
  })
  const title = axis.title !== undefined && room.hasTitles ? axis.title : undefined
  const turned =
    title === undefined || axis.titlePlace === 'above'
      ? undefined
      : texts.set('axis', title, { width: plot.height, align: 'center' })
  // A plot that is lower than a word of the title has it above.
  const isBroken = turned?.problems.some(({ code }) => code === 'broken-word')
  if (title !== undefined && (!turned || isBroken)) {
    const layout = texts.set('axis', title, { width: plot.width + wide })
    const top =
      least(
        placed.map(({ box }) => box.y),
        plot.y,
      ) - gap
    const x = side === 'left' ? end - wide : plot.x + plot.width + gap + wide
    const across = side === 'left' ? 'left' : 'right'
    placed.unshift(placedText('axis', layout, x, top, { across, down: 'bottom' }))
  } else if (turned) {
    const away = wide > 0 ? gap + wide + gap : gap
    const x = side === 'left' ? plot.x - away : plot.x + plot.width + away
    const down = side === 'left' ? 'bottom' : 'top'
    const anchor = { across: 'center', angle: 90, down } as const
    placed.unshift(placedText('axis', turned, x, plot.y + plot.height / 2, anchor))
  }
  return { side, solved: solvedAxis(side, scale, ticks, labels), placed, problems: ticks.problems }
}

/** Asks an axis that finds its ticks itself for fewer of them, until no label has to be left out. */
function fewerWhereCrowded(
  name: string,
  axis: ChartAxis,
  scale: ChartScale,
  count: number,
  language: string,
  label: (ticks: Ticks) => AxisLabels,
): { readonly ticks: Ticks; readonly labels: AxisLabels } {
  const { ticks: given } = axis
  const isFound = typeof given === 'function'
  for (let asked = Math.max(1, Math.min(mostTicks, count)); ; asked--) {
    const values = isFound ? given(asked) : given
    const ticks = ticksOf(name, axis, scale, values, language)
    const labels = label(ticks)
    if (!isFound || asked === 1 || !labels.applied.includes('thin')) return { ticks, labels }
  }
}

function solvedAxis(
  name: string,
  scale: ChartScale,
  { list }: Ticks,
  { labels, applied: did, angle }: AxisLabels,
): SolvedAxis {
  const shown = new Set(labels.map(({ tick }) => tick))
  const ticks = list.map(tick => ({
    value: tick.value,
    at: tick.at,
    text: tick.text,
    isShown: shown.has(tick),
  }))
  const bandwidth = bandwidthOf(name, scale)
  return {
    scale,
    bandwidth,
    at(value) {
      const at = positionOf(scale, value)
      if (at !== undefined) return at + bandwidth / 2
      return fail('off-scale', `the scale of the ${name} axis has no place for ${described(value)}`)
    },
    ticks,
    applied: did,
    angle,
  }
}
