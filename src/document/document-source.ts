import type { RichText, Values } from '../core.ts'
import type { PageSize } from './page-sizes.ts'

/** A text of a document: markup, rich text, or a text of the catalog with its values. */
export type DocumentText = string | RichText | CatalogText

/** A text of a catalog, with its values. */
export interface CatalogText {
  /** Key in the catalog. */
  readonly key: string
  /** Values for the placeholders, by name. */
  readonly values?: Values
}

/** The page, in points. In documents from right to left it is mirrored: columns begin at the right. */
export interface PageSource {
  /** A name, or width and height in points. */
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
  /** Number of columns. */
  readonly columns?: number
  /** Space between columns, in points. Default: 24. */
  readonly gap?: number
  /** Whether columns get equal heights at the end of the text, or fill one after the other. */
  readonly columnFill?: 'balance' | 'auto'
  /** Start and end of even pages change places, as in a book. */
  readonly facing?: boolean
  /** Distance of common baselines that paragraphs stand on; it grows with the reader's scale. */
  readonly baselineGrid?: number
  /** `vertical-rl`: lines run down, the first at the right, where `start` is then. */
  readonly writingMode?: 'horizontal-tb' | 'vertical-rl'
  /** Background: an ink, or a color. */
  readonly background?: string
}

/** Page numbering from one page on (ISO 32000-2, 12.4.2). */
export interface PageLabelSource {
  /** The page that begins it, counted from 1. */
  readonly page: number
  /** Style of the numbers. */
  readonly style?: 'decimal' | 'lower-roman' | 'upper-roman' | 'lower-alpha' | 'upper-alpha'
  /** Text before each number. */
  readonly prefix?: string
  /** Number of the first page. Default: 1. */
  readonly start?: number
}

/** A line at the head or the foot of a page: `{page}`, `{pages}` and `{heading}` are filled. */
export interface RunningSource {
  /** Text at the start of lines. */
  readonly start?: DocumentText
  /** In the middle. */
  readonly center?: DocumentText
  /** Text at the end of lines. */
  readonly end?: DocumentText
}

/** Fields of blocks that can span all columns of a page. */
interface Spanning {
  readonly spansColumns?: boolean
}

/** A heading. */
export interface HeadingSource extends Spanning {
  /** Kind of block. */
  readonly kind: 'heading'
  /** 1 for the highest. */
  readonly level?: number
  /** Its text. */
  readonly text: DocumentText
  /** Id, for references. */
  readonly id?: string
  /** BCP 47 tag, where it is not the document's. */
  readonly language?: string
  /** A note beside it, in the margin. */
  readonly marginNote?: DocumentText
}

/** A paragraph, or a quotation. */
export interface ParagraphSource extends Spanning {
  /** Kind of block. */
  readonly kind: 'paragraph' | 'quotation'
  /** Its text. */
  readonly text: DocumentText
  /** The name of a style. */
  readonly style?: string
  /** Id, for references. */
  readonly id?: string
  /** BCP 47 tag, where it is not the document's. */
  readonly language?: string
  /** Keeps it on the page of the next block. */
  readonly keepWithNext?: boolean
  /** No page or column ends inside of it. */
  readonly keepTogether?: boolean
  /** The first letter as high as so many lines (CSS Inline Layout 3, section 6). */
  readonly initialLetter?: number
  /** A note beside it, in the margin. */
  readonly marginNote?: DocumentText
}

/** A list of items with markers. */
export interface ListSource {
  /** Kind of block. */
  readonly kind: 'list'
  /** Its items: texts, or lists of blocks. */
  readonly items: readonly (DocumentText | readonly BlockSource[])[]
  /** Marker of each item. Default: a dot. Other characters stand as they are. */
  readonly marker?: 'disc' | 'decimal' | 'lower-alpha' | (string & {})
  /** The number of the first. */
  readonly start?: number
}

/** A table. */
export interface TableSource extends Spanning {
  /** Kind of block. */
  readonly kind: 'table'
  /** From the side where lines begin. */
  readonly columns: readonly TableColumn[]
  /** Head rows; they repeat on each page. */
  readonly head?: readonly (readonly CellSource[])[]
  /** From the top. */
  readonly rows: readonly (readonly CellSource[])[]
  /** Below the last row, such as totals. */
  readonly foot?: readonly (readonly CellSource[])[]
  /** Text above it. */
  readonly caption?: DocumentText
  /** Id, for references. */
  readonly id?: string
  /** Whether the first cell of each row is its header, for screen readers. */
  readonly rowHeaders?: boolean
  /** Whether rows may break at the foot of a page. Default: only rows higher than a page. */
  readonly splitRows?: boolean
  /** Keeps it on one page, if it fits. */
  readonly keepTogether?: boolean
  /** Top or bottom of a column with room. */
  readonly float?: 'top' | 'bottom'
}

