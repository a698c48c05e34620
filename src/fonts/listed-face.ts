import { fail } from '../problem/index.ts'
import type { ContainedFont } from './containers/open-container.ts'
import type { Coverage } from './coverage.ts'
import { loadColorPen } from './engine/later-color-pen.ts'
import type { FaceMetrics } from './face.ts'
import { type FaceNames, readFaceNames } from './face-names.ts'
import { readLayoutTags } from './layout-tags.ts'
import type { FaceTraits } from './match-face.ts'
import { type NamedInstance, type VariationAxis, variableTraits } from './variations.ts'

/** A font file that the fonts may open. */
export interface FontEntry extends FaceTraits {
  readonly family: string
  /** Its name in messages: the file's path or URL. */
  readonly name: string
  readonly font: () => ContainedFont
}

/** A face as lists show it. */
export interface ListedFace extends FaceTraits {
  /** The name of the family. */
  readonly family: string
  /** The file it is in. */
  readonly name: string
  /** Its axes, if it is variable. */
  readonly axes: readonly VariationAxis[]
  /** Whether the license allows embedding. */
  readonly embeddable: boolean
  /** Whether some glyphs have colors of their own. */
  readonly colored: boolean
  /**
   * Whether the face has OpenType layout tables. Without them there is no kerning, no ligatures, no
   * joining and no mark placement.
   */
  readonly openTypeLayout: boolean
}

/** Everything that a face can do. */
export interface FaceCapabilities extends ListedFace {
  /** PostScript name (OpenType, name ID 6). */
  readonly postScriptName: string
  /** Number of glyphs. */
  readonly glyphCount: number
  /** Named places on its axes. */
  readonly instances: readonly NamedInstance[]
  /** Tags of OpenType features, such as `smcp`. */
  readonly features: readonly string[]
  /** Tags of the scripts its OpenType layout is made for, such as `arab`. */
  readonly scripts: readonly string[]
  /** Code points, as ranges: first and last of each, one behind the other. */
  readonly coverage: Uint32Array
  /** In font units; without the heights the font does not state. */
  readonly metrics: Partial<FaceMetrics>
}

const namesRead = new WeakMap<FontEntry, FaceNames>()

/** The names of an entry's font, read once. */
export function namesOf(entry: FontEntry): FaceNames {
  let names = namesRead.get(entry)
  if (!names) {
    names = readFaceNames(entry.font().tables, entry.name)
    namesRead.set(entry, names)
  }
  return names
}

export function listed(entry: FontEntry, said: FaceNames): ListedFace {
  const { family, weight, slant, stretch, weights, stretches, slants, name } = entry
  const { axes, embeddable, colored, openTypeLayout } = said
  return {
    ...{ family, weight, slant, stretch, name, axes, embeddable, colored, openTypeLayout },
    ...(weights && { weights }),
    ...(stretches && { stretches }),
    ...(slants && { slants }),
  }
}

export function abilitiesOf(
  entry: FontEntry,
  said: FaceNames,
  coverage: Coverage,
): FaceCapabilities {
  const { postScriptName, glyphCount, instances, metrics } = said
  const tags = readLayoutTags(entry.font().tables)
  return {
    ...listed(entry, said),
    postScriptName,
    glyphCount,
    instances,
    metrics,
    ...tags,
    coverage,
  }
}

/** One entry stands for another: what its font says of itself is known. */
export function hasNamesOf(entry: FontEntry, other: FontEntry): FontEntry {
  namesRead.set(entry, namesOf(other))
  return entry
}

/**
 * An entry for a font, with what it says of itself; what is said of it goes before that. Throws
 * `bad-font`, also where it has no name and none is given.
 */
export async function entryFor(
  font: ContainedFont,
  name: string,
  given?: FaceTraits & { readonly family: string },
): Promise<FontEntry> {
  const said = readFaceNames(font.tables, name)
  const { family, weight, slant, stretch, axes } = said
  if (family === '' && !given) {
    fail('bad-font', `${name}: table 'name' has no family name`, {
      hint: 'say what it is called: { source, family }',
    })
  }
  if (said.colored) await loadColorPen()
  const traits = { family, weight, slant, stretch, ...variableTraits(axes) }
  const entry = { ...traits, ...given, name, font: () => font }
  namesRead.set(entry, said)
  return entry
}
