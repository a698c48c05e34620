import { append } from '../blocks/index.ts'
import {
  aFunction,
  aString,
  being,
  checkArgument,
  checkLimit,
  fail,
  isObject,
  nearestName,
  type Problem,
} from '../problem/index.ts'
import { type Coverage, isCovered, readCoverage, unitedCoverage } from './coverage.ts'
import type { Face, Synthesized } from './face.ts'
import { canDo, checkSearch, isFound, type SearchedFace } from './find-faces.ts'
import { notes } from './font-notes.ts'
import { type LaterFace, type LaterFiles, laterFaces, laterFiles } from './later-faces.ts'
import {
  abilitiesOf,
  type FaceCapabilities,
  type FontEntry,
  hasNamesOf,
  type ListedFace,
  listed,
  namesOf,
} from './listed-face.ts'
import { nearestFaces, type WantedTraits } from './match-face.ts'
import { toldApart } from './named-weight.ts'
import { nearestFamily } from './nearest-family.ts'
import { type FontEngines, type OpenFace, openFace } from './open-face.ts'
import type { Url } from './platform-types.ts'
import type { Slant } from './slant.ts'
import { type Coordinates, coordinatesFor, type WantedVariation } from './variations.ts'

/** A font to put on fonts: bytes, a path (Node; folders as well) or a URL. */
export type FontSource = string | Url | Uint8Array

/** The traits that a style wants of a face. */
interface WantedFace extends WantedVariation {
  /** The traits that may be synthesized if the family lacks them. */
  readonly synthesis?: Synthesis
}

type Synthesis = 'none' | Synthesized | 'all'

/** The faces that are available. */
export interface Fonts {
  readonly [notes]: Map<string, object>
  readonly [laterFiles]: LaterFiles
  /** Their names. */
  readonly families: readonly string[]
  /** Changes whenever fonts are added, or come that were waited for. */
  readonly revision: number
  /** Fonts that could not be read or fetched, and so are not among the fonts. */
  readonly problems: readonly Problem[]
  /** Families compare without regard to case, as in CSS. */
  has(family: string): boolean
  /** The known family nearest in name. */
  nearest(family: string): string | undefined
  /**
   * The nearest face of a family. Throws `unknown-family`. A face that is still loading is fetched,
   * and the nearest available face is returned.
   */
  face(family: string, wanted: WantedFace): Face
  /**
   * All equally near faces of a family. Web fonts are divided by script, and each file has some of
   * the characters. A face with Latin letters comes first. Empty while all are loading.
   */
  faces(family: string, wanted: WantedFace): readonly Face[]
  /** Finds faces of all families by name and capabilities. */
  find(wanted: SearchedFace): readonly FaceCapabilities[]
  /** Every face of a family. */
  facesOf(family: string): readonly ListedFace[]
  /** Capabilities of each face of a family, from its tables. */
  capabilitiesOf(family: string): readonly FaceCapabilities[]
  /** Characters that the nearest faces of a family have glyphs for. */
  coverage(family: string, wanted: WantedTraits): Coverage
  /** Whether the nearest face is still loading; the nearest available face is used meanwhile. */
  isPending(family: string, wanted: WantedTraits): boolean
  /** Resolves when no face that was asked for is still to come. */
  settled(): Promise<void>
  /**
   * Calls a function when fonts were added, loaded, or could not be fetched, so that you can set
   * text again. Returns a function that stops this.
   */
  onChange(listener: () => void): () => void
  /** Puts more fonts among the fonts. Throws `unreadable-font`, `bad-font`. */
  add(...fonts: readonly FontSource[]): Promise<void>
  /** Gives the memory of all open faces back. The fonts cannot be used after. */
  close(): void
}

/** Check of an argument: a result of `openFonts`. */
export const someFonts = being(
  'fonts from openFonts()',
  value => isObject(value) && typeof value.capabilitiesOf === 'function',
)

