import type { Box } from '../core.ts'
import { fail } from '../problem/index.ts'
import type { PageSource } from './document-source.ts'
import type { PageFrame } from './flow-pages.ts'
import { sizeOf } from './page-sizes.ts'

/** Higher than any document: what is continuous is cut to what is on it. */
const endless = 1e7

/** Between a column and a note beside it, and between that and the page's edge, in points. */
const marginGap = 12

export interface PageShape {
  readonly width: number
  readonly height: number
  readonly top: number
  readonly bottom: number
  readonly columnWidth: number
  readonly innerWidth: number
  readonly marginWidth: number
  /** Left and right of what the margins leave. */
  sidesOf(index: number): readonly [left: number, right: number]
  frameOf(index: number): PageFrame
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
  isContinuous: boolean,
  isMirrored: boolean,
): PageShape {
  const [paper, paperHeight] =
    typeof size === 'string' ? sizeOf(size, orientation === 'landscape') : size
  const margins =
    typeof margin === 'number'
      ? { top: margin, start: margin, bottom: margin, end: margin }
      : margin
  const { top, start, bottom, end } = margins
  const columnWidth = (paper - start - end - gap * (asked - 1)) / asked
  // What goes on without an end has one column, as wide as those of its pages.
  const columns = isContinuous ? 1 : asked
  const innerWidth = columnWidth * columns + gap * (columns - 1)
  const width = innerWidth + start + end
  const height = isContinuous ? endless : paperHeight
  const depth = height - top - bottom
  if (!(columnWidth > 0) || !(depth > 0)) {
    fail('bad-page', 'the margins leave no room on the page', { location: 'page.margin' })
  }
  const isTurned = (index: number) => (facing && index % 2 === 1) !== isMirrored
  const sidesOf = (index: number): readonly [number, number] =>
    isTurned(index) ? [end, width - start] : [start, width - end]
  return {
    width,
    height,
    top,
    bottom,
    columnWidth,
    innerWidth,
    marginWidth: end - 2 * marginGap,
    sidesOf,
    frameOf(index) {
      const [left, right] = sidesOf(index)
      const boxes = Array.from({ length: columns }, (_, i): Box => {
        const place = isMirrored ? columns - 1 - i : i
        return {
          x: left + place * (columnWidth + gap),
          y: top,
          width: columnWidth,
          height: depth,
        }
      })
      const marginWidth = end - 2 * marginGap
      const marginX = isTurned(index) ? marginGap : right + marginGap
      return {
        columns: boxes,
        page: { x: 0, y: 0, width, height },
        inner: { x: left, y: top, width: innerWidth, height: depth },
        margin: { x: marginX, y: top, width: marginWidth, height: depth },
      }
    },
  }
}
