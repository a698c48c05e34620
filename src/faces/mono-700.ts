import type { BuiltInFace } from '../platform/fonts-options.ts'

/** Monospaced, bold. */
export const mono700: BuiltInFace = {
  family: 'mono',
  weight: 700,
  slant: 'normal',
  // Written out whole: bundlers find files by this very form.
  url: new URL('../../assets/fonts/SourceCodePro-Bold.ttf', import.meta.url),
}
