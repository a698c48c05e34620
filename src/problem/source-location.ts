import type { SourceLocation } from './problem.ts'

/**
 * Gives the places of ranges of a source text. Lines end at LF, CR LF or CR. The lines are found
 * once, when the first place is asked for.
 */
export function locationsIn(
  text: string,
  source: string,
): (start: number, end?: number) => SourceLocation {
  let starts: number[] | undefined
  return (start, end = start) => {
    starts ??= lineStarts(text)
    let low = 0
    let high = starts.length - 1
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (starts[middle] <= start) low = middle
      else high = middle - 1
    }
    return { source, start, end, line: low + 1, column: start - starts[low] + 1 }
  }
}

function lineStarts(text: string): number[] {
  const starts = [0]
  for (const match of text.matchAll(/\r\n|\r|\n/g)) starts.push(match.index + match[0].length)
  return starts
}
