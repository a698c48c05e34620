import { greatest } from '../blocks/index.ts'
import type { Box, Item, Layout } from '../core.ts'
import { group } from '../core.ts'
import type { Problem } from '../problem/index.ts'
import type { ChartAxes, ChartFrameOptions, SolvedAxis, Thrift } from './chart-frame-options.ts'
import type { ChartText, ChartTexts } from './chart-texts.ts'
import { labelBox } from './label-box.ts'
import { type LegendPlace, type SetLegend, setLegend } from './legend.ts'
import type { ChartPart } from './parts.ts'
import { type PlacedText, placedText } from './placed-text.ts'
import { type SetAxis, setAcross, setSide } from './set-axis.ts'
import type { TickSetter } from './ticks.ts'

export const sides = ['bottom', 'top', 'left', 'right'] as const
export type Side = (typeof sides)[number]

/** The options of a frame, with nothing left open that all frames have. */
export interface Given extends ChartFrameOptions {
  readonly padding: number
  readonly axes: ChartAxes
  /** Labels that were set in a round are there in the next. */
  readonly set: TickSetter
  readonly inset: Readonly<Record<'top' | 'right' | 'bottom' | 'left', number>>
}

/** A text for which there is no room. */
export interface OmittedText {
  readonly part: ChartPart
  readonly text: string
}

/** A frame that was tried. */
export interface Attempt {
  /** Whether the plot is large enough to be read, and every text inside of the chart. */
  readonly fits: boolean
  readonly plot: Box
  readonly axes: Partial<Record<Side, SolvedAxis>>
  readonly texts: readonly PlacedText[]
  readonly legendMarks: readonly Item[]
  readonly legendPlace?: LegendPlace
  readonly omitted: readonly OmittedText[]
  readonly problems: readonly Problem[]
}

/** The space that texts take at each of the chart's edges. */
type Margins = Readonly<Record<Side, number>>

/** Labels are measured for the plot that the margins leave, and give the margins of the next round. */
const mostRounds = 12
/** From then on margins only grow. */
const freeRounds = 5

const mapSides = <T>(of: (side: Side) => T): Readonly<Record<Side, T>> => ({
  bottom: of('bottom'),
  top: of('top'),
  left: of('left'),
  right: of('right'),
})

/** Tries to set a chart with its legend at a place, and some of its texts given up. */
export function attemptFrame(
  texts: ChartTexts,
  given: Given,
  legendPlace: LegendPlace | undefined,
  without: ReadonlySet<Thrift>,
): Attempt {
  const { padding, width, height } = given
  const edge = Math.min(padding, width / 4, height / 4)
  const inner = { x: edge, y: edge, width: width - 2 * edge, height: height - 2 * edge }
  const gap = texts.typesetter.scaleLength(8, { max: 16 })
  const omitted: OmittedText[] = []
  const around = setAround(texts, given, inner, legendPlace, without, omitted, gap)
  let margins: Margins = {
    top: around.top,
    bottom: around.bottom,
    left: around.left,
    right: around.right,
  }
  let set = setAxes(texts, given, plotOf(inner, margins), without, gap)
  for (let round = 0; round < mostRounds; round++) {
    const needed = mapSides(side => around[side] + set.needs[side])
    if (sides.every(side => Math.abs(needed[side] - margins[side]) < 1e-6)) break
    // Labels that are set in turn in two ways get the room of both.
    margins = round < freeRounds ? needed : mapSides(side => Math.max(margins[side], needed[side]))
    set = setAxes(texts, given, plotOf(inner, margins), without, gap)
  }
  const plot = plotOf(inner, margins)
  const placed = [...around.placed(plot), ...set.texts, ...around.last()]
  for (const side of sides) {
    const title = given.axes[side]?.title
    if (title !== undefined && without.has('axis')) omitted.push(omittedText('axis', title, texts))
    const { ticks = [] } = set.axes[side] ?? {}
    if (ticks.length > 0 && !ticks.some(({ isShown }) => isShown))
      omitted.push({ part: 'tick', text: `labels of the ${side} axis` })
  }
  const least = {
    // A legend beside the plot is no gain where it takes half of the width.
    width: around.left + around.right > 0 ? inner.width * 0.55 : Math.min(inner.width * 0.4, 160),
    height: Math.min(inner.height * 0.3, 140),
  }
  const { inset } = given
  const used = {
    width: plot.width - inset.left - inset.right,
    height: plot.height - inset.top - inset.bottom,
  }
  const isLarge = used.width >= least.width && used.height >= least.height
  const isInside = placed.every(({ box }) => {
    const isWide = box.x >= -1e-6 && box.x + box.width <= width + 1e-6
    return isWide && box.y >= -1e-6 && box.y + box.height <= height + 1e-6
  })
  return {
    fits: isLarge && isInside && areApart(placed),
    plot,
    axes: set.axes,
    texts: placed,
    legendMarks: around.marks(plot),
    ...(around.legend && legendPlace && { legendPlace }),
    omitted,
    problems: set.problems,
  }
}

