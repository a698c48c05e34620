import type { Slant } from '../fonts/index.ts'
import type { GenericFamily } from './shelf-options.ts'

export interface BuiltInFace {
  readonly family: GenericFamily
  readonly weight: number
  readonly slant: Slant
  readonly url: URL
}

const face = (family: GenericFamily, weight: number, slant: Slant, url: URL): BuiltInFace => ({
  family,
  weight,
  slant,
  url,
})

// Each address is written out whole, because bundlers find assets by this very form.
export const builtInFaces: readonly BuiltInFace[] = [
  face(
    'sans',
    400,
    'normal',
    new URL('../../assets/fonts/SourceSans3-Regular.ttf', import.meta.url),
  ),
  face(
    'sans',
    400,
    'italic',
    new URL('../../assets/fonts/SourceSans3-Italic.ttf', import.meta.url),
  ),
  face('sans', 700, 'normal', new URL('../../assets/fonts/SourceSans3-Bold.ttf', import.meta.url)),
  face(
    'sans',
    700,
    'italic',
    new URL('../../assets/fonts/SourceSans3-BoldItalic.ttf', import.meta.url),
  ),
  face(
    'serif',
    400,
    'normal',
    new URL('../../assets/fonts/SourceSerif4-Regular.ttf', import.meta.url),
  ),
  face(
    'serif',
    400,
    'italic',
    new URL('../../assets/fonts/SourceSerif4-Italic.ttf', import.meta.url),
  ),
  face(
    'serif',
    700,
    'normal',
    new URL('../../assets/fonts/SourceSerif4-Bold.ttf', import.meta.url),
  ),
  face(
    'serif',
    700,
    'italic',
    new URL('../../assets/fonts/SourceSerif4-BoldItalic.ttf', import.meta.url),
  ),
  face(
    'mono',
    400,
    'normal',
    new URL('../../assets/fonts/SourceCodePro-Regular.ttf', import.meta.url),
  ),
  face(
    'mono',
    400,
    'italic',
    new URL('../../assets/fonts/SourceCodePro-Italic.ttf', import.meta.url),
  ),
  face(
    'mono',
    700,
    'normal',
    new URL('../../assets/fonts/SourceCodePro-Bold.ttf', import.meta.url),
  ),
  face(
    'mono',
    700,
    'italic',
    new URL('../../assets/fonts/SourceCodePro-BoldItalic.ttf', import.meta.url),
  ),
]

export const engineUrl = new URL('../../assets/wasm/harfbuzz.wasm', import.meta.url)
export const subsetterUrl = new URL('../../assets/wasm/harfbuzz-subset.wasm', import.meta.url)
