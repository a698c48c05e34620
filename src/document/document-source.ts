import type { RichText, Values } from '../core.ts'
import type { PageSize } from './page-sizes.ts'

/** A text of a document: markup, rich text, or a text of the catalog with its values. */
export type DocumentText = string | RichText | CatalogText

/** A text of a catalog, with its values. */
export interface CatalogText {
  /** Of the catalog. */
  readonly key: string
  /** What fills the placeholders, by their names. */
  readonly values?: Values
}

/** The page, in points. In documents from right to left it is mirrored: columns begin at the right. */
export interface PageSource {
  /** By its name, or width and height in points. */
  readonly size?: PageSize | readonly [width: number, height: number]
  /** Upright, or on its side. */
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
  /** How many there are. */
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
  /** What is painted under all of it: an ink, or a color. */
  readonly background?: string
}

/** How pages are numbered from one on (ISO 32000-2, 12.4.2). */
export interface PageLabelSource {
  /** The page that begins it, counted from 1. */
  readonly page: number
  /** How numbers are written. */
  readonly style?: 'decimal' | 'lower-roman' | 'upper-roman' | 'lower-alpha' | 'upper-alpha'
  /** What stands before each number. */
  readonly prefix?: string
  /** The number of its first page; 1 without it. */
  readonly start?: number
}

/** A line at the head or the foot of a page: `{page}`, `{pages}` and `{heading}` are filled. */
export interface RunningSource {
  /** Where lines begin. */
  readonly start?: DocumentText
  /** In the middle. */
  readonly center?: DocumentText
  /** Where lines end. */
  readonly end?: DocumentText
}

/** What blocks have that may go over all columns of a page. */
interface Spanning {
  readonly spansColumns?: boolean
}

/** A heading. */
export interface HeadingSource extends Spanning {
  /** Tells it from others. */
  readonly kind: 'heading'
  /** 1 for the highest. */
  readonly level?: number
  /** What it says. */
  readonly text: DocumentText
  /** Tells it from others, for references. */
  readonly id?: string
  /** BCP 47 tag, where it is not the document's. */
  readonly language?: string
  /** A note beside it, in the margin. */
  readonly marginNote?: DocumentText
}

/** A paragraph, or a quotation. */
export interface ParagraphSource extends Spanning {
  /** Tells it from others. */
  readonly kind: 'paragraph' | 'quotation'
  /** What it says. */
  readonly text: DocumentText
  /** The name of a style. */
  readonly style?: string
  /** Tells it from others, for references. */
  readonly id?: string
  /** BCP 47 tag, where it is not the document's. */
  readonly language?: string
  /** It stands on the page of what follows. */
  readonly keepWithNext?: boolean
  /** No page or column ends inside of it. */
  readonly keepTogether?: boolean
  /** The first letter as high as so many lines (CSS Inline Layout 3, section 6). */
  readonly initialLetter?: number
  /** A note beside it, in the margin. */
  readonly marginNote?: DocumentText
}

/** A list: its items, and what stands before each. */
export interface ListSource {
  /** Tells it from others. */
  readonly kind: 'list'
  /** What each item says. */
  readonly items: readonly (DocumentText | readonly BlockSource[])[]
  /** What stands before each; a dot without it. Other characters stand as they are. */
  readonly marker?: 'disc' | 'decimal' | 'lower-alpha' | (string & {})
  /** The number of the first. */
  readonly start?: number
}

/** A table. */
export interface TableSource extends Spanning {
  /** Tells it from others. */
  readonly kind: 'table'
  /** From the side where lines begin. */
  readonly columns: readonly TableColumn[]
  /** Rows that say what columns are; they stand on each page again. */
  readonly head?: readonly (readonly CellSource[])[]
  /** From the top. */
  readonly rows: readonly (readonly CellSource[])[]
  /** Below the last row, such as totals. */
  readonly foot?: readonly (readonly CellSource[])[]
  /** What stands above it. */
  readonly caption?: DocumentText
  /** Tells it from others, for references. */
  readonly id?: string
  /** Whether the first cell of each row is its header, as those that listen to a table need to know. */
  readonly rowHeaders?: boolean
  /** Whether a row may be parted at the foot of a page; only what is higher than a page is without it. */
  readonly splitRows?: boolean
  /** All of it on one page, where it has room on one. */
  readonly keepTogether?: boolean
  /** At the head or the foot of a column that has room, whole. */
  readonly float?: 'top' | 'bottom'
}