interface FontsParts {
  readonly entries: readonly FontEntry[]
  /** Faces that are fetched when text first wants them. */
  readonly later: readonly LaterFace[]
  readonly engines: FontEngines
  /** Short names for families, to be changed in one place. */
  readonly names: Readonly<Record<string, string>>
  /** Reads fonts that are added later. */
  readonly read: (font: FontSource) => Promise<ReadFonts>
  readonly problems: readonly Problem[]
}

/** The fonts of a file or a folder, and problems of those that could not be read. */
export interface ReadFonts {
  readonly entries: readonly FontEntry[]
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

/** Fonts over font files; each is opened when the first text is set in it. */
export function fontsOf(parts: FontsParts): Fonts {
  const { entries, engines, names, read, problems: found } = parts
  const problems = [...found]
  const byFamily = new Map<string, FontEntry[]>()
  const families = new Map<string, string>()
  const keys = new Map<FontEntry, number>()
  const coverages = new Map<FontEntry, Coverage>()
  const open = new Map<string, OpenFace>()
  /** Those that hold memory of the engine, in the order they were asked for last. */
  const awake = new Map<string, OpenFace>()
  const shortNames = new Map(
    Object.entries(names).map(([name, family]) => [name.toLowerCase(), family]),
  )
  const listeners = new Set<() => void>()
  let revision = 0
  let closed = false

  const notify = () => {
    for (const listener of [...listeners]) listener()
  }
  const later = laterFaces(
    parts.later,
    entry => {
      put(entry)
      notify()
    },
    failures => {
      append(problems, failures)
      revision++
      notify()
    },
  )

  function put(entry: FontEntry) {
    const key = entry.family.toLowerCase()
    const familyEntries = byFamily.get(key)
    revision++
    keys.set(entry, keys.size)
    byFamily.set(
      key,
      familyEntries
        ? toldApart([...familyEntries, entry], one => namesOf(one).styleName, renamed)
        : [entry],
    )
    if (!families.has(key)) families.set(key, entry.family)
  }

  /** An entry in the place of another, with another weight. */
  function renamed(entry: FontEntry, weight: number): FontEntry {
    const other = { ...entry, weight }
    keys.set(other, keys.get(entry) ?? keys.size)
    return hasNamesOf(other, entry)
  }

  /** The key of a family, by its own name or a short one. */
  function keyOf(family: string): string {
    checkArgument('fonts', 'the name of a family', family, aString)
    const key = family.toLowerCase()
    return families.has(key) ? key : (shortNames.get(key) ?? family).toLowerCase()
  }

  /** Notes that a face was asked for; the one that is awake longest without gives its memory back. */
  function touch(key: string, face: OpenFace) {
    open.set(key, face)
    checkLimit('faces that are open at once', open.size, mostOpen)
    awake.delete(key)
    awake.set(key, face)
    const [longest] = awake
    if (awake.size <= mostAwake) return
    awake.delete(longest[0])
    longest[1].rest()
  }

  function entriesOf(family: string): FontEntry[] {
    if (closed) fail('closed-fonts', 'the fonts are closed', { hint: 'open another' })
    const key = keyOf(family)
    const found = byFamily.get(key)
    if (found) return found
    if (families.has(key)) return []
    const nearest = nearestFamily(family, [...families.values(), ...shortNames.keys()])
    return fail('unknown-family', `no family '${family}' among the fonts`, { nearest })
  }

  function coverageOf(entry: FontEntry): Coverage {
    let coverage = coverages.get(entry)
    if (!coverage) {
      coverage = readCoverage(entry.font().tables)
      coverages.set(entry, coverage)
    }
    return coverage
  }

  /** The nearest of a family, asked for if it is to come; of the first family that has some till then. */
  function standIns(family: string, wanted: WantedTraits): readonly FontEntry[] {
    const own = entriesOf(family)
    later.request(keyOf(family), own, wanted)
    return nearFirst(own.length > 0 ? own : ([...byFamily.values()][0] ?? []), wanted)
  }

  for (const entry of entries) put(entry)
  for (const family of later.families) {
    if (!families.has(family.toLowerCase())) families.set(family.toLowerCase(), family)
  }
  for (const [name, family] of Object.entries(names)) {
    if (families.has(family.toLowerCase())) continue
    const nearest = nearestName(family, families.values())
    fail(
      'unknown-family',
      `the short name '${name}' is for '${family}', which is not among the fonts`,
      { nearest },
    )
  }

  return {
    get families() {
      return [...families.values()]
    },
    get revision() {
      return revision
    },
    problems,
    [notes]: new Map(),
    [laterFiles]: {
      split: (family, wanted) => later.split(keyOf(family), entriesOf(family), wanted),
      request: (family, wanted, text) =>
        later.request(keyOf(family), entriesOf(family), wanted, text),
      requestSpare: later.requestSpare,
    },
    has: family => families.has(keyOf(family)),
    nearest(family) {
      checkArgument('nearest', 'family', family, aString)
      return nearestFamily(family, [...families.values(), ...shortNames.keys()])
    },
    facesOf: family => entriesOf(family).map(entry => listed(entry, namesOf(entry))),
    capabilitiesOf: family =>
      entriesOf(family).map(entry => abilitiesOf(entry, namesOf(entry), coverageOf(entry))),
    coverage(family, wanted) {
      checkArgument('coverage', 'what is wanted', wanted, traits)
      const own = entriesOf(family)
      return unitedCoverage(own.length > 0 ? nearestFaces(own, wanted).map(coverageOf) : [])
    },
    face(family, wanted) {
      checkArgument('face', 'what is wanted', wanted, traits)
      return faceOfEntry(standIns(family, wanted)[0], wanted)
    },
    faces(family, wanted) {
      checkArgument('faces', 'what is wanted', wanted, traits)
      const own = entriesOf(family)
      if (own.length === 0) return []
      return nearFirst(own, wanted).map(entry => faceOfEntry(entry, wanted))
    },
    find(wanted) {
      checkSearch(wanted)
      const all = [...byFamily.values()].flat()
      return all
        .filter(entry => isFound(entry, namesOf(entry), wanted))
        .map(entry => abilitiesOf(entry, namesOf(entry), coverageOf(entry)))
        .filter(face => canDo(face, wanted))
    },
    isPending(family, wanted) {
      checkArgument('isPending', 'what is wanted', wanted, traits)
      return later.isPending(keyOf(family), entriesOf(family), wanted)
    },
    settled: later.settled,
    onChange(listener) {
      checkArgument('onChange', 'the listener', listener, aFunction)
      const callback = () => listener()
      listeners.add(callback)
      return () => void listeners.delete(callback)
    },
    async add(...fonts) {
      const added = await Promise.all(fonts.map(read))
      for (const one of added) {
        for (const entry of one.entries) put(entry)
        append(problems, one.problems)
      }
      notify()
    },
    close() {
      closed = true
      revision++
      later.close()
      listeners.clear()
      for (const { release } of open.values()) release()
      for (const kept of [open, awake, byFamily, families, keys, coverages, this[notes]])
        kept.clear()
    },
  }

  /** Of equally near files, those with Latin letters first: spaces and marks come from them. */
  function nearFirst(all: readonly FontEntry[], wanted: WantedTraits): readonly FontEntry[] {
    const near = nearestFaces(all, wanted)
    if (near.length === 1) return near
    const has = near.map(entry => isCovered(coverageOf(entry), latinLetter))
    return [...near.filter((_, i) => has[i]), ...near.filter((_, i) => !has[i])]
  }

  function faceOfEntry(entry: FontEntry, wanted: WantedFace): Face {
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

/** The slant a face has for what is wanted: its own, or one it can take on its axes. */
function slantAt({ slant, slants = [] }: FontEntry, wanted: WantedTraits): Slant {
  if (wanted.slant === 'normal' || slant !== 'normal' || slants.length === 0) return slant
  return slants.includes(wanted.slant) ? wanted.slant : slants[0]
}

/** The traits to synthesize: wanted, missing and allowed. */
function synthesizedFor(
  entry: FontEntry,
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
