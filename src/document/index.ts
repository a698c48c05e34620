export type { ContentsEntry } from './block-context.ts'
export { documentJsonSchema } from './document-fields.ts'
export type {
  BlockSource,
  CatalogText,
  CellSource,
  CellWithSpans,
  ContentsSource,
  DocumentSource,
  DocumentText,
  FigureSource,
  HeadingSource,
  IndexSource,
  LeadersSource,
  ListSource,
  PageLabelSource,
  PageSource,
  ParagraphSource,
  PlacedSource,
  PlaceSource,
  RunningSource,
  TableColumn,
  TableSource,
} from './document-source.ts'
export { documentArtwork } from './every-block.ts'
export type { PageSize } from './page-sizes.ts'
export { type DocumentFile, readDocument } from './read-document.ts'
export { type DocumentLayout, type SetDocumentOptions, setDocument } from './set-document.ts'