/** A column of a table: how wide it is, and how its cells stand in it. */
export interface TableColumn {
  /** Width: points, `content`, or a share of the rest: `{ share: 2 }`. */
  readonly width?: number | 'content' | { readonly share: number }
  /** `decimal` puts the decimal signs of its numbers below each other. */
  readonly align?: 'start' | 'center' | 'end' | 'decimal'
  /** Decimals of its numbers. */
  readonly decimals?: number
}

/** A text, or a number in the document's language, or either with more fields. */
export type CellSource = DocumentText | number | CellWithSpans

/** A cell of a table that says more than its text. */
export interface CellWithSpans {
  /** Its text. */
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
  /** Kind of block. */
  readonly kind: 'figure'
  /** A file beside the document: an image, or a chart in JSON. In code, a name in the option `artwork` of `setDocument`. */
  readonly artwork: string
  /** Alternative text. */
  readonly alt: DocumentText
  /** Text below it. */
  readonly caption?: DocumentText
  /** Width, in points. Default: at most that of the column. */
  readonly width?: number
  /** Id, for references. */
  readonly id?: string
  /** Top or bottom of a column with room, or a side, with text beside it. */
  readonly float?: 'top' | 'bottom' | 'start' | 'end'
}

/** The contents of a document: its headings, and the pages they are on. */
export interface ContentsSource {
  /** Kind of block. */
  readonly kind: 'contents'
  /** Lowest level of headings. Default: 3. */
  readonly levels?: number
}

/** The terms of the document, with the pages that their marks, `{index.name}`, stand on. */
export interface IndexSource {
  /** Kind of block. */
  readonly kind: 'index'
}

/** Lines with a text at each end, and a leader between. */
export interface LeadersSource {
  /** Kind of block. */
  readonly kind: 'leaders'
  /** Two texts each: at the start and at the end of the line. */
  readonly entries: readonly (readonly [DocumentText, DocumentText])[]
  /** Text repeated between them. Default: dots. */
  readonly leader?: string
}

/** A text or a picture at a place of its own, which takes no room in the flow. */
export interface PlacedSource {
  /** Kind of block. */
  readonly kind: 'placed'
  /** Its text, if it is not artwork. */
  readonly text?: DocumentText
  /** The name of a style. */
  readonly style?: string
  /** A name in `artwork`, an option of `setDocument`. */
  readonly artwork?: string
  /** Alternative text. */
  readonly alt?: DocumentText
  /** In points: of a text, the width that it is wrapped to. */
  readonly width?: number
  /** Id, for references. */
  readonly id?: string
  /** Its place on the page, or beside a block. */
  readonly at: PlaceSource
}

/** A place in points: from the page's top left, within the page, or beside a block with an id. */
export type PlaceSource =
  | { readonly x: number; readonly y: number }
  | {
      readonly across: 'start' | 'center' | 'end'
      readonly down: 'top' | 'center' | 'bottom'
      /** Distance from the edges of the page, in points. Default: its margins. */
      readonly inset?: number
    }
  | {
      /** The side of the block that it stands beside. */
      readonly side: 'top' | 'bottom' | 'start' | 'end'
      /** Id of the block, which may be placed itself. */
      readonly of: string
      /** Distance to the block, in points. Default: 0. */
      readonly gap?: number
      /** Alignment along that side. Default: `start`. */
      readonly align?: 'start' | 'center' | 'end'
    }

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
  /** Address of the JSON Schema, for editors. */
  readonly $schema?: string
  /** Title, for screen readers and documents. */
  readonly title?: DocumentText
  /** Who wrote it. */
  readonly author?: DocumentText
  /** Subject of the document. */
  readonly subject?: DocumentText
  /** Words to find it by. */
  readonly keywords?: readonly string[]
  /** Language, a BCP 47 tag. Default: that of the catalog. */
  readonly language?: string
  /** Size, margins and columns. */
  readonly page?: PageSource
  /** Above the text of each page. */
  readonly runningHead?: RunningSource
  /** Below the text of each page. */
  readonly runningFoot?: RunningSource
  /** Running head of the first page; empty for none. Default: `runningHead`. */
  readonly firstRunningHead?: RunningSource
  /** Below the text of the first page, in place of the other. */
  readonly firstRunningFoot?: RunningSource
  /** Page numbering. Default: 1, 2, 3. */
  readonly pageLabels?: readonly PageLabelSource[]
  /** Whether headings have numbers: 1, 1.1, 1.1.1. */
  readonly numbered?: boolean
  /** Footnotes by name: `{note.name}` in a text is their mark. */
  readonly notes?: Readonly<Record<string, DocumentText>>
  /** Entries of the index by name: `{index.name}` in a text leads there, and shows nothing. */
  readonly terms?: Readonly<Record<string, DocumentText>>
  /** Its blocks, in order. */
  readonly blocks: readonly BlockSource[]
}
