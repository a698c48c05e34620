import type { Box, Item, TextItem } from '../core.ts'
import {
  aNumber,
  anObject,
  anything,
  being,
  checkArgument,
  checkOptions,
  fromZero,
  isObject,
  listOf,
  oneOf,
  type Problem,
  problemList,
  shortText,
  warningProblem,
} from '../problem/index.ts'
import type { ChartAxis } from './axis.ts'
import type { ChartAxes, ChartFrameOptions, SolvedAxis, Thrift } from './chart-frame-options.ts'
import { thrift } from './chart-frame-options.ts'
import { type ChartTexts, someChartTexts } from './chart-texts.ts'
import { aFormat } from './formats.ts'
import {
  type Attempt,
  attemptFrame,
  type Given,
  type OmittedText,
  type Side,
  sides,
} from './frame-attempt.ts'
import type { LegendPlace } from './legend.ts'
import type { PlacedText } from './placed-text.ts'
import { tickSetter } from './ticks.ts'

/** A chart's room for marks, and all of its texts where they stand. */
export interface ChartFrame<A extends ChartAxes = ChartAxes> {
  /** The room for marks. */
  readonly plot: Box
  /** The solved axes, by side. */
  readonly axes: {
    readonly [K in keyof A]: NonNullable<A[K]> extends ChartAxis<infer S>
      ? SolvedAxis<S> | (undefined extends A[K] ? undefined : never)
      : undefined
  }
  /** In reading order. */
  readonly texts: readonly PlacedText[]
  /** The marks of the legend, and where it came to stand. */
  readonly legendMarks: readonly Item[]
  /** The place of the legend. */
  readonly legendPlace?: LegendPlace
  /** Texts that not even the least room was left for. */
  readonly omitted: readonly OmittedText[]
  /** The items to draw: marks of the legend, and all texts. */
  readonly items: readonly Item[]
  /** Problems that did not stop the work. */
  readonly problems: readonly Problem[]
}

const anAxis = being(
  'an axis: { scale, ticks }',
  value => isObject(value) && typeof value.scale === 'function',
)

/**
 * Measures the texts of a chart, finds the room for its marks, and places the texts without
 * clipping or overlap. Texts without room are in `omitted`. Throws `bad-argument` and
 * `unknown-option`.
 *
 * @param texts Result of `chartTextsFor`.
 * @param options Size, titles, axes and legend.
 * @returns The plot, the solved axes, and the texts to draw.
 * @example
 * chartFrameFor(texts, { width: 480, height: 300, axes: { bottom: { scale, ticks } } })
 */
export function chartFrameFor<const A extends ChartAxes = ChartAxes>(
  texts: ChartTexts,
  options: ChartFrameOptions<A>,
): ChartFrame<A> {
  checkArgument('chartFrameFor', 'texts', texts, someChartTexts)
  checkFrameOptions(options)
  const { padding = 16, axes = {} } = options
  const inset = { top: 0, right: 0, bottom: 0, left: 0, ...options.inset }
  const given: Given = { ...options, padding, axes, inset, set: tickSetter(texts) }
  const attempt = firstThatFits(texts, given)
  const problems = problemList()
  problems.addAll(texts.problems)
  for (const { layout } of attempt.texts) for (const one of layout.problems) problems.addOnce(one)
  for (const problem of attempt.problems) problems.addOnce(problem)
  for (const { part, layout } of attempt.texts) {
    if (part === 'tick' || !layout.cut) continue
    const message = `there is no room for all of the ${part} '${shortText(layout.text)}'`
    problems.add(warningProblem('text-cut', message, { hint: largerChart }))
  }
  for (const { part, text } of attempt.omitted) {
    const message = `there is no room for the ${part} '${shortText(text)}'`
    problems.add(warningProblem('text-omitted', message, { hint: largerChart }))
  }
  return {
    plot: attempt.plot,
    // Each axis was solved with the scale that it made itself.
    axes: attempt.axes as ChartFrame<A>['axes'],
    texts: attempt.texts,
    legendMarks: attempt.legendMarks,
    ...(attempt.legendPlace && { legendPlace: attempt.legendPlace }),
    omitted: attempt.omitted,
    items: [...attempt.legendMarks, ...attempt.texts.map(({ item }): TextItem => item)],
    problems: problems.all(),
  }
}

const largerChart = 'make the chart larger, or its texts shorter'

function firstThatFits(texts: ChartTexts, given: Given): Attempt {
  const places = given.legend ? (given.legend.places ?? ['top', 'bottom']) : [undefined]
  for (const place of places) {
    const attempt = attemptFrame(texts, given, place, new Set())
    if (attempt.fits) return attempt
  }
  const given_up = new Set<Thrift>()
  let last: Attempt | undefined
  for (const what of thrift) {
    given_up.add(what)
    last = attemptFrame(texts, given, places[places.length - 1], given_up)
    if (last.fits) break
  }
  return last ?? attemptFrame(texts, given, undefined, new Set(thrift))
}

function checkFrameOptions(options: ChartFrameOptions) {
  checkOptions('chartFrameFor', options, {
    width: aNumber,
    height: aNumber,
    padding: fromZero,
    title: anything,
    subtitle: anything,
    source: anything,
    axes: anObject,
    legend: anObject,
    inset: anObject,
  })
  const { width, height, axes = {}, legend, inset = {} } = options
  checkArgument('chartFrameFor', 'width', width, fromZero)
  checkArgument('chartFrameFor', 'height', height, fromZero)
  checkOptions('the inset of chartFrameFor', inset, {
    top: fromZero,
    right: fromZero,
    bottom: fromZero,
    left: fromZero,
  })
  checkOptions('the axes of chartFrameFor', axes, {
    bottom: anAxis,
    top: anAxis,
    left: anAxis,
    right: anAxis,
  })
  for (const side of sides) if (axes[side]) checkAxis(side, axes[side])
  if (!legend) return
  checkOptions('the legend', legend, {
    entries: listOf(anObject),
    places: listOf(oneOf('right', 'left', 'top', 'bottom')),
    columns: being('a whole number from 1', value => Number.isInteger(value) && Number(value) >= 1),
  })
  checkArgument('the legend', 'entries', legend.entries, listOf(anObject))
  if (legend.places?.length === 0) {
    checkArgument(
      'the legend',
      'places',
      undefined,
      being('a list with a place', () => false),
    )
  }
  for (const entry of legend.entries) {
    checkOptions('an entry of the legend', entry, {
      text: anything,
      ink: anything,
      mark: oneOf('square', 'circle', 'line'),
    })
  }
}

function checkAxis(side: Side, axis: ChartAxis) {
  const owner = `the ${side} axis`
  checkOptions(owner, axis, {
    scale: anything,
    ticks: anything,
    format: aFormat,
    title: anything,
    titlePlace: oneOf('along', 'above'),
    onCollision: listOf(oneOf('wrap', 'two-rows', 'angle', 'thin', 'shorten')),
    align: oneOf('end', 'decimal'),
    maxShare: being('a number from 0 to 1', value => Number(value) >= 0 && Number(value) <= 1),
  })
  checkArgument(
    owner,
    'ticks',
    axis.ticks,
    being('a list of values, or a function that gives one', value => {
      return Array.isArray(value) || typeof value === 'function'
    }),
  )
}
