import { type Frame, group, type Item, place, type Values } from '../core.ts'
import type { Path } from '../problem/index.ts'
import type { DocumentSource, RunningSource } from './document-source.ts'
import type { DocumentTexts } from './document-texts.ts'
import type { PageShape } from './page-shape.ts'

type Side = 'left' | 'center' | 'right'
const everySide: readonly Side[] = ['left', 'center', 'right']

/** The running head and foot of a page: visible, but not read out on each page. */
export function runningItems(
  {
    runningHead,
    runningFoot,
    firstRunningHead = runningHead,
    firstRunningFoot = runningFoot,
    page = {},
  }: DocumentSource,
  shape: PageShape,
  index: number,
  values: Readonly<Record<string, string>>,
  texts: DocumentTexts,
  isMirrored: boolean,
  /** Called for text that is truncated because it is wider than its space. */
  onCut?: (path: Path) => void,
): readonly Item[] {
  const isTurned = (page.facing === true && index % 2 === 1) !== isMirrored
  const [left, right] = shape.sidesOf(index)
  const sides = {
    left: { x: left, part: isTurned ? 'end' : 'start' },
    center: { x: (left + right) / 2, part: 'center' },
    right: { x: right, part: isTurned ? 'start' : 'end' },
  } as const
  const line = (name: string, running: RunningSource | undefined, y: number): Item[] => {
    if (!running) return []
    const found = everySide.flatMap(side => {
      const { part } = sides[side]
      const text = running[part]
      if (text === undefined || text === '') return []
      const rich = texts.rich(text, [name, part])
      const asked = texts.placesIn(rich).map(one => one.name)
      const pageValues: Values = Object.fromEntries(
        Object.entries(values).filter(([key]) => asked.includes(key)),
      )
      const set = (frame: Frame) =>
        texts.set(rich, 'document-running', frame, { values: pageValues })
      return [{ side, part, layout: set({}), set }]
    })
    const widthOf = (side: Side) => found.find(one => one.side === side)?.layout.width ?? 0
    const rooms = roomsOf(widthOf, right - left, texts.em)
    return found.map(({ side, part, layout, set }) => {
      const isWide = layout.width > rooms[side] + tolerance
      if (isWide) onCut?.([name, part])
      const shown = isWide
        ? set({ width: rooms[side], maxLines: layout.lines.length, align: side })
        : layout
      return place(shown, sides[side].x, y, { across: side, down: 'center' })
    })
  }
  const isFirst = index === 0
  const { height, top, bottom } = shape
  const items = [
    ...line(
      isFirst && runningHead !== firstRunningHead ? 'firstRunningHead' : 'runningHead',
      isFirst ? firstRunningHead : runningHead,
      top / 2,
    ),
    ...line(
      isFirst && runningFoot !== firstRunningFoot ? 'firstRunningFoot' : 'runningFoot',
      isFirst ? firstRunningFoot : runningFoot,
      height - bottom / 2,
    ),
  ]
  // One by one: where one leads somewhere, the others are not read out for it.
  return items.map(item => group([item], { role: 'none' }))
}

/** Widths are sums of many advances. */
const tolerance = 1e-6

/**
 * The maximum width of each part, so that none meets another: at least a third for the middle part,
 * and more if the sides leave it; half for each of two sides, and what the other leaves free.
 */
function roomsOf(
  widthOf: (side: Side) => number,
  width: number,
  gap: number,
): Readonly<Record<Side, number>> {
  const [left, center, right] = everySide.map(widthOf)
  if (center > 0) {
    const middle = Math.min(center, Math.max(width / 3, width - 2 * (Math.max(left, right) + gap)))
    const side = (width - middle) / 2 - gap
    return { left: side, center: middle, right: side }
  }
  const half = (width - gap) / 2
  const beside = (other: number) => (other === 0 ? width : Math.max(half, width - other - gap))
  return { left: beside(right), center: width, right: beside(left) }
}
