import type { RichText, Values } from '../core.ts'
import type { PageSize } from './page-sizes.ts'

/** A text of a document: markup, rich text, or a text of the catalog with its values. */
export type DocumentText = string | RichText | CatalogText

export interface CatalogText {
  readonly key: string
  readonly values?: Values
}

/** The page, in points. In documents from right to left it is mirrored: columns begin at the right. */
export interface PageSource {
  readonly size?: PageSize | readonly [width: number, height: number]
  readonly orientation?: 'portrait' | 'landscape'
  /** `start` is where lines begin: the left, from left to right. */
  readonly margin?:
    | number
    | {
        readonly top: number
        readonly start: number
        readonly bottom: number
        readonly end: number
      }
  readonly columns?: number
  /** Between columns; 24 without it. */
  readonly gap?: number
  /** Whether columns are of one height where the text ends; else one is filled after the other. */
  readonly columnFill?: 'balance' | 'auto'
  /** Start and end of even pages change places, as in a book. */
  readonly facing?: boolean
  /** Distance of common baselines that paragraphs stand on; it grows with the reader's scale. */
  readonly baselineGrid?: number
  /** `vertical-rl`: lines run down, the first at the right, where `start` is then. */
  readonly writingMode?: 'horizontal-tb' | 'vertical-rl'
  readonly background?: string
}

export interface PageLabelSource {
  /** The page that begins it, counted from 1. */
  readonly page: number
  readonly style?: 'decimal' | 'lower-roman' | 'upper-roman' | 'lower-alpha' | 'upper-alpha'
  readonly prefix?: string
  /** The number of its first page; 1 without it. */
  readonly start?: number
}

/** A line at the head or the foot of a page: `{page}`, `{pages}` and `{heading}` are filled. */
export interface RunningSource {
  readonly start?: DocumentText
  readonly center?: DocumentText
  readonly end?: DocumentText
}

/** What blocks have that may go over all columns of a page. */
interface Spanning {
  readonly spansColumns?: boolean
}

export interface HeadingSource extends Spanning {
  readonly kind: 'heading'
  readonly level?: number
  readonly text: DocumentText
  readonly id?: string
  /** BCP 47 tag, where it is not the document's. */
  readonly language?: string
  /** A note beside it, in the margin. */
  readonly marginNote?: DocumentText
}

export interface ParagraphSource extends Spanning {
  readonly kind: 'paragraph' | 'quotation'
  readonly text: DocumentText
  readonly style?: string
  readonly id?: string
  /** BCP 47 tag, where it is not the document's. */
  readonly language?: string
  readonly keepWithNext?: boolean
  readonly keepTogether?: boolean
  /** The first letter as high as so many lines (CSS Inline Layout 3, section 6). */
  readonly initialLetter?: number
  /** A note beside it, in the margin. */
  readonly marginNote?: DocumentText
}

export interface ListSource {
  readonly kind: 'list'
  readonly items: readonly (DocumentText | readonly BlockSource[])[]
  /** What stands before each; a dot without it. Other characters stand as they are. */
  readonly marker?: 'disc' | 'decimal' | 'lower-alpha' | (string & {})
  /** The number of the first. */
  readonly start?: number
}

export interface TableSource extends Spanning {
  readonly kind: 'table'
  readonly columns: readonly TableColumn[]
  readonly head?: readonly (readonly CellSource[])[]
  readonly rows: readonly (readonly CellSource[])[]
  /** Below the last row, such as totals. */
  readonly foot?: readonly (readonly CellSource[])[]
  readonly caption?: DocumentText
  readonly id?: string
  /** Whether a row may be parted at the foot of a page; only what is higher than a page is without it. */
  readonly partsRows?: boolean
  /** All of it on one page, where it has room on one. */
  readonly keepTogether?: boolean
  /** At the head or the foot of a column that has room, whole. */
  readonly float?: 'top' | 'bottom'
}

export interface TableColumn {
  /** In points, as wide as its content, or a share of what is left: `{ share: 2 }`. */
  readonly width?: number | 'content' | { readonly share: number }
  /** `decimal` puts the decimal signs of its numbers below each other. */
  readonly align?: 'start' | 'center' | 'end' | 'decimal'
  /** Decimals of its numbers. */
  readonly decimals?: number
}

