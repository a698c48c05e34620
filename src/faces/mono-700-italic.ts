import type { BuiltInFace } from '../platform/fonts-options.ts'

/** Monospaced, bold, italic. */
export const mono700Italic: BuiltInFace = {
  family: 'mono',
  weight: 700,
  slant: 'italic',
  // Written out whole: bundlers find files by this very form.
  url: new URL('../../assets/fonts/SourceCodePro-BoldItalic.ttf', import.meta.url),
}
