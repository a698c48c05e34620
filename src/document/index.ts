export type { ContentsEntry } from './block-items.ts'
export { documentJsonSchema } from './document-fields.ts'
export type {
  BlockSource,
  CellSource,
  ContentsSource,
  DocumentSource,
  FigureSource,
  HeadingSource,
  ListSource,
  PageSource,
  ParagraphSource,
  RunningSource,
  TableSource,
} from './document-source.ts'
export type { PageSize } from './page-sizes.ts'
export { type ReadDocument, readDocument } from './read-document.ts'
export { type SetDocument, type SetDocumentOptions, setDocument } from './set-document.ts'
