import type { BuiltInFace } from '../platform/fonts-options.ts'

/** Serif, bold. */
export const serif700: BuiltInFace = {
  family: 'serif',
  weight: 700,
  slant: 'normal',
  // Written out whole: bundlers find files by this very form.
  url: new URL('../../assets/fonts/SourceSerif4-Bold.ttf', import.meta.url),
}
