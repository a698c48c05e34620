export type { PdfMetadata } from './metadata.ts'
export type { Deflate } from './objects.ts'
export { type PdfOptions, pdfChunks, toPdf } from './to-pdf.ts'
