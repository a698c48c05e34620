import {
  type Box,
  type InkOrName,
  type Item,
  representativeColor,
  rule,
  type Sheet,
} from '../core.ts'
import {
  aNumber,
  anObject,
  anything,
  aString,
  being,
  checkArgument,
  checkArguments,
  checkOptions,
  type Fields,
  fail,
  fromZero,
  isObject,
  listOf,
  oneOf,
  type Problem,
  problemList,
} from '../problem/index.ts'
import { type ChartText, type ChartTexts, someChartTexts } from './chart-texts.ts'
import { aBox, checkMark, checkTarget } from './check-labels.ts'
import { labelBox } from './label-box.ts'
import type { LabelPlace } from './label-places.ts'
import type { LabelTarget, Mark, Point } from './label-targets.ts'
import { type Obstacles, type Owner, obstacleGrid } from './obstacles.ts'
import { type ChartPart, chartParts } from './parts.ts'
import { type PlacedText, placedText, uprightText } from './placed-text.ts'
import { readableInk } from './readable-ink.ts'
import { type Field, makeRoom, settle, type Work } from './settle-labels.ts'

/** A label of something in a chart. */
export interface ChartLabel {
  /** Id of the label; keep it when the data changes. */
  readonly id: string
  /** Its text. */
  readonly text: ChartText
  /** Part of the label. Default: `value`. */
  readonly part?: ChartPart
  /** The mark that it belongs to. */
  readonly at: LabelTarget
  /** Labels with more priority are placed first. Default: 0. */
  readonly priority?: number
  /** In units, where it wraps. */
  readonly maxWidth?: number
}

/** Options of `placeLabels`. */
export interface PlaceLabelsOptions {
  /** The box for labels. */
  readonly within: Box
  /** Marks that labels avoid. */
  readonly avoid?: readonly Mark[]
  /** Distance between labels, and to marks, in units. Default: 3. */
  readonly gap?: number
  /** Ink of leader lines. Default: that of the labels' style. */
  readonly leaderInk?: InkOrName
  /** Width of leader lines, in units. Default: 1. */
  readonly leaderWidth?: number
  /** The earlier result; labels stay where they were while they can. */
  readonly previous?: PlacedLabels
  /** Possible inks of labels on marks. Default: that of the label's style, white and black. */
  readonly inks?: readonly InkOrName[]
}

/** A label that has a place. */
export interface PlacedLabel {
  /** Id of its label. */
  readonly id: string
  /** Its text, as placed. */
  readonly text: PlacedText
  /** The line from its mark to it, where it does not stand beside that. */
  readonly leader?: Item
  /** Index of its position; 0 is the best. */
  readonly choice: number
}

/** Result of `placeLabels`. */
export interface PlacedLabels {
  /** Labels with a place. */
  readonly labels: readonly PlacedLabel[]
  /** Ids of labels without room, in their given order. */
  readonly omitted: readonly string[]
  /** The items to draw: leader lines, then texts in their given order. */
  readonly items: readonly Item[]
  /** Problems that did not stop the work. */
  readonly problems: readonly Problem[]
}

/**
 * Places many labels so that none touches another, a mark or a leader line. By priority, a label
 * stands beside its mark, or farther off with a leader line, or is omitted. The same labels get the
 * same places; with `previous`, labels stay where they were while they can. Throws `bad-argument`,
 * `unknown-option` and `duplicate-name`.
 *
 * @param texts Result of `chartTextsFor`.
 * @param labels Labels with their targets.
 * @param options The box for labels, and marks to avoid.
 * @returns Placed labels, omitted ids, and the items to draw.
 * @example
 * placeLabels(texts, labels, { within: frame.plot, avoid: marks })
 */
export function placeLabels(
  texts: ChartTexts,
  labels: readonly ChartLabel[],
  options: PlaceLabelsOptions,
): PlacedLabels {
  const { within, avoid = [], gap = 3, previous } = checkedOptions(texts, labels, options)
  const before = new Map(previous?.labels.map(({ id, choice }) => [id, choice]))
  const works = labels.map((label, index) => workOf(label, index, texts, gap, before))
  const grid = gridFor(works, within)
  const standOn = marksToStandOn(labels)
  for (const mark of avoid) addMark(grid, mark, ownersOf(mark, standOn))
  const isRanked = labels.some(({ priority = 0 }) => priority !== 0) || before.size > 0
  const order = isRanked ? works.toSorted(byRank) : works
  const field: Field = { grid, within, labels: new Map() }
  for (const work of order) settle(work, field)
  for (const work of order) if (!work.found) makeRoom(work, field)
  return shown(works, texts, options)
}

interface LabelWork extends Work {
  readonly label: ChartLabel
}

/** Orders labels: priority first, then labels that already had a place. */
function byRank(a: LabelWork, b: LabelWork): number {
  const priority = (b.label.priority ?? 0) - (a.label.priority ?? 0)
  const stood = Number(b.before !== undefined) - Number(a.before !== undefined)
  return priority || stood || a.index - b.index
}

function workOf(
  label: ChartLabel,
  index: number,
  texts: ChartTexts,
  gap: number,
  before: ReadonlyMap<string, number>,
): LabelWork {
  const { text, part = 'value', maxWidth } = label
  const alone = texts.set(part, text)
  const layout =
    maxWidth !== undefined && alone.width > maxWidth
      ? texts.set(part, text, { width: maxWidth })
      : alone
  const box = labelBox(layout)
  const size = { width: box.width, height: box.height, gap }
  return { label, index, layout, box, size, before: before.get(label.id) }
}

