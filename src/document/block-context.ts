import type { Drawing, Picture, RichText } from '../core.ts'
import type { Path } from '../problem/index.ts'
import type { DocumentTexts } from './document-texts.ts'
import type { FlowMark } from './flow-item.ts'

/** A heading as contents list it. */
export interface ContentsEntry {
  /** 1 for the highest. */
  readonly level: number
  /** Text of the heading. */
  readonly text: string
  /** Id, for references. */
  readonly id: string
  /** Its page, as written. */
  readonly page: string
}

/** A term of the index, and the pages that it is on. */
export interface IndexEntry {
  readonly name: string
  readonly text: RichText
  /** Counted from 0, with what they are called, and the id of what the term stands in. */
  readonly pages: readonly { readonly page: number; readonly label: string; readonly id: string }[]
}

/** What a text asks for, and the id of what it stands in: one of its own where the index leads there. */
export interface TextMarks {
  readonly marks: readonly FlowMark[]
  readonly id?: string
}

/** What blocks are made into items with. */
export interface BlockContext {
  readonly texts: DocumentTexts
  /** Of a column, of all of them, and of the margin that notes stand in. */
  readonly width: number
  readonly innerWidth: number
  readonly marginWidth: number
  /** Whether lines begin at the right. */
  readonly isMirrored: boolean
  /** The width of the paper, where lines run down on it. */
  readonly turn: number | undefined
  readonly artwork: ReadonlyMap<string, Picture | Drawing>
  readonly isNumbered: boolean
  /** There is one page without an end: nothing leaves the flow for the head or the foot of a column. */
  readonly isContinuous: boolean
  /** Of the round before. */
  readonly contents: readonly ContentsEntry[]
  readonly index: readonly IndexEntry[]
  /** Numbers of headings, from the highest level on. */
  readonly counters: number[]
  /** What a text asks for: footnotes, for the first time, and terms. `id` is that of what it stands in. */
  marksOf(text: RichText, id?: string): TextMarks
  /** The same of a text that no footnote can stand below. */
  termsOf(text: RichText, id?: string): TextMarks
  /** That contents or an index are asked for, which take another round. */
  asksNumbers(): void
  /** That there is no picture of a name. */
  lacksImage(name: string, path: Path): void
  /** That something has no room, or is a level too low, with what and why. */
  tell(code: 'no-room' | 'skipped-level', message: string, hint: string, path: Path): void
  /** A number for a name that nothing else has. */
  next(): number
  /** An id for what has none, by what it is; none that the document states. */
  ownId(kind: 'heading' | 'place'): string
}

/** Where a block goes that leaves the flow. */
export const floatOf = <F extends string>(
  { isContinuous }: BlockContext,
  float: F | undefined,
): F | undefined => (isContinuous && (float === 'top' || float === 'bottom') ? undefined : float)

/** The width that a block has. */
export const widthFor = (
  context: BlockContext,
  { spansColumns = false }: { readonly spansColumns?: boolean },
) => (spansColumns ? context.innerWidth : context.width)
