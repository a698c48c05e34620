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
import { type Coverage, readCoverage } from './coverage.ts'
import type { Face, FaceMetrics, Slant, Synthesized } from './face.ts'
import { type FaceNames, readFaceNames } from './face-names.ts'
import { notes } from './kept-on-shelf.ts'
import { readLayoutTags } from './layout-tags.ts'
import { type FaceTraits, nearestFace, type WantedTraits } from './match-face.ts'
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
  /** Every face of a family. */
  facesOf(family: string): readonly ListedFace[]
  /** What each face of a family can do, read from its tables. */
  capabilitiesOf(family: string): readonly FaceCapabilities[]
  /** What the face of a family that is nearest to what is wanted has glyphs for. */
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
  readonly read: (font: FontSource) => Promise<readonly ShelfEntry[]>
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
export function shelfOf({ entries, engines, names, read, problems }: ShelfParts): Shelf {
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
    if (known) known.push(entry)
    else byFamily.set(key, [entry])
    if (!families.has(key)) families.set(key, entry.family)
    keys.set(entry, keys.size)
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
    const nearest = nearestName(family, [...families.values(), ...shortNames.keys()])
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
      return nearestName(family, [...families.values(), ...shortNames.keys()])
    },
    facesOf: family => entriesOf(family).map(entry => listed(entry, namesOf(entry))),
    capabilitiesOf: family =>
      entriesOf(family).map(entry => abilitiesOf(entry, namesOf(entry), coverageOf(entry))),
    coverage(family, wanted) {
      checkArgument('coverage', 'what is wanted', wanted, traits)
      return coverageOf(nearestFace(entriesOf(family), wanted))
    },
    face(family, wanted) {
      checkArgument('face', 'what is wanted', wanted, traits)
      const entry = nearestFace(entriesOf(family), wanted)
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
    },
    async add(...fonts) {
      const added = await Promise.all(fonts.map(read))
      for (const entry of added.flat()) put(entry)
    },
    close() {
      closed = true
      for (const { release } of open.values()) release()
      for (const kept of [open, byFamily, families, keys, coverages, this[notes]]) kept.clear()
    },
  }
}

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
