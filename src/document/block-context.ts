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

/** The marks of a text, and the id of its block: an id of its own if the index leads there. */
export interface TextMarks {
  readonly marks: readonly FlowMark[]
  readonly id?: string
}

/** Everything that turning blocks into items needs. */
export interface BlockContext {
  readonly texts: DocumentTexts
  /** The width of a column, of all columns, and of the margin for notes. */
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
  /** Headings of the round before. */
  readonly contents: readonly ContentsEntry[]
  readonly index: readonly IndexEntry[]
  /** Numbers of headings, from the highest level on. */
  readonly counters: number[]
  /**
   * Marks of a text: footnotes that occur for the first time, and terms. `id` is that of its block.
   */
  marksOf(text: RichText, id?: string): TextMarks
  /** Marks of a text that can't have a footnote below it. */
  termsOf(text: RichText, id?: string): TextMarks
  /** That contents or an index are asked for, which take another round. */
  asksNumbers(): void
  /** That there is no picture of a name. */
  lacksImage(name: string, path: Path): void
  /** That something has no room, or is a level too low, with what and why. */
  report(code: 'no-room' | 'skipped-level', message: string, hint: string, path: Path): void
  /** A number for a name that nothing else has. */
  next(): number
  /** An id for what has none, by what it is; none that the document states. */
  ownId(kind: 'heading' | 'place'): string
}

/** The place of a block that leaves the flow. */
export const floatOf = <F extends string>(
  { isContinuous }: BlockContext,
  float: F | undefined,
): F | undefined => (isContinuous && (float === 'top' || float === 'bottom') ? undefined : float)

/** The width that a block has. */
export const widthFor = (
  context: BlockContext,
  { spansColumns = false }: { readonly spansColumns?: boolean },
) => (spansColumns ? context.innerWidth : context.width)
