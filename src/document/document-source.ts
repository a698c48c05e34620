import type { PageSize } from './page-sizes.ts'

/** The page, in points. */
export interface PageSource {
  readonly size?: PageSize | readonly [width: number, height: number]
  readonly orientation?: 'portrait' | 'landscape'
  readonly margin?:
    | number
    | {
        readonly top: number
        readonly right: number
        readonly bottom: number
        readonly left: number
      }
  readonly columns?: number
  /** Between columns; 24 without it. */
  readonly gap?: number
  /** Left and right of even pages change places, as in a book. */
  readonly facing?: boolean
  readonly background?: string
}

/** A line at the head or the foot of a page: `{page}`, `{pages}` and `{heading}` are filled. */
export interface RunningSource {
  readonly left?: string
  readonly center?: string
  readonly right?: string
}

export interface HeadingSource {
  readonly kind: 'heading'
  readonly level?: number
  readonly text: string
  readonly id?: string
}

export interface ParagraphSource {
  readonly kind: 'paragraph' | 'quotation'
  readonly text: string
  readonly style?: string
  readonly id?: string
  readonly keepWithNext?: boolean
  readonly keepTogether?: boolean
}

export interface ListSource {
  readonly kind: 'list'
  readonly items: readonly (string | readonly BlockSource[])[]
  /** What stands before each; a dot without it. */
  readonly marker?: 'disc' | 'decimal' | 'lower-alpha'
  /** The number of the first. */
  readonly start?: number
}

export interface TableSource {
  readonly kind: 'table'
  readonly columns: readonly {
    /** In points, as wide as its content, or a share of what is left: `{ share: 2 }`. */
    readonly width?: number | 'content' | { readonly share: number }
    readonly align?: 'start' | 'center' | 'end'
  }[]
  readonly head?: readonly (readonly CellSource[])[]
  readonly rows: readonly (readonly CellSource[])[]
  readonly caption?: string
  readonly id?: string
}

export type CellSource = string | { readonly text: string; readonly columnSpan?: number }

export interface FigureSource {
  readonly kind: 'figure'
  /** A file of an image, beside the document. */
  readonly image: string
  /** What is to be seen, for those who do not see it. */
  readonly alt: string
  readonly caption?: string
  /** In points; that of the column, at most, without it. */
  readonly width?: number
  readonly id?: string
}

export interface ContentsSource {
  readonly kind: 'contents'
  /** Headings down to this level; 3 without it. */
  readonly levels?: number
}

export type BlockSource =
  | HeadingSource
  | ParagraphSource
  | ListSource
  | TableSource
  | FigureSource
  | ContentsSource
  | { readonly kind: 'rule' }
  | { readonly kind: 'space'; readonly height: number }
  | { readonly kind: 'page-break' }
  | { readonly kind: 'column-break' }

export interface DocumentSource {
  readonly $schema?: string
  readonly title?: string
  readonly author?: string
  readonly subject?: string
  readonly keywords?: readonly string[]
  /** BCP 47 tag. */
  readonly language?: string
  readonly page?: PageSource
  readonly header?: RunningSource
  readonly footer?: RunningSource
  /** Those of the first page, where they are others: empty for none. */
  readonly firstHeader?: RunningSource
  readonly firstFooter?: RunningSource
  /** Whether headings are numbered: 1, 1.1, 1.1.1. */
  readonly numbered?: boolean
  /** Footnotes by name: `{note.name}` in a text is their mark. */
  readonly notes?: Readonly<Record<string, string>>
  readonly content: readonly BlockSource[]
}
