import { type Anchor, type Box, type Layout, placementOf } from '../../core.ts'
import type { ChartTexts } from '../chart-texts.ts'
import type { ChartPart } from '../parts.ts'
import { inkPieces } from '../pieces.ts'
import { type PlacedText, placedText } from '../placed-text.ts'
import type { FoundText } from './found-texts.ts'
import type { RestyledText } from './restyled-text.ts'

/** A text to set, and the part whose style it takes. */
export interface Wanted {
  readonly text: FoundText
  readonly part: ChartPart
}

/** A text that found its place. */
export interface SetText {
  readonly placed: PlacedText
  readonly outcome: RestyledText['outcome']
}

/** Settings that every text of a chart shares. */
export interface RestyleSetting {
  readonly texts: ChartTexts
  /** The box that the chart shows. */
  readonly box: Box
  readonly keepInks: boolean
}

export function layoutOf(
  { text, part }: Wanted,
  { texts, keepInks }: RestyleSetting,
  width?: number,
  maxLines?: number,
): Layout {
  const align = ({ start: 'start', center: 'center', end: 'end' } as const)[text.across]
  const ink = keepInks ? colorOf(text.fill) : undefined
  return texts.setPlain(part, text.text, {
    ...(width !== undefined && { width, align }),
    ...(maxLines !== undefined && { maxLines }),
    ...(ink !== undefined && { overrides: { ink } }),
  })
}

const colorOf = (fill: string | undefined) =>
  fill === undefined || fill === 'none' || fill === 'currentColor' || fill.startsWith('url')
    ? undefined
    : fill

/** A text at the anchor it had. */
export function placedAt({ text, part }: Wanted, layout: Layout): PlacedText {
  const { x, y, angle, across, down } = text
  const isOne = layout.lines.length === 1
  const anchor: Anchor = {
    across,
    angle,
    down: down === 'capMiddle' ? 'center' : down,
    ...(down === 'alphabetic' && { of: 'first' }),
  }
  const lift = down === 'capMiddle' && isOne ? capLift(layout) : 0
  const radians = (angle * Math.PI) / 180
  return placedText(
    part,
    layout,
    x + lift * Math.sin(radians),
    y + lift * Math.cos(radians),
    anchor,
  )
}

/** A text that reaches beyond a box, moved into it by at most a distance. */
export function movedInside(placed: PlacedText, box: Box, most = Infinity): PlacedText {
  const { box: own } = placed
  const dx = Math.max(0, box.x - own.x) - Math.max(0, own.x + own.width - box.x - box.width)
  const dy = Math.max(0, box.y - own.y) - Math.max(0, own.y + own.height - box.y - box.height)
  if ((dx === 0 && dy === 0) || own.width > box.width || own.height > box.height) return placed
  return Math.hypot(dx, dy) > most ? placed : movedText(placed, dx, dy)
}

export function movedText(placed: PlacedText, dx: number, dy: number): PlacedText {
  const { item, box } = placed
  const { matrix } = item
  return {
    ...placed,
    item: { ...item, matrix: { ...matrix, dx: matrix.dx + dx, dy: matrix.dy + dy } },
    box: { ...box, x: box.x + dx, y: box.y + dy },
  }
}

/** Distance from the middle of a line down to the middle of its capitals. */
function capLift(layout: Layout): number {
  const at = (down: 'cap' | 'alphabetic' | 'center') =>
    placementOf(layout, 0, 0, { down }).matrix.dy
  return (at('cap') + at('alphabetic')) / 2 - at('center')
}

/** The area that a text covers: its ink and a small margin. */
export const coverOf = ({ layout, item }: PlacedText) => inkPieces(layout, item.matrix, 1)

const overlap = (a: Box, b: Box) =>
  a.x < b.x + b.width - 0.01 &&
  b.x < a.x + a.width - 0.01 &&
  a.y < b.y + b.height - 0.01 &&
  b.y < a.y + a.height - 0.01

export const touch = (one: readonly Box[], other: readonly Box[]) =>
  one.some(a => other.some(b => overlap(a, b)))

export function isFree(placed: PlacedText, box: Box, taken: readonly (readonly Box[])[]): boolean {
  const cover = coverOf(placed)
  // The room around its ink may be outside.
  const isInside = cover.every(
    piece =>
      piece.x >= box.x - 1.01 &&
      piece.y >= box.y - 1.01 &&
      piece.x + piece.width <= box.x + box.width + 1.01 &&
      piece.y + piece.height <= box.y + box.height + 1.01,
  )
  return isInside && !taken.some(other => touch(other, cover))
}
