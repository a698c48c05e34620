import type { BuiltInFace } from '../platform/fonts-options.ts'

/** Serif, regular, italic. */
export const serif400Italic: BuiltInFace = {
  family: 'serif',
  weight: 400,
  slant: 'italic',
  // Written out whole: bundlers find files by this very form.
  url: new URL('../../assets/fonts/SourceSerif4-Italic.ttf', import.meta.url),
}
