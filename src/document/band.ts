import type { Box } from '../core.ts'
import type { ColumnFoot } from './column-foot.ts'
import type { FlowItem } from './flow-item.ts'

/** An item where it stands on a page. */
export interface PlacedItem {
  readonly item: FlowItem
  readonly x: number
  readonly y: number
  /** The width of its column. */
  readonly width: number
  /** It stands at the foot of its column, as high as that asks for. */
  readonly isAtFoot?: boolean
  /** A head that is repeated above it. */
  readonly head?: FlowItem | undefined
}

/** A part of a page whose columns begin at one height: all of it, or what is below something that spans them. */
export interface BandSetting {
  /** From the top of the band to the foot of the page. */
  readonly columns: readonly Box[]
  /** No text goes further down than this below the top, where columns are to be of one height. */
  readonly depth?: number
  /** Figures and notes that are at the feet of the columns already. */
  readonly feet: readonly ColumnFoot[]
  /** At the top of a page: there is no better place for what does not go into a column. */
  readonly isFresh: boolean
  /** Distance of the baselines that paragraphs stand on, from the top of the page's columns. */
  readonly grid: Grid | undefined
  report(item: FlowItem, problem: 'parted' | 'reaches'): void
}

export interface Grid {
  readonly top: number
  readonly step: number
}

/**
 * The reason why a band ends: the end of the text, a block that spans the columns, a new page, or
 * no space.
 */
export type BandEnd = 'end' | 'span' | 'page' | 'full'

export interface Band {
  readonly placed: readonly PlacedItem[]
  readonly feet: readonly ColumnFoot[]
  /** The position of the lowest filled point on the page. */
  readonly bottom: number
  /** The space wanted below its last item. */
  readonly after: number
  readonly end: BandEnd
  /** Whether its columns may be made of one height: nothing in it says where it stands. */
  readonly isFree: boolean
}
