import { group, type Item } from '../core.ts'
import type { Path } from '../problem/index.ts'
import type { PlacedSource } from './document-source.ts'

/** An element that goes over several items of a flow, on as many pages as they do. */
export interface FlowTag {
  readonly role: string
  readonly id: string
  /** Alternative text. */
  readonly label?: string
  /** The numbering of a list's items. */
  readonly counter?: 'decimal' | 'lower-alpha'
}

type Side = 'left' | 'right'

/** Room at a side of a column that something else takes, from the top of an item on. */
export interface Inset {
  readonly side: Side
  readonly width: number
  readonly depth: number
}

/** A unit of a column: a paragraph, a row of a table, a rule. Lengths are in points. */
export interface FlowItem {
  readonly height: number
  /** The lowest point of its paint, if that reaches into the items it is kept with. */
  readonly reach?: number
  /** Wanted above and below it; at the top of a column there is none. */
  readonly before: number
  readonly after: number
  readonly keepWithNext: boolean
  /** Its place in the document. */
  readonly path: Path
  /** The elements it is in, the outermost first. */
  readonly tags: readonly FlowTag[]
  /** The break before it: a new column or a new page. */
  readonly breaks?: 'page' | 'column'
  /** It goes over all columns of the page. */
  readonly spansColumns?: boolean
  /** It leaves the flow for the head or the foot of a column, or for a side, where text runs beside it. */
  readonly float?: 'top' | 'bottom' | Side
  /** Takes no room: it is put at a place of its own on the page that it comes to. */
  readonly placed?: PlacedSource
  /** The width, if text runs beside it. */
  readonly width?: number
  /** From its top to its first baseline: that goes onto the grid of a page that has one. */
  readonly baseline?: number
  /** Is set again at the top of a column where it goes on: the head of a table. */
  readonly head?: FlowItem
  readonly heading?: FlowHeading
  readonly id?: string
  /** The marks of its text: footnotes, and terms of the index. */
  readonly marks?: readonly FlowMark[]
  /** Stands beside it, in the margin. */
  readonly inMargin?: FlowItem
  /**
   * The part of it that goes into a height, and what is left; undefined if none may be parted. Where
   * it `must` be, also what is to stay together is.
   */
  split?(
    room: number,
    must?: boolean,
  ): { readonly first: FlowItem; readonly rest: FlowItem } | undefined
  /** The item beside a figure at a side; undefined if it can't stand there. */
  beside?(inset: Inset): FlowItem | undefined
  /** The shift of a mark whose line stands beside something. */
  readonly markShift?: number
  /**
   * The marks of lists around it, which stand before its first line and belong to other elements.
   */
  outerMarks?(x: number, y: number): readonly TaggedItems[]
  /** Painted with its top left corner at a point; `isAgain` is a head that is repeated. */
  draw(x: number, y: number, isAgain?: boolean): readonly Item[]
}

/** A place in a text: offsets count in its characters. */
export interface FlowMark {
  readonly offset: number
  /** The footnote that stands at the foot of the column. */
  readonly note?: FlowItem
  /** The entry of the index that leads here, and the id of what it leads to. */
  readonly term?: { readonly name: string; readonly id: string }
}

interface FlowHeading {
  readonly level: number
  readonly text: string
  readonly id: string
}

export const notesOf = ({ marks = [] }: FlowItem): readonly FlowItem[] =>
  marks.flatMap(({ note }) => (note ? [note] : []))

export const heightOf = (items: readonly FlowItem[]) =>
  items.reduce((sum, { height }) => sum + height, 0)

/** Items with the elements that they are in. */
export interface TaggedItems {
  readonly items: readonly Item[]
  readonly tags: readonly FlowTag[]
}

/**
 * Items within their elements: what is of one element and stands behind each other is in one group, so
 * that a table is read as one, and not as one a row. Without recursion over how deep elements are.
 */
export function inElements(parts: readonly TaggedItems[]): readonly Item[] {
  const page: Item[] = []
  const open: { readonly tag: FlowTag; readonly items: Item[] }[] = []
  const innermost = () => open[open.length - 1]?.items ?? page
  const closeTo = (count: number) => {
    for (let own = open[count] && open.pop(); own; own = open[count] && open.pop()) {
      innermost().push(group(own.items, { ...own.tag, continues: true }))
    }
  }
  for (const { items, tags } of parts) {
    let same = 0
    while (same < Math.min(open.length, tags.length) && open[same].tag.id === tags[same].id) same++
    closeTo(same)
    for (const tag of tags.slice(same)) open.push({ tag, items: [] })
    innermost().push(...items)
  }
  closeTo(0)
  return page
}

/** Items one below the other as one that stays whole: a figure with its caption, the heads of a table. */
export function stacked(items: readonly FlowItem[]): FlowItem {
  const tops: number[] = []
  let y = 0
  items.forEach((item, i) => {
    if (i > 0) y += Math.max(items[i - 1].after, item.before)
    tops.push(y)
    y += item.height
  })
  const last = items[items.length - 1]
  return {
    ...items[0],
    height: y,
    after: last.after,
    keepWithNext: last.keepWithNext,
    marks: items.flatMap(({ marks = [] }) => marks),
    draw: (left, top, isAgain) =>
      inElements(
        items.map((item, i) => ({
          items: item.draw(left, top + tops[i], isAgain),
          tags: item.tags.slice(items[0].tags.length),
        })),
      ),
  }
}
