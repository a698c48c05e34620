import type { BuiltInFace } from '../platform/fonts-options.ts'

/** Monospaced, regular. */
export const mono400: BuiltInFace = {
  family: 'mono',
  weight: 400,
  slant: 'normal',
  // Written out whole: bundlers find files by this very form.
  url: new URL('../../assets/fonts/SourceCodePro-Regular.ttf', import.meta.url),
}
