import { fail, nearestName } from '../problem/index.ts'
import type { Face, Slant } from './face.ts'
import { type FaceTraits, nearestFace } from './match-face.ts'
import { type FontEngines, inspectFace, openFace } from './open-face.ts'

/** A font file that the shelf may open. */
export interface ShelfEntry extends FaceTraits {
  readonly family: string
  /** What messages call it: the file's path or URL. */
  readonly name: string
  readonly bytes: () => Uint8Array
}

/** The faces at hand. */
export interface Shelf {
  readonly families: readonly string[]
  /** Families compare without regard to case, as in CSS. */
  has(family: string): boolean
  /** The known family nearest in name. */
  nearest(family: string): string | undefined
  /** The face of a family nearest to what is wanted; throws `unknown-family` where it has none. */
  face(family: string, wanted: { weight: number; slant: Slant }): Face
  /** Every face of a family, as weight and slant. */
  facesOf(family: string): readonly FaceTraits[]
  /** Gives the memory of all open faces back. The shelf cannot be used after. */
  close(): void
}

/** A shelf over font files; each is opened when the first text is set in it. */
export function shelfOf(entries: readonly ShelfEntry[], engines: FontEngines): Shelf {
  const byFamily = new Map<string, ShelfEntry[]>()
  for (const entry of entries) {
    const key = entry.family.toLowerCase()
    byFamily.set(key, [...(byFamily.get(key) ?? []), entry])
  }
  const families = [...new Map(entries.map(e => [e.family.toLowerCase(), e.family])).values()]
  const open = new Map<ShelfEntry, { face: Face; release: () => void }>()
  let closed = false

  function entriesOf(family: string): ShelfEntry[] {
    if (closed) fail('closed-shelf', 'the shelf is closed', { hint: 'open another' })
    const found = byFamily.get(family.toLowerCase())
    if (found) return found
    const nearest = nearestName(family, families)
    return fail('unknown-family', `no family '${family}' on the shelf`, { nearest })
  }

  return {
    families,
    has: family => byFamily.has(family.toLowerCase()),
    nearest: family => nearestName(family, families),
    facesOf: family => entriesOf(family).map(({ weight, slant }) => ({ weight, slant })),
    face(family, wanted) {
      const entry = nearestFace(entriesOf(family), wanted)
      let opened = open.get(entry)
      if (!opened) {
        opened = openFace(engines, entry.bytes(), entry.name, String(entries.indexOf(entry)))
        open.set(entry, opened)
      }
      return opened.face
    },
    close() {
      closed = true
      for (const { release } of open.values()) release()
      open.clear()
    },
  }
}

/** An entry from bytes, with what the file says of itself; throws `bad-font`. */
export function entryFromBytes(bytes: Uint8Array, name: string): ShelfEntry {
  const { family, weight, slant } = inspectFace(bytes, name)
  return { family, weight, slant, name, bytes: () => bytes }
}
