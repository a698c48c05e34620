import type { BuiltInFace } from '../platform/fonts-options.ts'

/** Serif, bold, italic. */
export const serif700Italic: BuiltInFace = {
  family: 'serif',
  weight: 700,
  slant: 'italic',
  // Written out whole: bundlers find files by this very form.
  url: new URL('../../assets/fonts/SourceSerif4-BoldItalic.ttf', import.meta.url),
}
