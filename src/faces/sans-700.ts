import type { BuiltInFace } from '../platform/fonts-options.ts'

/** Sans serif, bold. */
export const sans700: BuiltInFace = {
  family: 'sans',
  weight: 700,
  slant: 'normal',
  // Written out whole: bundlers find files by this very form.
  url: new URL('../../assets/fonts/SourceSans3-Bold.ttf', import.meta.url),
}
