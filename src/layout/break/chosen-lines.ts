import { type StopRows, stopKind } from '../measure/stop-rows.ts'

/** The lines of a paragraph, by the stops they end at; one entry of each list a line. */
export interface ChosenLines {
  /** Numbers of stops; -1 where a line ends inside a word that is wider than it. */
  readonly stops: number[]
  /** Offsets in the paragraph. */
  readonly ends: number[]
  /** In units. */
  readonly widths: number[]
  /** Where more of the text follows, which has to be cut: the offset it starts at, and the same in units. */
  rest: { readonly start: number; readonly x: number } | undefined
}

export const noLines = (): ChosenLines => ({ stops: [], ends: [], widths: [], rest: undefined })

/** The lines that end at stops; of more than `most` those before the last of them. */
export function linesAt(
  stops: readonly number[],
  { ends, nexts, offsets }: StopRows,
  most: number,
): ChosenLines {
  const count = stops.length > most ? most - 1 : stops.length
  const lines = noLines()
  let [x, start] = [0, 0]
  for (let i = 0; i < count; i++) {
    const stop = stops[i]
    lines.stops.push(stop)
    lines.ends.push(offsets[stop])
    lines.widths.push(ends[stop] - x)
    x = nexts[stop]
    start = offsets[stop]
  }
  if (count < stops.length) lines.rest = { start, x }
  return lines
}

const none: readonly number[] = []

/** The indices of lines that end inside a word that is wider than they are. */
export function brokenOf({ stops }: ChosenLines): readonly number[] {
  return stops.includes(-1) ? stops.flatMap((stop, i) => (stop < 0 ? [i] : [])) : none
}

/** The indices of lines that end with a hyphen. */
export function hyphenatedOf({ stops }: ChosenLines, { kinds, hyphenWidth }: StopRows) {
  if (hyphenWidth === 0) return none
  return stops.flatMap((stop, i) => (stop >= 0 && kinds[stop] === stopKind.hyphen ? [i] : []))
}