/** A column of a table: how wide it is, and how its cells stand in it. */
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

/** A cell of a table that says more than its text. */
export interface CellWithSpans {
  /** What it says. */
  readonly text?: DocumentText
  /** The sum of the numbers above it. */
  readonly total?: 'sum'
  /** Over how many columns it goes. */
  readonly columnSpan?: number
  /** Over how many rows it goes. */
  readonly rowSpan?: number
}

/** A picture or a drawing with its caption. */
export interface FigureSource extends Spanning {
  /** Tells it from others. */
  readonly kind: 'figure'
  /** A file beside the document: an image, or a chart in JSON. In code, a name in the option `artwork` of `setDocument`. */
  readonly artwork: string
  /** What is to be seen, for those who do not see it. */
  readonly alt: DocumentText
  /** What stands below it. */
  readonly caption?: DocumentText
  /** In points; that of the column, at most, without it. */
  readonly width?: number
  /** Tells it from others, for references. */
  readonly id?: string
  /** At the head or the foot of a column that has room, or at a side, with text beside it. */
  readonly float?: 'top' | 'bottom' | 'start' | 'end'
}

/** The contents of a document: its headings, and the pages they are on. */
export interface ContentsSource {
  /** Tells it from others. */
  readonly kind: 'contents'
  /** Headings down to this level; 3 without it. */
  readonly levels?: number
}

/** The terms of the document, with the pages that their marks, `{index.name}`, stand on. */
export interface IndexSource {
  /** Tells it from others. */
  readonly kind: 'index'
}

/** Lines with a text at each end, and a leader between. */
export interface LeadersSource {
  /** Tells it from others. */
  readonly kind: 'leaders'
  /** What stands at the side where lines begin, and at the other. */
  readonly entries: readonly (readonly [DocumentText, DocumentText])[]
  /** What is repeated between them; dots without it. */
  readonly leader?: string
}

/** A text or a picture at a place of its own, which takes no room in the flow. */
export interface PlacedSource {
  /** Tells it from others. */
  readonly kind: 'placed'
  /** What it says, where it is a text. */
  readonly text?: DocumentText
  /** The name of a style. */
  readonly style?: string
  /** A name in `artwork`, an option of `setDocument`. */
  readonly artwork?: string
  /** What is to be seen, for those who do not see it. */
  readonly alt?: DocumentText
  /** In points: of a text, the width that it is wrapped to. */
  readonly width?: number
  /** Tells it from others, for references. */
  readonly id?: string
  /** Where it stands on its page, or beside what. */
  readonly at: PlaceSource
}

/** Where something is placed, in points: from the page's top left, at the page, or beside what has an id. */
export type PlaceSource =
  | { readonly x: number; readonly y: number }
  | {
      readonly across: 'start' | 'center' | 'end'
      readonly down: 'top' | 'center' | 'bottom'
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

/** A block of a document. */
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

/** A document: its page, its running texts, its blocks. */
export interface DocumentSource {
  /** Where the JSON Schema is, for editors. */
  readonly $schema?: string
  /** What it is called, for those who read and for documents. */
  readonly title?: DocumentText
  /** Who wrote it. */
  readonly author?: DocumentText
  /** What it is about. */
  readonly subject?: DocumentText
  /** Words to find it by. */
  readonly keywords?: readonly string[]
  /** BCP 47 tag; that of the catalog without it. */
  readonly language?: string
  /** Its size, margins and columns. */
  readonly page?: PageSource
  /** Above the text of each page. */
  readonly runningHead?: RunningSource
  /** Below the text of each page. */
  readonly runningFoot?: RunningSource
  /** Those of the first page, where they are others: empty for none. */
  readonly firstRunningHead?: RunningSource
  /** Below the text of the first page, in place of the other. */
  readonly firstRunningFoot?: RunningSource
  /** How pages are numbered from one on; their places from 1 without it. */
  readonly pageLabels?: readonly PageLabelSource[]
  /** Whether headings are numbered: 1, 1.1, 1.1.1. */
  readonly numbered?: boolean
  /** Footnotes by name: `{note.name}` in a text is their mark. */
  readonly notes?: Readonly<Record<string, DocumentText>>
  /** Entries of the index by name: `{index.name}` in a text leads there, and shows nothing. */
  readonly terms?: Readonly<Record<string, DocumentText>>
  /** Its blocks, in order. */
  readonly blocks: readonly BlockSource[]
}
