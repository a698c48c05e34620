import type { FaceTraits } from './match-face.ts'

/** Weights by their names (OpenType 1.9, `OS/2.usWeightClass`, and the names in use beside those). */
const weights: Readonly<Record<string, number>> = {
  hairline: 100,
  thin: 100,
  extralight: 200,
  ultralight: 200,
  light: 300,
  regular: 400,
  normal: 400,
  book: 400,
  medium: 500,
  semibold: 600,
  demibold: 600,
  bold: 700,
  extrabold: 800,
  ultrabold: 800,
  black: 900,
  heavy: 900,
}

const slants = /italic|oblique/g

/** The weight that the name of a style says, as `ExtraLight Italic` does; undefined if it says none. */
export function namedWeight(styleName: string): number | undefined {
  const name = styleName
    .toLowerCase()
    .replace(/[\s_-]/g, '')
    .replace(slants, '')
  return Object.hasOwn(weights, name) ? weights[name] : undefined
}

/**
 * Faces of a family, of which the last was added: where files state one weight and their names say
 * others, it is what the names say. Names are read of those only that are alike.
 */
export function toldApart<T extends FaceTraits>(
  faces: readonly T[],
  styleNameOf: (face: T) => string,
  renamed: (face: T, weight: number) => T,
): T[] {
  const last = faces[faces.length - 1]
  const alike = faces.filter(
    face =>
      face.weight === last.weight &&
      face.slant === last.slant &&
      face.stretch === last.stretch &&
      !face.weights,
  )
  const named = new Map<T, number | undefined>()
  if (alike.length > 1) for (const face of alike) named.set(face, namedWeight(styleNameOf(face)))
  if (new Set(named.values()).size < 2) return [...faces]
  return faces.map(face => {
    const weight = named.get(face)
    return weight === undefined || weight === face.weight ? face : renamed(face, weight)
  })
}
