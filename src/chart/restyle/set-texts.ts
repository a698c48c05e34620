import { type Anchor, type Box, type Layout, placement } from '../../core.ts'
import type { ChartTexts } from '../chart-texts.ts'
import type { ChartPart } from '../parts.ts'
import { inkPieces } from '../pieces.ts'
import { type PlacedText, placedText } from '../placed-text.ts'
import type { FoundText } from './found-texts.ts'
import type { RestyledText } from './restyled-text.ts'

/** A text that is set anew, and as which part. */
export interface Wanted {
  readonly text: FoundText
  readonly part: ChartPart
}

/** What gets its place first where two texts would overlap. */
const order: readonly ChartPart[] = [
  ...([
    'title',
    'center',
    'subtitle',
    'tick',
    'axis',
    'legend',
    'note',
    'value',
    'source',
  ] as const),
]

/** Sets texts at the anchors they had, so that none touches another; tells what became of each. */
export function setTexts(
  wanted: readonly Wanted[],
  texts: ChartTexts,
  box: Box,
  keepInks: boolean,
): { readonly placed: readonly PlacedText[]; readonly told: readonly RestyledText[] } {
  const taken: (readonly Box[])[] = []
  const results = new Map<Wanted, { placed?: PlacedText; did: RestyledText['did'] }>()
  const every = thinning(wanted, texts)
  for (const one of wanted.toSorted((a, b) => order.indexOf(a.part) - order.indexOf(b.part))) {
    if (every.has(one)) {
      results.set(one, { did: 'dropped' })
      continue
    }
    const found = firstFree(one, texts, box, taken, keepInks)
    results.set(one, found ?? { did: 'dropped' })
    if (found) taken.push(coverOf(found.placed))
  }
  const placed: PlacedText[] = []
  const told = wanted.map((one): RestyledText => {
    const result = results.get(one)
    if (result?.placed) placed.push(result.placed)
    return { text: one.text.text, part: one.part, did: result?.did ?? 'dropped' }
  })
  return { placed, told }
}

/** Labels of ticks that are left out so that the others of their row or column do not touch. */
function thinning(wanted: readonly Wanted[], texts: ChartTexts): ReadonlySet<Wanted> {
  const dropped = new Set<Wanted>()
  const rows = new Map<string, Wanted[]>()
  for (const one of wanted) {
    if (one.part !== 'tick') continue
    const { x, y, angle, across } = one.text
    const isRow = across === 'center' || Math.abs(angle) > 1
    const key = isRow ? `row ${Math.round(y)}` : `column ${Math.round(x)} ${across}`
    rows.set(key, [...(rows.get(key) ?? []), one])
  }
  for (const [key, row] of rows) {
    const isRow = key.startsWith('row')
    const sorted = row.toSorted((a, b) => (isRow ? a.text.x - b.text.x : b.text.y - a.text.y))
    const covers = sorted.map(one => coverOf(placedAt(one, layoutOf(one, texts, undefined, false))))
    const wraps = isRow ? sorted.map(one => wrapWidth(one, sorted)) : []
    for (let step = 1; step <= sorted.length; step++) {
      const kept = covers.filter((_, i) => i % step === 0)
      // Labels that can be wrapped are, before any of them is left out.
      const areFree = kept.every((own, i) => i === 0 || !touch(kept[i - 1], own))
      const canWrap = step === 1 && wraps.length > 0 && canAllWrap(sorted, wraps, texts)
      if (!areFree && !canWrap) continue
      sorted.forEach((one, i) => {
        if (i % step !== 0) dropped.add(one)
      })
      break
    }
  }
  return dropped
}

/** How wide a label of a row may be beside its neighbours. */
function wrapWidth({ text }: Wanted, row: readonly Wanted[]): number {
  let step = Infinity
  for (const other of row) {
    const away = Math.abs(other.text.x - text.x)
    if (away > 0.5) step = Math.min(step, away)
  }
  return step * 0.92
}

function canAllWrap(row: readonly Wanted[], widths: readonly number[], texts: ChartTexts): boolean {
  if (row.some(({ text }) => Math.abs(text.angle) > 1)) return false
  return row.every((one, i) => {
    const layout = layoutOf(one, texts, widths[i], false)
    return !layout.problems.some(({ code }) => code === 'broken-word') && layout.lines.length <= 3
  })
}

/** In heights of the text. */
const shifts = [0.15, -0.15, 0.3, -0.3, 0.6, -0.6, 1, -1]

interface Free {
  readonly placed: PlacedText
  readonly did: RestyledText['did']
}

