import type { Box, Item } from '../core.ts'
import { type Problem, warningProblem } from '../problem/index.ts'
import { balancedBand } from './balanced-band.ts'
import type { Band, Grid, PlacedItem } from './band.ts'
import { type ColumnFoot, emptyFoot, footHeight, footPlaces } from './column-foot.ts'
import { fillBand } from './fill-band.ts'
import { type FlowItem, inElements, notesOf, type TaggedItems } from './flow-item.ts'
import { type ItemQueue, itemQueue } from './item-queue.ts'
import { boxOf, type PlacedBlock, withPlaced } from './placed-items.ts'
import { turnedItems } from './turned-page.ts'

/** The columns of a page, in the order in which they are filled. */
export interface PageFrame {
  readonly columns: readonly Box[]
  readonly page: Box
  /** All of them, with what is between; and where that is on the paper. */
  readonly inner: Box
  readonly innerOnPage: Box
  /** The width of the paper, where lines run down on it. */
  readonly turn?: number
  /** The box for notes in the margin. */
  readonly margin: Box
}

/** The content of a page. */
export interface FlowPage {
  readonly index: number
  readonly items: readonly Item[]
  readonly headings: readonly NonNullable<FlowItem['heading']>[]
  /** The boxes of items with an id. */
  readonly places: ReadonlyMap<string, Box>
  /** Entries of the index that lead here. */
  readonly terms: readonly { readonly name: string; readonly id: string }[]
  /** The position of the lowest filled point. */
  readonly bottom: number
  readonly problems: readonly Problem[]
}

interface FlowSetting {
  frameOf(page: number): PageFrame
  locationOf(item: FlowItem): Problem['location']
  readonly isDrawn: boolean
  /** Whether columns that the text does not fill are made of one height. */
  readonly isBalanced: boolean
  /** Distance of baselines, where paragraphs stand on common ones. */
  readonly gridStep: number | undefined
  readonly isMirrored: boolean
  /** Blocks that stand beside another, by the id of that one. */
  readonly placed: ReadonlyMap<string, readonly PlacedBlock[]>
  /** The item of what is placed; undefined if it stands somewhere already. */
  placedItem(block: PlacedBlock): (FlowItem & { readonly width: number }) | undefined
}

/**
 * Items one after the other into columns, page by page. What is to stay together goes on in the
 * next column as a whole; what is higher than any column is parted wherever it can be, or reaches
 * out of it, which is reported: nothing is left out.
 */
export function* flowPages(items: Iterable<FlowItem>, setting: FlowSetting): Generator<FlowPage> {
  const queue = itemQueue(items)
  const floats: FlowItem[] = []
  let index = 0
  do {
    yield pageOf(queue, floats, index++, setting)
    // A page is not begun for a break that it begins with.
    if (floats.length === 0) skipBreaks(queue)
  } while (queue.peek(0) || floats.length > 0)
}

const skipBreaks = (queue: ItemQueue) => {
  while (queue.peek(0)?.breaks === 'page') queue.take()
}

function pageOf(
  queue: ItemQueue,
  floats: FlowItem[],
  index: number,
  setting: FlowSetting,
): FlowPage {
  const { frameOf, locationOf, isDrawn, isBalanced, gridStep } = setting
  const frame = frameOf(index)
  const { columns, inner } = frame
  const grid: Grid | undefined =
    gridStep === undefined ? undefined : { top: inner.y, step: gridStep }
  const problems: Problem[] = []
  const placed: PlacedItem[] = []
  let feet: readonly ColumnFoot[] = columns.map(() => emptyFoot)
  let [y, after] = [inner.y, 0]
  const report = (item: FlowItem, problem: 'parted' | 'reaches') =>
    problems.push(tooHigh(problem, locationOf(item)))
  if (index === 0) skipBreaks(queue)
  for (;;) {
    const isFresh = placed.length === 0
    const span = columns.length > 1 ? queue.peek(0) : undefined
    if (span?.spansColumns && !span.breaks) {
      const top = isFresh ? inner.y : y + Math.max(after, span.before)
      const room = roomBelow(top, inner, feet, notesOf(span))
      // With what it is kept with: so much as a few lines.
      const wanted = span.height + (span.keepWithNext ? (queue.peek(1)?.before ?? 0) + keptRoom : 0)
      if (wanted > room && !isFresh) break
      if (span.height > room) report(span, 'reaches')
      placed.push({ item: span, x: inner.x, y: top, width: inner.width })
      feet = feet.map((foot, i) =>
        i === 0 ? { ...foot, notes: [...foot.notes, ...notesOf(span)] } : foot,
      )
      y = top + span.height
      after = span.after
      queue.take()
      continue
    }
    const space = isFresh ? 0 : Math.max(after, queue.peek(0)?.before ?? 0)
    const top = y + space
    if (top >= inner.y + inner.height) break
    const boxes = columns.map(box => ({ ...box, y: top, height: box.y + box.height - top }))
    const bandSetting = { columns: boxes, feet, isFresh, grid, report }
    const band = bandOf(queue, floats, bandSetting, isBalanced)
    placed.push(...band.placed)
    feet = band.feet
    y = Math.max(y, band.bottom)
    after = band.after
    if (band.end !== 'span') break
  }
  const atFoot = columns.flatMap(({ x, y: top, width, height }, i) =>
    footPlaces(feet[i], top + height).map(
      ({ item, top: at }): PlacedItem => ({ item, x, y: at, width }),
    ),
  )
  const footOf = new Map(atFoot.map(one => [one.item, one]))
  const inText = placed.map(one => (one.isAtFoot ? (footOf.get(one.item) ?? one) : one))
  const notes = atFoot.filter(({ item }) => item.float === undefined)
  const { all: inOrder, free } = withPlaced(
    [...inText, ...notes],
    setting.placed,
    {
      page: frame.page,
      inner: frame.innerOnPage,
      isMirrored: setting.isMirrored,
      turn: frame.turn,
    },
    setting.placedItem,
  )
  for (const { item, x, y: top } of free) {
    const { page } = frame
    const isOut =
      x < page.x - slack ||
      top < page.y - slack ||
      x + (item.width ?? 0) > page.x + page.width + slack ||
      top + item.height > page.y + page.height + slack
    if (isOut) problems.push(offPage(locationOf(item)))
  }
  const all = [...inOrder, ...inMargin(placed, frame, report)]
  const ownPlaces = new Set(free)
  return {
    index,
    items: isDrawn
      ? inElements(
          // An item with its own position is positioned on the paper.
          all.flatMap(one => drawn(one, ownPlaces.has(one) ? undefined : frame.turn)),
        )
      : [],
    headings: all.flatMap(({ item }) => (item.heading ? [item.heading] : [])),
    places: new Map(all.flatMap(boxOf)),
    terms: all.flatMap(({ item: { marks = [] } }) => marks.flatMap(({ term = [] }) => term)),
    bottom: y,
    problems,
  }
}

