import type { Breakable } from './stops.ts'

/** The word spaces of a paragraph: how many a line has, and where they stand. */
export interface WordSpaces {
  /** The average width of a space, in units. */
  readonly width: number
  /** Number of spaces that stretch in a line from an offset to a stop. */
  count(start: number, stop: number): number
  /**
   * Number of one line's spaces, up to a stop, that stand above spaces of the next, up to another.
   */
  underEachOther(start: number, stop: number, nextStop: number): number
}

export function spacesIn({ paragraph, breaks }: Breakable): WordSpaces {
  const { widths, rows } = breaks()
  const { contents, offsets } = rows
  const { text } = paragraph
  const { length } = text
  const before = new Uint32Array(length + 1)
  const places = new Float64Array(length)
  /** For each offset the one behind the last tab before it; 0 where there is none. */
  const behindTabs = new Uint32Array(length + 1)
  let found = 0
  let total = 0
  for (let i = 0; i < length; i++) {
    const code = text.charCodeAt(i)
    before[i] = found
    behindTabs[i + 1] = code === 0x09 ? i + 1 : behindTabs[i]
    if (code !== 0x20) continue
    places[found++] = widths[i]
    total += widths[i + 1] - widths[i]
  }
  before[length] = found
  const width = found > 0 ? total / found : 0
  return {
    width,
    count(start, stop) {
      const end = contents[stop]
      // A tab ends what can give way: from behind the last one of a line on.
      return Math.max(0, before[end] - before[Math.max(start, behindTabs[end])])
    },
    underEachOther(start, stop, nextStop) {
      const next = offsets[stop]
      const moved = widths[next] - widths[start]
      const half = width / 2
      const [aLast, bLast] = [before[contents[stop]], before[contents[nextStop]]]
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