function gridFor(works: readonly Work[], within: Box): Obstacles {
  const middle = (values: readonly number[]) =>
    values.toSorted((a, b) => a - b)[values.length >> 1] ?? 0
  const width = middle(works.map(({ size }) => size.width))
  const height = middle(works.map(({ size }) => size.height))
  return obstacleGrid(within, Math.max(width, 8), Math.max(height, 8))
}

/** Labels that may stand on their own mark, by their ids. */
function marksToStandOn(labels: readonly ChartLabel[]): ReadonlyMap<string, number> {
  const indices = new Map<string, number>()
  labels.forEach(({ id, at }, i) => {
    if (at.kind === 'bar' || at.kind === 'slice' || at.kind === 'area') indices.set(id, i)
  })
  return indices
}

function ownersOf({ of }: Mark, indices: ReadonlyMap<string, number>): Owner | undefined {
  if (of === undefined || indices.size === 0) return undefined
  const owners = [of].flat().flatMap(id => indices.get(id) ?? [])
  return owners.length === 0 ? undefined : new Set(owners)
}

function addMark(grid: Obstacles, mark: Mark, owner: Owner | undefined) {
  if (mark.kind === 'circle') grid.addCircle(mark.x, mark.y, mark.radius, owner)
  else if (mark.kind === 'box') {
    const { x, y, width, height } = mark.box
    grid.addBox(x, y, x + width, y + height, owner)
  } else {
    const { points, width = 1 } = mark
    for (let i = 1; i < points.length; i++) {
      grid.addLine(...points[i - 1], ...points[i], width / 2, owner)
    }
  }
}

/** The labels that have a place, as they are drawn. */
function shown(
  works: readonly LabelWork[],
  texts: ChartTexts,
  { leaderInk, leaderWidth = 1, inks }: PlaceLabelsOptions,
): PlacedLabels {
  const problems = problemList()
  const lines = leaderLines(leaderWidth, texts.sheet)
  const placed: PlacedLabel[] = []
  const omitted: string[] = []
  for (const work of works) {
    const { label, found: at } = work
    for (const problem of work.layout.problems) problems.addOnce(problem)
    if (!at) {
      omitted.push(label.id)
      continue
    }
    const text = textAt(work, at.place, at.choice, texts, inks, problems.addOnce)
    const { leader } = at.place
    const { id } = label
    const { choice } = at
    if (!leader) placed.push({ id, text, choice })
    else {
      const ink = leaderInk ?? work.layout.style.ink
      placed.push({ id, text, choice, leader: lines(leader, ink) })
    }
  }
  const leaders = placed.flatMap(({ leader }) => (leader ? [leader] : []))
  const items = [...leaders, ...placed.map(({ text }) => text.item)]
  return { labels: placed, omitted, items, problems: problems.all() }
}

/** Makes leader lines, all of one ink after the pattern of the first. */
function leaderLines(width: number, sheet: Sheet) {
  let pattern: Item | undefined
  let patternInk: InkOrName | undefined
  return ([from, to]: readonly [Point, Point], ink: InkOrName): Item => {
    if (!pattern || ink !== patternInk) {
      pattern = rule([0, 0], [1, 0], ink, width, sheet)
      patternInk = ink
    }
    return pattern.kind === 'rule' ? { ...pattern, from, to } : rule(from, to, ink, width, sheet)
  }
}

function textAt(
  { label, layout, box }: LabelWork,
  { left, top, isInside }: LabelPlace,
  choice: number,
  texts: ChartTexts,
  inks: readonly InkOrName[] | undefined,
  report: (problem: Problem) => void,
): PlacedText {
  const { at, part = 'value', text } = label
  if (at.kind === 'places') {
    const { x, y, anchor } = at.places[choice]
    return placedText(part, layout, x, y, anchor)
  }
  const ground = isInside && 'ink' in at ? at.ink : undefined
  const ownInk = layout.style.ink
  let read = layout
  if (ground !== undefined) {
    const { ink, problems } = readableInk(
      ground,
      inks ?? [ownInk, '#ffffff', '#000000'],
      texts.sheet,
    )
    problems.forEach(report)
    const color = typeof ink === 'string' ? ink : representativeColor(ink).color
    if (ink !== ownInk) read = texts.set(part, text, { ...layout.frame, overrides: { ink: color } })
  }
  return uprightText(part, read, left - box.x, top - box.y)
}

const labelFields: Fields<ChartLabel> = {
  id: aString,
  text: anything,
  part: oneOf(...chartParts),
  at: anObject,
  priority: aNumber,
  maxWidth: fromZero,
}

function checkedOptions(
  texts: ChartTexts,
  labels: readonly ChartLabel[],
  options: PlaceLabelsOptions,
): PlaceLabelsOptions {
  checkArguments(
    'placeLabels',
    ['texts', texts, someChartTexts],
    ['labels', labels, listOf(anObject)],
  )
  checkOptions('placeLabels', options, {
    within: aBox,
    avoid: listOf(anObject),
    gap: fromZero,
    leaderInk: anything,
    leaderWidth: fromZero,
    previous: being(
      'what placeLabels() gave',
      value => isObject(value) && Array.isArray(value.labels),
    ),
    inks: listOf(anything),
  })
  checkArgument('placeLabels', 'within', options.within, aBox)
  options.avoid?.forEach(checkMark)
  const ids = new Set<string>()
  for (const label of labels) {
    checkOptions('a label', label, labelFields)
    checkArguments('a label', ['id', label.id, aString], ['at', label.at, anObject])
    if (ids.has(label.id)) fail('duplicate-name', `two labels have the id '${label.id}'`)
    ids.add(label.id)
    checkTarget(label.at)
  }
  return options
}