/** Lengths that differ by less than this, in points, are the same. */
const slack = 1e-6

/** Lines that are kept with something that spans the columns above them take so much, in points. */
const keptRoom = 40

/** A band, its columns of one height where the text ends in it. */
function bandOf(
  queue: ItemQueue,
  floats: FlowItem[],
  setting: Parameters<typeof fillBand>[2],
  isBalanced: boolean,
): Band {
  if (!isBalanced || setting.columns.length === 1 || floats.length > 0) {
    return fillBand(queue, floats, setting)
  }
  const entered: FlowItem[] = []
  let isParted = false
  const watched: ItemQueue = {
    peek: queue.peek,
    take() {
      const item = queue.peek(0)
      if (item && !item.breaks && !isParted) entered.push(item)
      isParted = false
      queue.take()
    },
    replace(rest) {
      const item = queue.peek(0)
      if (item && !isParted) entered.push(item)
      isParted = true
      queue.replace(rest)
    },
  }
  const band = fillBand(watched, floats, setting)
  if (band.end === 'full' || !band.isFree || floats.length > 0) return band
  return balancedBand(entered, band, setting)
}

const roomBelow = (
  top: number,
  { y, height }: Box,
  feet: readonly ColumnFoot[],
  notes: readonly FlowItem[],
) => y + height - top - Math.max(...feet.map((foot, i) => footHeight(foot, i === 0 ? notes : [])))

/** Notes beside what they are of, each below the one before, and none below the page's foot where they have room. */
function inMargin(
  placed: readonly PlacedItem[],
  { margin }: PageFrame,
  report: (item: FlowItem, problem: 'reaches') => void,
): PlacedItem[] {
  const found: { item: FlowItem; y: number }[] = []
  let bottom = margin.y
  for (const { item, y } of placed) {
    if (!item.inMargin) continue
    // Beside each other, first lines stand on one baseline.
    const lower = (item.baseline ?? 0) - (item.inMargin.baseline ?? 0)
    const top = Math.max(y + lower, bottom)
    found.push({ item: item.inMargin, y: top })
    bottom = top + item.inMargin.height + item.inMargin.after
  }
  // From the last on they are moved up into the page.
  let limit = margin.y + margin.height
  for (const note of found.toReversed()) {
    note.y = Math.max(margin.y, Math.min(note.y, limit - note.item.height))
    limit = note.y - note.item.after
  }
  const [first] = found
  if (first && limit < margin.y - first.item.after - 1e-6) report(first.item, 'reaches')
  return found.map(({ item, y }) => ({ item, x: margin.x, y, width: margin.width }))
}

/** On the paper; turned before it is put into elements, as the elements around it may be as deep as they like. */
function drawn({ item, x, y, head }: PlacedItem, turn: number | undefined): readonly TaggedItems[] {
  const onPaper = (items: readonly Item[]) =>
    turn === undefined ? items : turnedItems(items, turn)
  const again = head ? onPaper(head.draw(x, y - head.height, true)) : []
  const marks = item.outerMarks?.(x, y) ?? []
  return [
    ...marks.map(({ items, tags }) => ({ items: onPaper(items), tags })),
    { items: [...again, ...onPaper(item.draw(x, y))], tags: item.tags },
  ]
}

function tooHigh(problem: 'parted' | 'reaches', location: Problem['location']): Problem {
  const hint = 'make it smaller, or the page larger'
  const message =
    problem === 'parted'
      ? 'a block that must stay together is higher than the page, and is split'
      : 'a block is higher than the page, and extends beyond it'
  return warningProblem('over-page', message, { location, hint })
}

function offPage(location: Problem['location']): Problem {
  const message = 'a placed block extends beyond the page'
  const hint = 'give it another place, or less width'
  return warningProblem('over-page', message, { location, hint })
}
