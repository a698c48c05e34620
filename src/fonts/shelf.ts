import { fail, nearestName } from '../problem/index.ts'
import type { ContainedFont } from './containers/open-container.ts'
import type { Face, Slant } from './face.ts'
import { type FaceTraits, nearestFace } from './match-face.ts'
import { type FontEngines, inspectFace, openFace } from './open-face.ts'
import { coordinatesFor, type VariationAxis, type WantedVariation } from './variations.ts'

/** A font file that the shelf may open. */
export interface ShelfEntry extends FaceTraits {
  readonly family: string
  /** What messages call it: the file's path or URL. */
  readonly name: string
  readonly axes?: readonly VariationAxis[]
  readonly font: () => ContainedFont
}

/** A font to put on a shelf: bytes, a path (Node; folders as well) or a URL. */
export type FontSource = string | URL | Uint8Array

/** What a style wants of a face. */
export interface WantedFace extends WantedVariation {
  readonly slant: Slant
}

/** A face as lists show it. */
export interface ListedFace extends FaceTraits {
  /** The file it is in. */
  readonly name: string
  readonly axes: readonly VariationAxis[]
}

/** The faces at hand. */
export interface Shelf {
  readonly families: readonly string[]
  /** Families compare without regard to case, as in CSS. */
  has(family: string): boolean
  /** The known family nearest in name. */
  nearest(family: string): string | undefined
  /** The face of a family nearest to what is wanted; throws `unknown-family` where it has none. */
  face(family: string, wanted: WantedFace): Face
  /** Every face of a family. */
  facesOf(family: string): readonly ListedFace[]
  /** Puts more fonts on the shelf. Throws `unreadable-font`, `bad-font`. */
  add(...fonts: readonly FontSource[]): Promise<void>
  /** Gives the memory of all open faces back. The shelf cannot be used after. */
  close(): void
}

export interface ShelfParts {
  readonly entries: readonly ShelfEntry[]
  readonly engines: FontEngines
  /** Short names for families, to be changed in one place. */
  readonly names: Readonly<Record<string, string>>
  /** Reads fonts that are added later. */
  readonly read: (font: FontSource) => Promise<readonly ShelfEntry[]>
}

/** A shelf over font files; each is opened when the first text is set in it. */
export function shelfOf({ entries, engines, names, read }: ShelfParts): Shelf {
  const all: ShelfEntry[] = []
  const byFamily = new Map<string, ShelfEntry[]>()
  const families = new Map<string, string>()
  const open = new Map<string, { face: Face; release: () => void }>()
  const shortNames = new Map(
    Object.entries(names).map(([name, family]) => [name.toLowerCase(), family]),
  )
  let closed = false

  function put(entry: ShelfEntry) {
    const key = entry.family.toLowerCase()
    byFamily.set(key, [...(byFamily.get(key) ?? []), entry])
    families.set(key, entry.family)
    all.push(entry)
  }

  /** The key of a family, by its own name or a short one. */
  function keyOf(family: string): string {
    const key = family.toLowerCase()
    return byFamily.has(key) ? key : (shortNames.get(key) ?? family).toLowerCase()
  }

  function entriesOf(family: string): ShelfEntry[] {
    if (closed) fail('closed-shelf', 'the shelf is closed', { hint: 'open another' })
    const found = byFamily.get(keyOf(family))
    if (found) return found
    const nearest = nearestName(family, [...families.values(), ...shortNames.keys()])
    return fail('unknown-family', `no family '${family}' on the shelf`, { nearest })
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
    has: family => byFamily.has(keyOf(family)),
    nearest: family => nearestName(family, [...families.values(), ...shortNames.keys()]),
    facesOf: family =>
      entriesOf(family).map(({ weight, weights, slant, name, axes = [] }) => {
        return { weight, slant, name, axes, ...(weights && { weights }) }
      }),
    face(family, wanted) {
      const entry = nearestFace(entriesOf(family), wanted)
      const at = coordinatesFor(entry.axes ?? [], wanted)
      const key = [all.indexOf(entry), ...[...at].flat()].join(' ')
      let opened = open.get(key)
      if (!opened) {
        opened = openFace(engines, entry.font(), at, entry.name, key)
        open.set(key, opened)
      }
      return opened.face
    },
    async add(...fonts) {
      const added = await Promise.all(fonts.map(read))
      for (const entry of added.flat()) put(entry)
    },
    close() {
      closed = true
      for (const { release } of open.values()) release()
      open.clear()
    },
  }
}

/** An entry for a font, with what it says of itself; throws `bad-font`. */
export function entryFor(font: ContainedFont, name: string): ShelfEntry {
  const { family, weight, slant, axes } = inspectFace(font, name)
  const weights = axes.find(axis => axis.tag === 'wght')
  return {
    family,
    weight,
    slant,
    name,
    axes,
    font: () => font,
    ...(weights && { weights: [weights.least, weights.most] as const }),
  }
}
