import type { Segment } from '../fonts/index.ts'
import { scriptTag } from '../unicode/index.ts'
import type { ShapingTools } from './shaping-tools.ts'

/** Texts have few kinds of segments; a program that makes up features starts anew. */
const mostSegments = 1000

/** Segments by what they are of, each kind one object. */
export function segmentBook(): ShapingTools['segmentOf'] {
  const segments = new Map<string, Segment>()
  /** Most stretches are of the same kind as the one before. */
  let last: Segment | undefined
  let lastScript = ''
  return (script, language, features, level) => {
    const direction = level % 2 === 1 ? 'rtl' : 'ltr'
    if (
      last &&
      lastScript === script &&
      last.language === language &&
      last.direction === direction &&
      last.features === features
    ) {
      return last
    }
    const key = `${script} ${language} ${direction} ${features.join()}`
    let segment = segments.get(key)
    if (!segment) {
      if (segments.size >= mostSegments) segments.clear()
      segment = { script: scriptTag(script), language, direction, features }
      segments.set(key, segment)
    }
    last = segment
    lastScript = script
    return segment
  }
}
