import type { BuiltInFace } from '../platform/fonts-options.ts'

/** Serif, regular. */
export const serif400: BuiltInFace = {
  family: 'serif',
  weight: 400,
  slant: 'normal',
  // Written out whole: bundlers find files by this very form.
  url: new URL('../../assets/fonts/SourceSerif4-Regular.ttf', import.meta.url),
}
