import type { Breakable } from './stops.ts'

/** The word spaces of a paragraph: how many a line has, and where they stand. */
export interface WordSpaces {
  /** Of a space, on average, in units. */
  readonly width: number
  /** Those of a line from an offset to a stop that give way when it is justified. */
  count(start: number, stop: number): number
  /** How many of one line, up to a stop, stand above spaces of the next, up to another. */
  underEachOther(start: number, stop: number, nextStop: number): number
}

export function spacesIn({ paragraph, breaks, hasTabs }: Breakable): WordSpaces {
  const { widths, stops } = breaks()
  const { contentEnds, offsets } = stops
  const { text } = paragraph
  const { length } = text
  const before = new Uint32Array(length + 1)
  const places = new Float64Array(length)
  let found = 0
  let total = 0
  for (let i = 0; i < length; i++) {
    before[i] = found
    if (text.charCodeAt(i) !== 0x20) continue
    places[found++] = widths[i]
    total += widths[i + 1] - widths[i]
  }
  before[length] = found
  const width = found > 0 ? total / found : 0
  return {
    width,
    count(start, stop) {
      const end = contentEnds[stop]
      // A tab ends what can give way: from behind the last one of a line on.
      const from = hasTabs ? Math.max(start, text.lastIndexOf('\t', end - 1) + 1) : start
      return Math.max(0, before[end] - before[from])
    },
    underEachOther(start, stop, nextStop) {
      const next = offsets[stop]
      const moved = widths[next] - widths[start]
      const half = width / 2
      const [aLast, bLast] = [before[contentEnds[stop]], before[contentEnds[nextStop]]]
      let count = 0
      let b = before[next]
      for (let a = before[start]; a < aLast; a++) {
        const x = places[a] + moved
        while (b < bLast && places[b] < x - half) b++
        if (b === bLast) break
        if (places[b] <= x + half) count++
      }
      return count
    },
  }
}
