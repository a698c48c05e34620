import type { Segment } from '../fonts/index.ts'
import { scriptTag } from '../unicode/index.ts'

/** Texts have few kinds of segments; a program that makes up features starts anew. */
const mostSegments = 1000

const mostRecent = 4

/** One object for each kind of segment. */
export type SegmentOf = (
  script: string,
  language: string,
  features: readonly string[],
  level: number,
) => Segment

/** Segments by what they are of. */
export function segmentBook(): SegmentOf {
  const segments = new Map<string, Segment>()
  /** Most stretches are of the same kind as one of those just before: Japanese goes to and fro. */
  const recent: { readonly script: string; readonly segment: Segment }[] = []
  let next = 0
  return (script, language, features, level) => {
    const direction = level % 2 === 1 ? 'rtl' : 'ltr'
    for (const { script: known, segment } of recent) {
      if (
        known === script &&
        segment.language === language &&
        segment.direction === direction &&
        segment.features === features
      ) {
        return segment
      }
    }
    const key = `${script} ${language} ${direction} ${features.join()}`
    let segment = segments.get(key)
    if (!segment) {
      if (segments.size >= mostSegments) segments.clear()
      segment = { script: scriptTag(script), language, direction, features }
      segments.set(key, segment)
    }
    recent[next] = { script, segment }
    next = (next + 1) % mostRecent
    return segment
  }
}
