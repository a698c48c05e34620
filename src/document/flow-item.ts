import { group, type Item } from '../core.ts'
import type { Path } from '../problem/index.ts'

/** An element that goes over several items of a flow, on as many pages as they do. */
export interface FlowTag {
  readonly role: string
  readonly id: string
}

/** What goes into a column as one: a paragraph, a row of a table, a rule. */
export interface FlowItem {
  readonly height: number
  /** Wanted above and below it, in points; at the top of a column there is none. */
  readonly before: number
  readonly after: number
  readonly keepWithNext: boolean
  /** Where it stands in the document. */
  readonly path: Path
  /** The elements it is in, the outermost first. */
  readonly tags: readonly FlowTag[]
  /** What begins a column or a page before it. */
  readonly breaks?: 'page' | 'column'
  /** Is set again at the top of a column where it goes on: the head of a table. */
  readonly head?: FlowItem
  readonly heading?: FlowHeading
  readonly id?: string
  /** Footnotes that it asks for. */
  readonly notes?: readonly FlowItem[]
  /** Of a footnote: the number that its mark shows. */
  readonly number?: number
  /** The part of it that goes into a height, and what is left; undefined where none may be parted. */
  split?(room: number): { readonly first: FlowItem; readonly rest: FlowItem } | undefined
  /** Painted with its top left corner at a point; `isAgain` is a head that is repeated. */
  draw(x: number, y: number, isAgain?: boolean): readonly Item[]
}

export interface FlowHeading {
  readonly level: number
  readonly text: string
  readonly id: string
}

/** Items within the elements that they are in. */
export function tagged(items: readonly Item[], tags: readonly FlowTag[]): readonly Item[] {
  return tags.reduceRight<readonly Item[]>(
    (inner, { role, id }) => [group(inner, { role, id, continues: true })],
    items,
  )
}
