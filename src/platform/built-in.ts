import type { Slant, Url } from '../fonts/index.ts'
import type { BuiltInChoice, GenericFamily } from './fonts-options.ts'

/** A built-in face, with where its file is. */
export interface BuiltInFace {
  /** The built-in family. */
  readonly family: GenericFamily
  /** From 1 to 1000 (OpenType, `usWeightClass`). */
  readonly weight: number
  /** Upright or slanted. */
  readonly slant: Slant
  /** Address of its file. */
  readonly url: Url
}

const face = (family: GenericFamily, weight: number, slant: Slant, url: Url): BuiltInFace => ({
  family,
  weight,
  slant,
  url,
})

/** The built-in faces, with where their files are. */
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

export const families: readonly GenericFamily[] = ['sans', 'serif', 'mono']

/** The faces that are chosen, in the order they are named in, each once. */
export function chosenFaces(
  choices: readonly (GenericFamily | BuiltInChoice)[],
): readonly BuiltInFace[] {
  const isMeant = (face: BuiltInFace, choice: GenericFamily | BuiltInChoice) => {
    if (typeof choice === 'string') return face.family === choice
    const { family, weight = 400, slant = 'normal' } = choice
    return face.family === family && face.weight === weight && face.slant === slant
  }
  return [...new Set(choices.flatMap(choice => builtInFaces.filter(face => isMeant(face, choice))))]
}

const fileNames = { sans: 'SourceSans3', serif: 'SourceSerif4', mono: 'SourceCodePro' }

/**
 * The path of a face's file in the folder `assets`. It is not read from its address, which a bundler
 * writes anew, with a name of its own in it.
 */
export function assetOfFace({ family, weight, slant }: BuiltInFace): string {
  const name = (weight === 700 ? 'Bold' : '') + (slant === 'normal' ? '' : 'Italic')
  return `fonts/${fileNames[family]}-${name || 'Regular'}.ttf`
}

/** The paths of the engines in the folder `assets`. */
export const engineAsset = 'wasm/harfbuzz.wasm'
export const subsetterAsset = 'wasm/harfbuzz-subset.wasm'

/** Address of the shaping engine's file. */
export const engineUrl: Url = new URL('../../assets/wasm/harfbuzz.wasm', import.meta.url)
/** Address of the file that makes subsets. */
export const subsetterUrl: Url = new URL('../../assets/wasm/harfbuzz-subset.wasm', import.meta.url)
