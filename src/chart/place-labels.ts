import { type Box, type InkOrName, type Item, type Layout, place, rule, solidOf } from '../core.ts'
import { mappedBox } from '../geometry/index.ts'
import {
  aNumber,
  anObject,
  anything,
  aString,
  being,
  checkArgument,
  checkArguments,
  checkOptions,
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
import { type LabelPlace, type LabelSize, placesOf } from './label-places.ts'
import type { LabelTarget, Mark } from './label-targets.ts'
import { type Obstacles, type Owner, obstacleGrid } from './obstacles.ts'
import { type ChartPart, chartParts } from './parts.ts'
import { piecesOf } from './pieces.ts'
import { type PlacedText, placedText } from './placed-text.ts'
import { readableInk } from './readable-ink.ts'

/** A label of something in a chart. */
export interface ChartLabel {
  /** Tells it from others, also when the data has changed. */
  readonly id: string
  readonly text: ChartText
  /** What it is: a value without it. */
  readonly part?: ChartPart
  readonly at: LabelTarget
  /** What has more stays where there is no room for all; 0 without it. */
  readonly priority?: number
  /** In units, where it wraps. */
  readonly maxWidth?: number
}

export interface PlaceLabelsOptions {
  /** Where labels may stand. */
  readonly within: Box
  /** What they keep clear of, beside each other. */
  readonly avoid?: readonly Mark[]
  /** Between labels, and between a label and a mark, in units; 3 without it. */
  readonly gap?: number
  /** What leader lines are painted with; that of the labels' style without it. */
  readonly leaderInk?: InkOrName
  /** In units; 1 without it. */
  readonly leaderWidth?: number
  /** What came out before the data changed: labels stay where they were, wherever they can. */
  readonly previous?: PlacedLabels
  /** Inks that labels on marks may have; that of the label's style, white and black without it. */
  readonly inks?: readonly InkOrName[]
}

/** A label that has a place. */
export interface PlacedLabel {
  readonly id: string
  readonly text: PlacedText
  /** The line from its mark to it, where it does not stand beside that. */
  readonly leader?: Item
  /** Which of its places it has, the best being 0. */
  readonly choice: number
}

export interface PlacedLabels {
  readonly labels: readonly PlacedLabel[]
  /** Ids of labels for which there is no room, in the order in which they were given. */
  readonly dropped: readonly string[]
  /** What is drawn: leader lines, and then the texts in the order in which they were given. */
  readonly items: readonly Item[]
  readonly problems: readonly Problem[]
}

/** A label on its way to a place. */
interface Work {
  readonly label: ChartLabel
  readonly index: number
  readonly layout: Layout
  readonly box: Box
  readonly size: LabelSize
  readonly before: number | undefined
  /** Where it stands, and what that is among the obstacles. */
  found?:
    | { readonly choice: number; readonly place: LabelPlace; readonly obstacles: readonly number[] }
    | undefined
}

/**
 * Places many labels so that none touches another, a mark or a leader line: each beside its mark,
 * or farther off with a leader line, or not at all, by priority. The same labels come to the same
 * places; with what came out before, they stay there while they can. Throws `bad-argument`,
 * `unknown-option` and `duplicate-name`.
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
  const indices = new Map(labels.map(({ id }, i) => [id, i]))
  for (const mark of avoid) {
    const owners = [mark.of ?? []].flat().flatMap(id => indices.get(id) ?? [])
    addMark(grid, mark, owners.length === 0 ? undefined : new Set(owners))
  }
  // What has priority first, and what stood somewhere before what did not.
  const order = works.toSorted((a, b) => {
    const priority = (b.label.priority ?? 0) - (a.label.priority ?? 0)
    const stood = Number(b.before !== undefined) - Number(a.before !== undefined)
    return priority || stood || a.index - b.index
  })
  const field: Field = { grid, within, labels: new Map() }
  for (const work of order) settle(work, field)
  for (const work of order) if (!work.found) makeRoom(work, field)
  return shown(works, texts, options)
}

/** What labels are placed in. */
interface Field {
  readonly grid: Obstacles
  readonly within: Box
  /** Whose place an obstacle is. */
  readonly labels: Map<number, Work>
}

function workOf(
  label: ChartLabel,
  index: number,
  texts: ChartTexts,
  gap: number,
  before: ReadonlyMap<string, number>,
): Work {
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
  const least = Math.max(within.width, within.height, 1) / 1000
  return obstacleGrid(Math.max(width, 8, least), Math.max(height, 8, least))
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

/** All places of a label, the best first. */
function* allPlaces({ label, layout, size, box }: Work): Generator<LabelPlace> {
  const { at } = label
  if (at.kind !== 'places') return yield* placesOf(at, size)
  for (const { x, y, anchor } of at.places) {
    const { matrix } = place(layout, x, y, anchor)
    const { x: left, y: top } = mappedBox(matrix, box)
    yield { left, top, pieces: piecesOf(box, matrix) }
  }
}

/** Gives a label the place where it was, or the best that is free. */
function settle(work: Work, field: Field): boolean {
  const { before = 0 } = work
  let choice = 0
  let best: readonly [number, LabelPlace] | undefined
  for (const place of allPlaces(work)) {
    const isBefore = choice === before
    if (choice > before && best) break
    if ((isBefore || !best) && isFree(work, place, field)) {
      best = [choice, place]
      if (isBefore) break
    }
    choice++
  }
  if (!best) return false
  take(work, best[0], best[1], field)
  return true
}

/** What a place covers. */
const covered = ({ size }: Work, { left, top, pieces }: LabelPlace): readonly Box[] =>
  pieces ?? [{ x: left, y: top, width: size.width, height: size.height }]

/** Whether nothing else is where a label would be, and where its leader line would run. */
function isFree(work: Work, place: LabelPlace, field: Field): boolean {
  return blockerOf(work, place, field) === free
}

const [free, outside] = [-1, -2]

/** What is in a label's way: the index of an obstacle, or that it would be outside. */
function blockerOf(work: Work, place: LabelPlace, { grid, within }: Field): number {
  const { gap } = work.size
  const right = within.x + within.width
  const bottom = within.y + within.height
  const own = place.isInside ? work.index : undefined
  for (const { x, y, width, height } of covered(work, place)) {
    const isWithin =
      x >= within.x - edge &&
      y >= within.y - edge &&
      x + width <= right + edge &&
      y + height <= bottom + edge
    if (!isWithin) return outside
    const hit = grid.hitByBox(x - gap, y - gap, x + width + gap, y + height + gap, own)
    if (hit >= 0) return hit
  }
  if (!place.leader) return free
  const [[x1, y1], [x2, y2]] = place.leader
  return grid.hitByLine(x1, y1, x2, y2)
}

/** What sums of numbers may be off by, in units. */
const edge = 1e-6

function take(work: Work, choice: number, place: LabelPlace, { grid, labels }: Field) {
  const obstacles = covered(work, place).map(({ x, y, width, height }) =>
    grid.addBox(x, y, x + width, y + height),
  )
  if (place.leader) obstacles.push(grid.addLine(...place.leader[0], ...place.leader[1], 0.5))
  for (const index of obstacles) labels.set(index, work)
  work.found = { choice, place, obstacles }
}

/** Moves one other label out of the way of one that has found no place. */
function makeRoom(work: Work, field: Field) {
  const { grid, labels } = field
  let choice = 0
  for (const place of allPlaces(work)) {
    if (choice >= mostTries) return
    const other = labels.get(blockerOf(work, place, field))
    const found = other?.found
    if (other && found) {
      for (const index of found.obstacles) grid.setThere(index, false)
      if (isFree(work, place, field)) {
        take(work, choice, place, field)
        if (settle(other, field)) return
        for (const index of work.found?.obstacles ?? []) grid.setThere(index, false)
        work.found = undefined
      }
      for (const index of found.obstacles) grid.setThere(index, true)
    }
    choice++
  }
}

/** So many places of a label are worth moving another one for. */
const mostTries = 12

/** The labels that have a place, as they are drawn. */
function shown(
  works: readonly Work[],
  texts: ChartTexts,
  { leaderInk, leaderWidth = 1, inks }: PlaceLabelsOptions,
): PlacedLabels {
  const found = problemList()
  const placed: PlacedLabel[] = []
  const dropped: string[] = []
  for (const work of works) {
    const { label, found: at } = work
    for (const problem of work.layout.problems) found.addOnce(problem)
    if (!at) {
      dropped.push(label.id)
      continue
    }
    const text = textAt(work, at.place, at.choice, texts, inks, found.addOnce)
    const { leader } = at.place
    const ink = leaderInk ?? work.layout.style.ink
    placed.push({
      id: label.id,
      text,
      choice: at.choice,
      ...(leader && { leader: rule(leader[0], leader[1], ink, leaderWidth, texts.sheet) }),
    })
  }
  const leaders = placed.flatMap(({ leader }) => (leader ? [leader] : []))
  const items = [...leaders, ...placed.map(({ text }) => text.item)]
  return { labels: placed, dropped, items, problems: found.all() }
}

function textAt(
  { label, layout, box }: Work,
  { left, top, isInside }: LabelPlace,
  choice: number,
  texts: ChartTexts,
  inks: readonly InkOrName[] | undefined,
  tell: (problem: Problem) => void,
): PlacedText {
  const { at, part = 'value', text } = label
  if (at.kind === 'places') {
    const { x, y, anchor } = at.places[choice]
    return placedText(part, layout, x, y, anchor)
  }
  const ground = isInside && 'ink' in at ? at.ink : undefined
  const own = layout.style.ink
  let read = layout
  if (ground !== undefined) {
    const { ink, problems } = readableInk(ground, inks ?? [own, '#ffffff', '#000000'], texts.sheet)
    problems.forEach(tell)
    const color = typeof ink === 'string' ? ink : solidOf(ink).color
    if (ink !== own) read = texts.set(part, text, { ...layout.frame, with: { ink: color } })
  }
  return placedText(part, read, left - box.x, top - box.y)
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
    checkOptions('a label', label, {
      id: aString,
      text: anything,
      part: oneOf(...chartParts),
      at: anObject,
      priority: aNumber,
      maxWidth: fromZero,
    })
    checkArguments('a label', ['id', label.id, aString], ['at', label.at, anObject])
    if (ids.has(label.id)) fail('duplicate-name', `two labels have the id '${label.id}'`)
    ids.add(label.id)
    checkTarget(label.at)
  }
  return options
}
