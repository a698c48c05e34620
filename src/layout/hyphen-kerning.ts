import type { Face, Segment } from '../fonts/index.ts'
import type { Shape } from '../shaping/index.ts'
import { advanceOf } from './line-runs.ts'

/** The kerning of a hyphen with the letters before it, in font units. */
export type HyphenKerning = (
  face: Face,
  segment: Segment,
  letters: string,
  hyphen: string,
) => number

/** So many letters before a hyphen have a say in where it stands. */
export const lettersBeforeHyphen = 3

/** Short endings are so few that each is shaped once. */
const mostKept = 1 << 16

export function hyphenKerning(shape: Shape): HyphenKerning {
  const kept = new WeakMap<Face, WeakMap<Segment, Map<string, number>>>()
  return (face, segment, letters, hyphen) => {
    const ofFace = kept.get(face) ?? new WeakMap<Segment, Map<string, number>>()
    kept.set(face, ofFace)
    const known = ofFace.get(segment) ?? new Map<string, number>()
    ofFace.set(segment, known)
    let kerning = known.get(letters)
    if (kerning === undefined) {
      const width = (text: string) => advanceOf(shape(face, text, segment))
      kerning = width(letters + hyphen) - width(letters) - width(hyphen)
      if (known.size >= mostKept) known.clear()
      known.set(letters, kerning)
    }
    return kerning
  }
}