/** Whether nothing but labels of ticks, which are apart already, touches another text. */
function areApart(placed: readonly PlacedText[]): boolean {
  return placed
    .filter(({ part }) => part !== 'tick')
    .every(one =>
      placed.every(other => {
        const [a, b] = [one.box, other.box]
        const isBeside = a.x + a.width <= b.x + 1e-6 || b.x + b.width <= a.x + 1e-6
        const isBelow = a.y + a.height <= b.y + 1e-6 || b.y + b.height <= a.y + 1e-6
        return one === other || isBeside || isBelow
      }),
    )
}

function plotOf(inner: Box, { top, bottom, left, right }: Margins): Box {
  return {
    x: inner.x + left,
    y: inner.y + top,
    width: Math.max(0, inner.width - left - right),
    height: Math.max(0, inner.height - top - bottom),
  }
}

function omittedText(part: ChartPart, text: ChartText, texts: ChartTexts): OmittedText {
  return { part, text: texts.set(part, text).text }
}

/** Title, subtitle, legend and source, which stand around plot and axes. */
function setAround(
  texts: ChartTexts,
  given: Given,
  inner: Box,
  legendPlace: LegendPlace | undefined,
  without: ReadonlySet<Thrift>,
  omitted: OmittedText[],
  gap: number,
) {
  const { width } = inner
  const put = (part: ChartPart, text: ChartText | undefined, isOut: boolean, maxLines?: number) => {
    if (text === undefined || text === '') return undefined
    if (!isOut) return texts.set(part, text, { width, ...(maxLines !== undefined && { maxLines }) })
    omitted.push(omittedText(part, text, texts))
    return undefined
  }
  const lines = without.has('lines') ? 1 : without.has('title') ? 2 : undefined
  const title = put('title', given.title, without.has('all'), lines)
  const subtitle = put('subtitle', given.subtitle, without.has('subtitle'), lines)
  const source = put('source', given.source, without.has('source'))
  const isAside = legendPlace === 'left' || legendPlace === 'right'
  const hasLegend = given.legend && given.legend.entries.length > 0 && legendPlace !== undefined
  const legend =
    given.legend && hasLegend && !without.has('legend')
      ? setLegend(given.legend, texts, isAside ? width * 0.4 : width, isAside)
      : undefined
  if (given.legend && hasLegend && !legend) {
    for (const { text } of given.legend.entries) omitted.push(omittedText('legend', text, texts))
  }
  const header: { readonly part: ChartPart; readonly layout: Layout; readonly y: number }[] = []
  let top = 0
  for (const [part, layout] of [
    ['title', title],
    ['subtitle', subtitle],
  ] as const) {
    if (!layout) continue
    const box = labelBox(layout)
    header.push({ part, layout, y: top - box.y })
    top += box.height
  }
  if (header.length > 0) top += gap * 1.5
  const legendTop = top
  if (legend && legendPlace === 'top') top += legend.height + gap * 1.5
  const sourceHeight = source ? labelBox(source).height + gap : 0
  const bottom = sourceHeight + (legend && legendPlace === 'bottom' ? legend.height + gap * 1.5 : 0)
  const aside = legend && isAside ? legend.width + gap * 2 : 0
  const legendAt = (plot: Box): readonly [number, number] => {
    if (!legend) return [0, 0]
    const end = inner.x + inner.width - legend.width
    const floor = inner.y + inner.height - sourceHeight - legend.height
    if (legendPlace === 'top') return [inner.x, inner.y + legendTop]
    if (legendPlace === 'bottom') return [inner.x, floor]
    return [legendPlace === 'right' ? end : inner.x, Math.max(inner.y, Math.min(plot.y, floor))]
  }
  return {
    top,
    bottom,
    left: legendPlace === 'left' ? aside : 0,
    right: legendPlace === 'right' ? aside : 0,
    legend,
    placed: (plot: Box): PlacedText[] => [
      ...header.map(({ part, layout, y }) => placedText(part, layout, inner.x, inner.y + y)),
      ...placedLegend(legend, legendAt(plot)),
    ],
    marks(plot: Box): Item[] {
      if (!legend) return []
      const [dx, dy] = legendAt(plot)
      return [{ ...group(legend.marks), matrix: { xx: 1, yx: 0, xy: 0, yy: 1, dx, dy } }]
    },
    last(): PlacedText[] {
      if (!source) return []
      const box = labelBox(source)
      return [placedText('source', source, inner.x, inner.y + inner.height - box.height - box.y)]
    },
  }
}

