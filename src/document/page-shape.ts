import type { Box } from '../core.ts'
import { fail } from '../problem/index.ts'
import type { PageSource } from './document-source.ts'
import type { PageFrame } from './flow-pages.ts'
import { sizeOf } from './page-sizes.ts'
import { turnedBox } from './turned-page.ts'

/** Higher than any document: what is continuous is cut to what is on it. */
const endless = 1e7

/** Between a column and a note beside it, and between that and the page's edge, in points. */
const marginGap = 12

export interface PageShape {
  /** The width of the paper. */
  readonly width: number
  readonly height: number
  readonly top: number
  readonly bottom: number
  readonly columnWidth: number
  readonly innerWidth: number
  readonly marginWidth: number
  /** Left and right of what the margins leave on the paper. */
  sidesOf(index: number): readonly [left: number, right: number]
  /** The area for text; pages whose lines run down are treated as if they lay on their side. */
  frameOf(index: number): PageFrame
}

interface PageMode {
  readonly isContinuous: boolean
  /** Whether lines begin at the right. */
  readonly isMirrored: boolean
  /** Whether they run down. */
  readonly isVertical: boolean
}

/** The pages of a document. Its columns and margins are mirrored where lines begin at the right. */
export function pageShape(
  {
    size = 'A4',
    orientation,
    margin = 64,
    columns: asked = 1,
    gap = 24,
    facing = false,
  }: PageSource,
  { isContinuous, isMirrored, isVertical }: PageMode,
): PageShape {
  const [paperWidth, paperHeight] =
    typeof size === 'string' ? sizeOf(size, orientation === 'landscape') : size
  const margins =
    typeof margin === 'number'
      ? { top: margin, start: margin, bottom: margin, end: margin }
      : margin
  const { top, start, bottom, end } = margins
  // Along the lines, and across them.
  const [length, depthOfPaper] = isVertical ? [paperHeight, paperWidth] : [paperWidth, paperHeight]
  const [before, after, ahead] = isVertical ? [top, bottom, start] : [start, end, top]
  const columnWidth = (length - before - after - gap * (asked - 1)) / asked
  // A continuous page has one column, as wide as the columns of its pages.
  const columns = isContinuous ? 1 : asked
  const innerWidth = columnWidth * columns + gap * (columns - 1)
  const width = isVertical ? paperWidth : innerWidth + start + end
  const height = isContinuous ? endless : paperHeight
  const depth = (isVertical ? depthOfPaper - end : height - bottom) - ahead
  if (!(columnWidth > 0) || !(depth > 0)) {
    fail('bad-page', 'the margins leave no room on the page', { location: 'page.margin' })
  }
  // Text that runs down begins at the right.
  // A continuous page has no page to face.
  const isFacing = facing && !isContinuous
  const isTurned = (index: number) => (isFacing && index % 2 === 1) !== (isMirrored || isVertical)
  const sidesOf = (index: number): readonly [number, number] =>
    isTurned(index) ? [end, width - start] : [start, width - end]
  const marginWidth = after - 2 * marginGap
  return {
    width,
    height,
    top,
    bottom,
    columnWidth,
    innerWidth,
    marginWidth,
    sidesOf,
    frameOf(index) {
      const [left, right] = sidesOf(index)
      const x = isVertical ? before : left
      const y = isVertical ? width - right : top
      const boxes = Array.from({ length: columns }, (_, i): Box => {
        const place = isMirrored ? columns - 1 - i : i
        return { x: x + place * (columnWidth + gap), y, width: columnWidth, height: depth }
      })
      const isBefore = !isVertical && isTurned(index)
      const marginX = isBefore ? marginGap : x + innerWidth + marginGap
      const inner = { x, y, width: innerWidth, height: depth }
      return {
        columns: boxes,
        page: { x: 0, y: 0, width, height },
        inner,
        innerOnPage: isVertical ? turnedBox(inner, width) : inner,
        margin: { x: marginX, y, width: marginWidth, height: depth },
        ...(isVertical && { turn: width }),
      }
    },
  }
}
