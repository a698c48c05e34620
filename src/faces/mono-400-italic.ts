import type { BuiltInFace } from '../platform/fonts-options.ts'

/** Monospaced, regular, italic. */
export const mono400Italic: BuiltInFace = {
  family: 'mono',
  weight: 400,
  slant: 'italic',
  // Written out whole: bundlers find files by this very form.
  url: new URL('../../assets/fonts/SourceCodePro-Italic.ttf', import.meta.url),
}