/** A text; a number, written as the document's language does; or one of them with what else it has. */
export type CellSource = DocumentText | number | CellWithSpans

export interface CellWithSpans {
  readonly text?: DocumentText
  /** The sum of the numbers above it. */
  readonly total?: 'sum'
  readonly columnSpan?: number
  readonly rowSpan?: number
}

export interface FigureSource extends Spanning {
  readonly kind: 'figure'
  /** A file beside the document: an image, or a chart in JSON. In code, a name in `images`. */
  readonly image: string
  /** What is to be seen, for those who do not see it. */
  readonly alt: DocumentText
  readonly caption?: DocumentText
  /** In points; that of the column, at most, without it. */
  readonly width?: number
  readonly id?: string
  /** At the head or the foot of a column that has room, or at a side, with text beside it. */
  readonly float?: 'top' | 'bottom' | 'start' | 'end'
}

export interface ContentsSource {
  readonly kind: 'contents'
  /** Headings down to this level; 3 without it. */
  readonly levels?: number
}

/** The terms of the document, with the pages that their marks, `{index.name}`, stand on. */
export interface IndexSource {
  readonly kind: 'index'
}

/** Lines with a text at each end, and a leader between. */
export interface LeadersSource {
  readonly kind: 'leaders'
  readonly entries: readonly (readonly [DocumentText, DocumentText])[]
  /** What is repeated between them; dots without it. */
  readonly leader?: string
}

/** A text or a picture at a place of its own, which takes no room in the flow. */
export interface PlacedSource {
  readonly kind: 'placed'
  readonly text?: DocumentText
  readonly style?: string
  readonly image?: string
  readonly alt?: DocumentText
  /** In points: of a text, the width that it is wrapped to. */
  readonly width?: number
  readonly id?: string
  readonly at: PlaceSource
}

/** Where something is placed, in points: from the page's top left, at the page, or beside what has an id. */
export type PlaceSource =
  | { readonly x: number; readonly y: number }
  | {
      readonly across: 'start' | 'center' | 'end'
      readonly down: 'top' | 'middle' | 'bottom'
      /** From the edges of the page; its margins without it. */
      readonly inset?: number
    }
  | (BesideSource & {
      readonly gap?: number
      readonly align?: 'start' | 'center' | 'end'
    })

type BesideSource =
  | { readonly below: string }
  | { readonly above: string }
  | { readonly before: string }
  | { readonly after: string }

export type BlockSource =
  | HeadingSource
  | ParagraphSource
  | ListSource
  | TableSource
  | FigureSource
  | ContentsSource
  | IndexSource
  | LeadersSource
  | PlacedSource
  | ({ readonly kind: 'rule' } & Spanning)
  | { readonly kind: 'space'; readonly height: number }
  | { readonly kind: 'page-break' }
  | { readonly kind: 'column-break' }

export interface DocumentSource {
  readonly $schema?: string
  readonly title?: DocumentText
  readonly author?: DocumentText
  readonly subject?: DocumentText
  readonly keywords?: readonly string[]
  /** BCP 47 tag; that of the catalog without it. */
  readonly language?: string
  readonly page?: PageSource
  readonly header?: RunningSource
  readonly footer?: RunningSource
  /** Those of the first page, where they are others: empty for none. */
  readonly firstHeader?: RunningSource
  readonly firstFooter?: RunningSource
  /** How pages are numbered from one on; their places from 1 without it. */
  readonly pageLabels?: readonly PageLabelSource[]
  /** Whether headings are numbered: 1, 1.1, 1.1.1. */
  readonly numbered?: boolean
  /** Footnotes by name: `{note.name}` in a text is their mark. */
  readonly notes?: Readonly<Record<string, DocumentText>>
  /** Entries of the index by name: `{index.name}` in a text leads there, and shows nothing. */
  readonly terms?: Readonly<Record<string, DocumentText>>
  readonly content: readonly BlockSource[]
}
