import type { BuiltInFace } from '../platform/fonts-options.ts'

/** Sans serif, bold, italic. */
export const sans700Italic: BuiltInFace = {
  family: 'sans',
  weight: 700,
  slant: 'italic',
  // Written out whole: bundlers find files by this very form.
  url: new URL('../../assets/fonts/SourceSans3-BoldItalic.ttf', import.meta.url),
}