/** A text as it is, wrapped, or cut: the first that is inside of the chart and touches no other text. */
function firstFree(
  one: Wanted,
  texts: ChartTexts,
  box: Box,
  taken: readonly (readonly Box[])[],
  keepInks: boolean,
): Free | undefined {
  const whole = placedAt(one, layoutOf(one, texts, undefined, keepInks), box)
  if (isFree(whole, box, taken)) return { placed: whole, did: 'set' }
  // A little beside its place says as much, where that is free.
  for (const share of one.part === 'tick' ? [] : shifts) {
    const moved = movedText(whole, 0, share * whole.box.height)
    if (isFree(moved, box, taken)) return { placed: moved, did: 'set' }
  }
  const isLevel = Math.abs(one.text.angle) < 1
  const isUpright = Math.abs(Math.abs(one.text.angle) - 90) < 1
  const most = isLevel ? roomAcross(one.text, box) : isUpright ? box.height : whole.layout.width
  const isTurned = !isLevel && !isUpright
  const shares = isTurned
    ? []
    : one.part === 'tick'
      ? [0.6, 0.4, 0.25, 0.15, 0.1, 0.07]
      : [1, 0.7, 0.5]
  for (const share of shares) {
    const width = most * share
    if (!(width > 0) || width >= whole.layout.width) continue
    const layout = layoutOf(one, texts, width, keepInks)
    if (layout.problems.some(({ code }) => code === 'broken-word')) break
    const placed = placedAt(one, layout, box)
    if (isFree(placed, box, taken)) return { placed, did: 'wrapped' }
  }
  for (const share of [0.95, 0.85, 0.7, 0.55, 0.4]) {
    const width = Math.min(most, whole.layout.width) * share
    if (one.part === 'value' || !(width > one.text.fontSize * 3)) break
    const layout = layoutOf(one, texts, width, keepInks, 1)
    const placed = placedAt(one, layout, box)
    if (isFree(placed, box, taken)) return { placed, did: 'cut' }
  }
  return undefined
}

/** How wide a level text may be on its side of its anchor. */
function roomAcross({ x, across }: FoundText, box: Box): number {
  const [before, after] = [x - box.x, box.x + box.width - x]
  if (across === 'center') return 2 * Math.min(before, after)
  return across === 'end' ? before : after
}

function layoutOf(
  { text, part }: Wanted,
  texts: ChartTexts,
  width: number | undefined,
  keepInks: boolean,
  maxLines?: number,
): Layout {
  const align = ({ start: 'start', center: 'center', end: 'end' } as const)[text.across]
  const ink = keepInks ? colorOf(text.fill) : undefined
  return texts.setPlain(part, text.text, {
    ...(width !== undefined && { width, align }),
    ...(maxLines !== undefined && { maxLines }),
    ...(ink !== undefined && { with: { ink } }),
  })
}

const colorOf = (fill: string | undefined) =>
  fill === undefined || fill === 'none' || fill === 'currentColor' || fill.startsWith('url')
    ? undefined
    : fill

/** A text at the anchor it had; one that reaches a little beyond the chart is moved into it. */
function placedAt({ text, part }: Wanted, layout: Layout, box?: Box): PlacedText {
  const { x, y, angle, across, down } = text
  const isOne = layout.lines.length === 1
  const anchor: Anchor = {
    across,
    angle,
    down:
      down === 'capMiddle' ? 'middle' : down === 'cap' && layout.lines.length > 0 ? 'cap' : down,
    ...(down === 'alphabetic' && { of: 'first' }),
  }
  const lift = down === 'capMiddle' && isOne ? capLift(layout) : 0
  const radians = (angle * Math.PI) / 180
  const placed = placedText(
    part,
    layout,
    x + lift * Math.sin(radians),
    y + lift * Math.cos(radians),
    anchor,
  )
  if (!box) return placed
  const { box: own } = placed
  const dx = Math.max(0, box.x - own.x) - Math.max(0, own.x + own.width - box.x - box.width)
  const dy = Math.max(0, box.y - own.y) - Math.max(0, own.y + own.height - box.y - box.height)
  if ((dx === 0 && dy === 0) || own.width > box.width || own.height > box.height) return placed
  // A label of a tick says where it belongs by where it stands.
  const most = part === 'tick' ? layout.height / 2 : Infinity
  if (Math.hypot(dx, dy) > most) return placed
  return movedText(placed, dx, dy)
}

function movedText(placed: PlacedText, dx: number, dy: number): PlacedText {
  const { item, box } = placed
  const { matrix } = item
  return {
    ...placed,
    item: { ...item, matrix: { ...matrix, dx: matrix.dx + dx, dy: matrix.dy + dy } },
    box: { ...box, x: box.x + dx, y: box.y + dy },
  }
}

/** How far below the middle of its line the middle of its capitals is. */
function capLift(layout: Layout): number {
  const at = (down: 'cap' | 'alphabetic' | 'middle') => placement(layout, 0, 0, { down }).matrix.dy
  return (at('cap') + at('alphabetic')) / 2 - at('middle')
}

/** What a text covers, with a little room around its ink. */
const coverOf = ({ layout, item }: PlacedText) => inkPieces(layout, item.matrix, 1)

const overlap = (a: Box, b: Box) =>
  a.x < b.x + b.width - 0.01 &&
  b.x < a.x + a.width - 0.01 &&
  a.y < b.y + b.height - 0.01 &&
  b.y < a.y + a.height - 0.01

const touch = (one: readonly Box[], other: readonly Box[]) =>
  one.some(a => other.some(b => overlap(a, b)))

function isFree(placed: PlacedText, box: Box, taken: readonly (readonly Box[])[]): boolean {
  const own = coverOf(placed)
  // The room around its ink may be outside.
  const isInside = own.every(
    piece =>
      piece.x >= box.x - 1.01 &&
      piece.y >= box.y - 1.01 &&
      piece.x + piece.width <= box.x + box.width + 1.01 &&
      piece.y + piece.height <= box.y + box.height + 1.01,
  )
  return isInside && !taken.some(other => touch(other, own))
}
