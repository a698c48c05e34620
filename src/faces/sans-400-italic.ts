import type { BuiltInFace } from '../platform/fonts-options.ts'

/** Sans serif, regular, italic. */
export const sans400Italic: BuiltInFace = {
  family: 'sans',
  weight: 400,
  slant: 'italic',
  // Written out whole: bundlers find files by this very form.
  url: new URL('../../assets/fonts/SourceSans3-Italic.ttf', import.meta.url),
}
