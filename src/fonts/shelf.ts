import { append } from '../blocks/index.ts'
import {
  aString,
  being,
  checkArgument,
  checkLimit,
  fail,
  isObject,
  nearestName,
  type Problem,
} from '../problem/index.ts'
import type { ContainedFont } from './containers/open-container.ts'
import { type Coverage, isCovered, readCoverage, unitedCoverage } from './coverage.ts'
import type { Face, FaceMetrics, Slant, Synthesized } from './face.ts'
import { type FaceNames, readFaceNames } from './face-names.ts'
import { canDo, checkSearch, isFound } from './find-faces.ts'
import { notes } from './kept-on-shelf.ts'
import { readLayoutTags } from './layout-tags.ts'
import { type FaceTraits, nearestFaces, type WantedTraits } from './match-face.ts'
import { toldApart } from './named-weight.ts'
import { nearestFamily } from './nearest-family.ts'
import { type FontEngines, type OpenFace, openFace } from './open-face.ts'
import type { Url } from './platform-types.ts'
import {
  type Coordinates,
  coordinatesFor,
  type NamedInstance,
  type VariationAxis,
  variableTraits,
  type WantedVariation,
} from './variations.ts'

/** A font file that the shelf may open. */
export interface ShelfEntry extends FaceTraits {
  readonly family: string
  /** What messages call it: the file's path or URL. */
  readonly name: string
  readonly font: () => ContainedFont
}

/** A font to put on a shelf: bytes, a path (Node; folders as well) or a URL. */
export type FontSource = string | Url | Uint8Array

/** What a style wants of a face. */
export interface WantedFace extends WantedVariation {
  /** What may be synthesized where the family does not have it. */
  readonly synthesis?: Synthesis
}

export type Synthesis = 'none' | Synthesized | 'all'

/** A face as lists show it. */
export interface ListedFace extends FaceTraits {
  readonly family: string
  /** The file it is in. */
  readonly name: string
  readonly axes: readonly VariationAxis[]
  /** Whether its license lets documents carry it. */
  readonly embeddable: boolean
  /** Whether some of its glyphs have colors of their own. */
  readonly colored: boolean
  /** Without it, letters stand as they come: no kerning, no ligatures, no joining, no marks in place. */
  readonly openTypeLayout: boolean
}

