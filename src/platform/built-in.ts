import type { Url } from '../fonts/index.ts'
import type { BuiltIn, BuiltInChoice, BuiltInFace, GenericFamily } from './fonts-options.ts'

export const families: readonly GenericFamily[] = ['sans', 'serif', 'mono']

// Not written as bundlers look for it: they would copy every file of these into every application.
const here = import.meta.url

/** A file of the package beside its code, where that stands as it was published. */
const besideCode = (asset: string): Url => new URL(`../../assets/${asset}`, here)

const fileNames = { sans: 'SourceSans3', serif: 'SourceSerif4', mono: 'SourceCodePro' }

/** The path of a face's file in the folder `assets`. */
export function assetOfFace({ family, weight, slant }: Omit<BuiltInFace, 'url'>): string {
  const name = (weight === 700 ? 'Bold' : '') + (slant === 'normal' ? '' : 'Italic')
  return `fonts/${fileNames[family]}-${name || 'Regular'}.ttf`
}

const inAllStyles = (family: GenericFamily): readonly BuiltInFace[] =>
  [400, 700].flatMap(weight =>
    (['normal', 'italic'] as const).map(slant => {
      const face = { family, weight, slant }
      return { ...face, url: besideCode(assetOfFace(face)) }
    }),
  )

/** The faces that are chosen, in the order they are named in, each once. */
export function chosenFaces(choices: readonly BuiltIn[]): readonly BuiltInFace[] {
  const faces = families.flatMap(inAllStyles)
  const isMeant = (face: BuiltInFace, choice: GenericFamily | BuiltInChoice) => {
    if (typeof choice === 'string') return face.family === choice
    const { family, weight = 400, slant = 'normal' } = choice
    return face.family === family && face.weight === weight && face.slant === slant
  }
  const chosen = choices.flatMap(choice =>
    isFace(choice) ? [choice] : faces.filter(face => isMeant(face, choice)),
  )
  const names = chosen.map(assetOfFace)
  return chosen.filter((_, i) => names.indexOf(names[i]) === i)
}

const isFace = (choice: BuiltIn): choice is BuiltInFace =>
  typeof choice === 'object' && 'url' in choice

/** The paths of the engines in the folder `assets`. */
export const engineAsset = 'wasm/harfbuzz.wasm'
export const subsetterAsset = 'wasm/harfbuzz-subset.wasm'

/** Address of the shaping engine's file. */
export const engineUrl: Url = new URL('../../assets/wasm/harfbuzz.wasm', import.meta.url)
/** Address of the file that makes subsets, unless one is given. */
export const usualSubsetterUrl: Url = besideCode(subsetterAsset)
