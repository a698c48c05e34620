import type { BuiltInFace } from '../platform/fonts-options.ts'

/** Sans serif, regular. */
export const sans400: BuiltInFace = {
  family: 'sans',
  weight: 400,
  slant: 'normal',
  // Written out whole: bundlers find files by this very form.
  url: new URL('../../assets/fonts/SourceSans3-Regular.ttf', import.meta.url),
}
