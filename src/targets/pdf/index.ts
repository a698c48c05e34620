export type { Deflate } from './objects.ts'
export { type PdfOptions, toPdf } from './to-pdf.ts'
