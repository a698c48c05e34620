import { DotLineError, type Problem } from '../problem/index.ts'
import type { FontEntry } from './listed-face.ts'
import { type FaceTraits, nearestFaces, type WantedTraits } from './match-face.ts'

/** A face that is fetched when text first wants it; what it is like is known before. */
export interface LaterFace extends FaceTraits {
  readonly family: string
  /** Its name in messages, usually its URL. */
  readonly name: string
  /** Fetches it. Throws a `DotLineError` where that fails. */
  readonly fetch: () => Promise<FontEntry>
}

/** Faces that are not here yet. */
export interface LaterFaces {
  readonly families: readonly string[]
  /** Whether the face of a family that is nearest to what is wanted, of these and those at hand, is to come. */
  isPending(key: string, atHand: readonly FaceTraits[], wanted: WantedTraits): boolean
  /** Fetches the face of a family that is nearest, if it is one of these; each once. */
  request(key: string, atHand: readonly FaceTraits[], wanted: WantedTraits): void
  /** Resolves when all that was asked for has come, or failed. */
  settled(): Promise<void>
  /** Forgets all; what comes after is dropped. */
  close(): void
}

export function laterFaces(
  faces: readonly LaterFace[],
  arrived: (entry: FontEntry) => void,
  failed: (problems: readonly Problem[]) => void,
): LaterFaces {
  const waiting = new Map<string, LaterFace[]>()
  for (const face of faces) {
    const key = face.family.toLowerCase()
    waiting.set(key, [...(waiting.get(key) ?? []), face])
  }
  const underWay = new Map<LaterFace, Promise<void>>()
  let closed = false

  function nearestOf(key: string, atHand: readonly FaceTraits[], wanted: WantedTraits) {
    const ofFamily = waiting.get(key)
    if (!ofFamily) return []
    const near: ReadonlySet<FaceTraits> = new Set(nearestFaces([...atHand, ...ofFamily], wanted))
    return ofFamily.filter(face => near.has(face))
  }

  async function fetched(face: LaterFace) {
    const result = await face.fetch().catch((error: unknown) => {
      if (error instanceof DotLineError) return error
      throw error
    })
    underWay.delete(face)
    if (closed) return
    const key = face.family.toLowerCase()
    waiting.set(
      key,
      (waiting.get(key) ?? []).filter(one => one !== face),
    )
    if (result instanceof DotLineError) failed(result.problems)
    else arrived(result)
  }

  return {
    families: faces.map(face => face.family),
    isPending: (key, atHand, wanted) => nearestOf(key, atHand, wanted).length > 0,
    request(key, atHand, wanted) {
      for (const face of nearestOf(key, atHand, wanted)) {
        if (!underWay.has(face)) underWay.set(face, fetched(face))
      }
    },
    async settled() {
      // Faces that arrive may be set at once, and more may be asked for.
      while (underWay.size > 0) await Promise.all(underWay.values())
    },
    close() {
      closed = true
      waiting.clear()
    },
  }
}