/** All that a face can do. */
export interface FaceCapabilities extends ListedFace {
  readonly postScriptName: string
  readonly glyphCount: number
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

/** What faces are searched by; all of it has to be so. */
export interface SearchedFace {
  /** A part of the name of the family or of the style, in any case. */
  readonly name?: string
  /** Characters that it has. */
  readonly covers?: string
  /** ISO 15924: a script that some of its characters are of, such as `Grek`. */
  readonly script?: string
  /** A weight that it has, or can take. */
  readonly weight?: number
  readonly slant?: Slant
  /** The tag of an OpenType feature that it has. */
  readonly feature?: string
}

/** The faces that are available. */
export interface Shelf {
  readonly [notes]: Map<string, object>
  readonly families: readonly string[]
  /** Changes whenever fonts are added. */
  readonly revision: number
  /** Fonts of the operating system that could not be read, and so are not on the shelf. */
  readonly problems: readonly Problem[]
  /** Families compare without regard to case, as in CSS. */
  has(family: string): boolean
  /** The known family nearest in name. */
  nearest(family: string): string | undefined
  /** The face of a family nearest to what is wanted; throws `unknown-family` where it has none. */
  face(family: string, wanted: WantedFace): Face
  /**
   * All faces of a family that are as near: fonts for the web are divided by script, and each file
   * has some of the characters. The first has letters of Latin where one does.
   */
  faces(family: string, wanted: WantedFace): readonly Face[]
  /** Faces of all families by what they are called and what they can do. */
  find(wanted: SearchedFace): readonly FaceCapabilities[]
  /** Every face of a family. */
  facesOf(family: string): readonly ListedFace[]
  /** What each face of a family can do, read from its tables. */
  capabilitiesOf(family: string): readonly FaceCapabilities[]
  /** What the faces of a family that are nearest to what is wanted have glyphs for. */
  coverage(family: string, wanted: WantedTraits): Coverage
  /** Puts more fonts on the shelf. Throws `unreadable-font`, `bad-font`. */
  add(...fonts: readonly FontSource[]): Promise<void>
  /** Gives the memory of all open faces back. The shelf cannot be used after. */
  close(): void
}

/** As an argument: what `openShelf` gives. */
export const aShelf = being(
  'a shelf, which openShelf() gives',
  value => isObject(value) && typeof value.capabilitiesOf === 'function',
)

export interface ShelfParts {
  readonly entries: readonly ShelfEntry[]
  readonly engines: FontEngines
  /** Short names for families, to be changed in one place. */
  readonly names: Readonly<Record<string, string>>
  /** Reads fonts that are added later. */
  readonly read: (font: FontSource) => Promise<ReadFonts>
  readonly problems: readonly Problem[]
}

/** What was found in a file or a folder, and what of it could not be read. */
export interface ReadFonts {
  readonly entries: readonly ShelfEntry[]
  readonly problems: readonly Problem[]
}

const traits = being(
  'an object with weight and slant',
  value => isObject(value) && Number.isFinite(value.weight) && typeof value.slant === 'string',
)

/** Weights from here on are bold: a family that has none of them may be made bold. */
const boldFrom = 600

/** So many faces hold memory of the engine at a time; the others take it again when they are used. */
const mostAwake = 64

/** Places on axes are faces: nobody sets text in more, and each keeps some memory. */
const mostOpen = 20_000

/** A shelf over font files; each is opened when the first text is set in it. */
export function shelfOf({ entries, engines, names, read, problems: found }: ShelfParts): Shelf {
  const problems = [...found]
  const byFamily = new Map<string, ShelfEntry[]>()
  const families = new Map<string, string>()
  const keys = new Map<ShelfEntry, number>()
  const coverages = new Map<ShelfEntry, Coverage>()
  /** In the order they were asked for last. */
  const open = new Map<string, OpenFace>()
  const shortNames = new Map(
    Object.entries(names).map(([name, family]) => [name.toLowerCase(), family]),
  )
  let closed = false

  function put(entry: ShelfEntry) {
    const key = entry.family.toLowerCase()
    const known = byFamily.get(key)
    keys.set(entry, keys.size)
    byFamily.set(
      key,
      known ? toldApart([...known, entry], one => namesOf(one).styleName, renamed) : [entry],
    )
    if (!families.has(key)) families.set(key, entry.family)
  }

  /** An entry in the place of another, with another weight. */
  function renamed(entry: ShelfEntry, weight: number): ShelfEntry {
    const other = { ...entry, weight }
    keys.set(other, keys.get(entry) ?? keys.size)
    namesRead.set(other, namesOf(entry))
    return other
  }

  /** The key of a family, by its own name or a short one. */
  function keyOf(family: string): string {
    checkArgument('a shelf', 'the name of a family', family, aString)
    const key = family.toLowerCase()
    return byFamily.has(key) ? key : (shortNames.get(key) ?? family).toLowerCase()
  }

  /** Notes that a face was asked for; the one that is awake longest without gives its memory back. */
  function touch(key: string, face: OpenFace) {
    open.delete(key)
    open.set(key, face)
    checkLimit('faces that are open on one shelf', open.size, mostOpen)
    if (open.size > mostAwake) [...open.values()][open.size - 1 - mostAwake].rest()
  }

  function entriesOf(family: string): ShelfEntry[] {
    if (closed) fail('closed-shelf', 'the shelf is closed', { hint: 'open another' })
    const found = byFamily.get(keyOf(family))
    if (found) return found
    const nearest = nearestFamily(family, [...families.values(), ...shortNames.keys()])
    return fail('unknown-family', `no family '${family}' on the shelf`, { nearest })
  }

  function coverageOf(entry: ShelfEntry): Coverage {
    let coverage = coverages.get(entry)
    if (!coverage) {
      coverage = readCoverage(entry.font().tables)
      coverages.set(entry, coverage)
    }
    return coverage
  }

  for (const entry of entries) put(entry)
  for (const [name, family] of Object.entries(names)) {
    if (byFamily.has(family.toLowerCase())) continue
    const nearest = nearestName(family, families.values())
    fail(
      'unknown-family',
      `the short name '${name}' is for '${family}', which is not on the shelf`,
      { nearest },
    )
  }

  return {
    get families() {
      return [...families.values()]
    },
    get revision() {
      return keys.size
    },
    problems,
    [notes]: new Map(),
    has: family => byFamily.has(keyOf(family)),
    nearest(family) {
      checkArgument('nearest', 'family', family, aString)
      return nearestFamily(family, [...families.values(), ...shortNames.keys()])
    },
    facesOf: family => entriesOf(family).map(entry => listed(entry, namesOf(entry))),
    capabilitiesOf: family =>
      entriesOf(family).map(entry => abilitiesOf(entry, namesOf(entry), coverageOf(entry))),
    coverage(family, wanted) {
      checkArgument('coverage', 'what is wanted', wanted, traits)
      return unitedCoverage(nearestFaces(entriesOf(family), wanted).map(coverageOf))
    },
    face(family, wanted) {
      checkArgument('face', 'what is wanted', wanted, traits)
      return faceOfEntry(entriesNear(family, wanted)[0], wanted)
    },
    faces(family, wanted) {
      checkArgument('faces', 'what is wanted', wanted, traits)
      return entriesNear(family, wanted).map(entry => faceOfEntry(entry, wanted))
    },
    find(wanted) {
      checkSearch(wanted)
      const all = [...byFamily.values()].flat()
      return all
        .filter(entry => isFound(entry, namesOf(entry), wanted))
        .map(entry => abilitiesOf(entry, namesOf(entry), coverageOf(entry)))
        .filter(face => canDo(face, wanted))
    },
    async add(...fonts) {
      const added = await Promise.all(fonts.map(read))
      for (const one of added) {
        for (const entry of one.entries) put(entry)
        append(problems, one.problems)
      }
    },
    close() {
      closed = true
      for (const { release } of open.values()) release()
      for (const kept of [open, byFamily, families, keys, coverages, this[notes]]) kept.clear()
    },
  }

  /** Of those that are as near, files with letters of Latin first: spaces and marks are taken from it. */
  function entriesNear(family: string, wanted: WantedTraits): readonly ShelfEntry[] {
    const near = nearestFaces(entriesOf(family), wanted)
    if (near.length === 1) return near
    const has = near.map(entry => isCovered(coverageOf(entry), latinLetter))
    return [...near.filter((_, i) => has[i]), ...near.filter((_, i) => !has[i])]
  }

  function faceOfEntry(entry: ShelfEntry, wanted: WantedFace): Face {
    const { axes } = namesOf(entry)
    const at = coordinatesFor(axes, wanted)
    const slant = slantAt(entry, wanted)
    const synthesized = synthesizedFor(entry, slant, at, wanted)
    const key = [keys.get(entry), ...[...at].flat(), ...synthesized].join(' ')
    let opened = open.get(key)
    if (!opened) {
      const stretch = at.get('wdth') ?? entry.stretch
      const order = { font: entry.font(), name: entry.name, key, at, slant, stretch, synthesized }
      const own = openFace(engines, { ...order, woken: () => touch(key, own) })
      opened = own
    }
    touch(key, opened)
    return opened.face
  }
}

const latinLetter = 0x78

const namesRead = new WeakMap<ShelfEntry, FaceNames>()

/** What the font of an entry says of itself, read once. */
function namesOf(entry: ShelfEntry): FaceNames {
  let names = namesRead.get(entry)
  if (!names) {
    names = readFaceNames(entry.font().tables, entry.name)
    namesRead.set(entry, names)
  }
  return names
}

function listed(entry: ShelfEntry, said: FaceNames): ListedFace {
  const { family, weight, slant, stretch, weights, stretches, slants, name } = entry
  const { axes, embeddable, colored, openTypeLayout } = said
  return {
    ...{ family, weight, slant, stretch, name, axes, embeddable, colored, openTypeLayout },
    ...(weights && { weights }),
    ...(stretches && { stretches }),
    ...(slants && { slants }),
  }
}

function abilitiesOf(entry: ShelfEntry, said: FaceNames, coverage: Coverage): FaceCapabilities {
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

/** The slant a face has for what is wanted: its own, or one it can take on its axes. */
function slantAt({ slant, slants = [] }: ShelfEntry, wanted: WantedTraits): Slant {
  if (wanted.slant === 'normal' || slant !== 'normal' || slants.length === 0) return slant
  return slants.includes(wanted.slant) ? wanted.slant : slants[0]
}

/** What of weight and slant is synthesized: only what is wanted, not there, and allowed. */
function synthesizedFor(
  entry: ShelfEntry,
  slant: Slant,
  at: Coordinates,
  { weight, slant: wantedSlant, synthesis = 'none' }: WantedFace,
): Synthesized[] {
  const may = (what: Synthesized) => synthesis === 'all' || synthesis === what
  const isLight = weight >= boldFrom && (at.get('wght') ?? entry.weight) < boldFrom
  const isUpright = wantedSlant !== 'normal' && slant === 'normal'
  const synthesized: Synthesized[] = []
  if (isLight && may('weight')) synthesized.push('weight')
  if (isUpright && may('slant')) synthesized.push('slant')
  return synthesized
}

/** An entry for a font, with what it says of itself; throws `bad-font`. */
export function entryFor(font: ContainedFont, name: string): ShelfEntry {
  const said = readFaceNames(font.tables, name)
  const { family, weight, slant, stretch, axes } = said
  const entry = { family, weight, slant, stretch, name, font: () => font, ...variableTraits(axes) }
  namesRead.set(entry, said)
  return entry
}