const placedLegend = (legend: SetLegend | undefined, [x, y]: readonly [number, number]) =>
  legend ? legend.texts.map(text => placedText('legend', text.layout, x + text.x, y + text.y)) : []

/** The axes of a plot, and how much room their labels need around it. */
function setAxes(
  texts: ChartTexts,
  given: Given,
  plot: Box,
  without: ReadonlySet<Thrift>,
  gap: number,
) {
  const { axes, inset } = given
  const [right, floor] = [plot.x + plot.width, plot.y + plot.height]
  const across: [number, number] = [
    plot.x + inset.left,
    Math.max(plot.x + inset.left, right - inset.right),
  ]
  const up: [number, number] = [
    floor - inset.bottom,
    Math.min(floor - inset.bottom, plot.y + inset.top),
  ]
  const room = {
    texts,
    plot,
    gap,
    chart: given,
    set: given.set,
    hasTitles: !without.has('axis'),
    hasLabels: !without.has('tick'),
  }
  const sideAxes = (['left', 'right'] as const).flatMap(side => {
    const axis = axes[side]
    return axis ? [setSide(side, axis, up, room)] : []
  })
  const beside = sideAxes.flatMap(({ placed }) => placed.map(({ box }) => box))
  const acrossAxes = (['bottom', 'top'] as const).flatMap(side => {
    const axis = axes[side]
    return axis ? [setAcross(side, axis, across, room, beside)] : []
  })
  const all: readonly SetAxis[] = [...acrossAxes, ...sideAxes]
  const boxes = all.flatMap(({ placed }) => placed.map(({ box }) => box))
  const most = (of: (box: Box) => number) => greatest(boxes.map(of), 0)
  const solvedAxes: Partial<Record<Side, SolvedAxis>> = {}
  for (const { side, solved } of all) solvedAxes[side] = solved
  return {
    axes: solvedAxes,
    texts: all.flatMap(({ placed }) => placed),
    problems: all.flatMap(({ problems }) => problems),
    needs: {
      top: most(box => plot.y - box.y),
      bottom: most(box => box.y + box.height - floor),
      left: most(box => plot.x - box.x),
      right: most(box => box.x + box.width - right),
    },
  }
}
