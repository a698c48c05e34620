import { fail } from '../problem/index.ts'
import { type CompositeGlyph, withComposites } from './composite-glyphs.ts'
import type { Face } from './face.ts'
import { sfntTables } from './sfnt-file.ts'

/** A font file with some glyphs of a face. */
export interface FontSubset {
  readonly bytes: Uint8Array
  /** The id of the first glyph that is put together from others. */
  readonly firstComposite: number
  table(tag: string): DataView | undefined
}

/**
 * The font file of some glyphs of a face, under the ids they had, and of TrueType with more behind
 * them. Apart from the face: pages that write no documents have none of it.
 */
export function subsetFont(
  face: Face,
  glyphs: Iterable<number>,
  composites: readonly CompositeGlyph[],
): FontSubset {
  const subset = face.subset(glyphs)
  const { file, first } =
    composites.length > 0 ? composed(face, subset, composites) : { file: subset, first: 0 }
  return {
    bytes: file,
    firstComposite: first,
    table: tag => sfntTables(file).get(tag),
  }
}

/** Tables that say more than they hold are found out when they are read. */
function composed(face: Face, file: Uint8Array, composites: readonly CompositeGlyph[]) {
  try {
    return withComposites(file, composites)
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return fail('font-subset', `the font ${face.postScriptName} could not be subset`, {
      hint: 'one of its tables is damaged: use another file of the font',
    })
  }
}
