import { DotLineError, type Problem } from '../problem/index.ts'
import { type Coverage, hasCovered, isCovered, unitedCoverage } from './coverage.ts'
import type { FontEntry } from './listed-face.ts'
import { type FaceTraits, nearestFaces, type WantedTraits } from './match-face.ts'

/** A face that is fetched when text first wants it; what it is like is known before. */
export interface LaterFace extends FaceTraits {
  readonly family: string
  /** Its name in messages, usually its URL. */
  readonly name: string
  /** Fetches it. Throws a `DotLineError` where that fails. */
  readonly fetch: () => Promise<FontEntry>
  /** Characters of a file that has some of its family; it is fetched for a text with one of them. */
  readonly ranges?: Coverage | undefined
  /** Whether it may have a script that no face at hand has, for styles that do not name its family. */
  readonly isSpare: boolean
}

/** Faces that are not here yet. */
interface LaterFaces {
  readonly families: readonly string[]
  /** Whether the face of a family that is nearest to what is wanted, of these and those at hand, is to come. */
  isPending(key: string, atHand: readonly FaceTraits[], wanted: WantedTraits): boolean
  /** The files with ranges that are nearest to what is wanted, and are to come. */
  split(key: string, atHand: readonly FaceTraits[], wanted: WantedTraits): SplitFace
  /**
   * Fetches the face of a family that is nearest, if it is one of these; each once. Of files with
   * ranges those that have a character of the text.
   */
  request(key: string, atHand: readonly FaceTraits[], wanted: WantedTraits, text?: string): void
  /**
   * Fetches a face that may have a character which no face at hand has, and gives its family: one
   * that says so by its ranges, else any, if `hasScript`.
   */
  requestSpare(codePoint: number, hasScript: boolean, wanted: WantedTraits): string | undefined
  /** Resolves when all that was asked for has come, or failed. */
  settled(): Promise<void>
  /** Forgets all; what comes after is dropped. */
  close(): void
}

/** The key under which fonts have their files that are to come. */
export const laterFiles: unique symbol = Symbol('files of fonts that are to come')

/** The files of fonts that are to come, by the names of their families. */
export interface LaterFiles {
  split(family: string, wanted: WantedTraits): SplitFace
  request(family: string, wanted: WantedTraits, text: string): void
  readonly requestSpare: LaterFaces['requestSpare']
}

/** Files with ranges of a face that are to come. */
interface SplitFace {
  /** The characters in them. */
  readonly ranges: Coverage
  /** Whether none of the files is at hand. */
  readonly isWhole: boolean
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
    if (!ofFamily || ofFamily.length === 0) return []
    const near: ReadonlySet<FaceTraits> = new Set(nearestFaces([...atHand, ...ofFamily], wanted))
    return ofFamily.filter(face => near.has(face))
  }

  function fetchOnce(face: LaterFace) {
    if (!underWay.has(face)) underWay.set(face, fetched(face))
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
    isPending: (key, atHand, wanted) => nearestOf(key, atHand, wanted).some(face => !face.ranges),
    split(key, atHand, wanted) {
      const split = nearestOf(key, atHand, wanted).filter(face => face.ranges)
      return {
        ranges: unitedCoverage(split.flatMap(face => face.ranges ?? [])),
        isWhole: split.length > 0 && nearestFaces([split[0], ...atHand], wanted).length === 1,
      }
    },
    request(key, atHand, wanted, text = '') {
      for (const face of nearestOf(key, atHand, wanted)) {
        if (!face.ranges || hasCovered(face.ranges, text)) fetchOnce(face)
      }
    },
    requestSpare(codePoint, hasScript, wanted) {
      const spare = [...waiting.values()].flat().filter(face => face.isSpare)
      const able = spare.filter(face => face.ranges && isCovered(face.ranges, codePoint))
      const chosen = able.length > 0 || !hasScript ? able : spare.filter(face => !face.ranges)
      if (chosen.length === 0) return undefined
      // Where the nearest turns out to lack it, the next is asked for.
      const near = nearestFaces(chosen, wanted)
      near.forEach(fetchOnce)
      return near[0].family
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
