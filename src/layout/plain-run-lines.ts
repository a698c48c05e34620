import { breakKinds } from '../unicode/index.ts'
import { contentEnd } from './content-end.ts'
import type { NumberedLines } from './numbered-lines.ts'
import { measuredItem } from './plain-item.ts'
import { alongAt, isSafePlace, wordAt } from './plain-places.ts'
import { cutRuns } from './plain-run-cut.ts'
import type { PlainRun } from './plain-shaping.ts'
import { breakOptions } from './plain-stops.ts'
import type { PlainStyle } from './plain-style.ts'
import { tolerance } from './stops.ts'

/**
 * The lines of a text in several styles in a room, first fit; undefined if it takes more than the
 * numbers of its words: where one is wider than its line, not safe to break where it may be, or alone
 * on the last line and may not be. Of more lines than `most` the last is cut.
 */
export function runLines(
  text: string,
  own: PlainStyle,
  runs: readonly PlainRun[],
  room: number,
  script: number,
  most: number,
): NumberedLines | undefined {
  const stops = runStops(text, own, runs, script)
  if (!stops) return undefined
  const { offsets, ends, starts } = stops
  const limit = room + tolerance
  const lines = { ends: [] as number[], widths: [] as number[], broken: [] }
  let x = 0
  for (let next = 0; next < offsets.length; ) {
    const isWide = ends[next] - x > limit
    let last = next
    while (last + 1 < offsets.length && ends[last + 1] - x <= limit) last++
    const isLast = lines.ends.length === most - 1
    if (isLast && (isWide ? own.style.overflowWrap !== 'normal' : last + 1 < offsets.length)) {
      const start = lines.ends.at(-1) ?? 0
      const line = cutRuns({ text, own, runs, start, room, script })
      if (!line) return undefined
      lines.ends.push(line.end)
      lines.widths.push(line.width)
      return { ...lines, cut: line.end }
    }
    if (isWide) return undefined
    lines.ends.push(offsets[last])
    lines.widths.push(ends[last] - x)
    x = starts[last]
    next = last + 1
  }
  const lastStart = lines.ends.length > 1 ? lines.ends[lines.ends.length - 2] : 0
  const isLone = lastStart > 0 && !text.slice(lastStart).trimEnd().includes(' ')
  return isLone && own.style.loneWord === 'avoid' ? undefined : lines
}

/**
 * Break opportunities with the end of their line and the start of the next, along the text on one
 * line.
 */
interface RunStops {
  readonly offsets: readonly number[]
  readonly ends: Float64Array
  readonly starts: Float64Array
}

function runStops(
  text: string,
  own: PlainStyle,
  runs: readonly PlainRun[],
  script: number,
): RunStops | undefined {
  const kinds = breakKinds(text, breakOptions(own.style))
  const offsets: number[] = []
  const contents: number[] = []
  for (let at = 1, before = 0; at < kinds.length; at++) {
    if (kinds[at] === 0) continue
    offsets.push(at)
    contents.push(contentEnd(text, before, at))
    before = at
  }
  const [ends, starts] = [new Float64Array(offsets.length), new Float64Array(offsets.length)]
  let [x, content, offset] = [0, 0, 0]
  for (let i = 0; i < runs.length; ) {
    const item = measuredItem(text, runs, i, script)
    if (!item) return undefined
    i = item.next
    const { start, end, scale, words } = item
    for (let word = 0; content < contents.length && contents[content] <= end; content++) {
      const at = contents[content] - start
      word = wordAt(at, words, word)
      const place = alongAt(at, word, words)
      if (place === undefined || !isSafePlace(at, word, words)) return undefined
      const delta = word < words.count && at === words.ends[word] ? words.deltas[word] : 0
      const along = x + place * scale
      // The kerning with the space behind it falls away.
      ends[content] = delta === 0 ? along : along - delta * scale
    }
    for (let word = 0; offset < offsets.length && offsets[offset] <= end; offset++) {
      const at = offsets[offset] - start
      word = wordAt(at, words, word)
      const place = alongAt(at, word, words)
      if (place === undefined) return undefined
      starts[offset] = x + place * scale
    }
    x += words.total * scale
  }
  return { offsets, ends, starts }
}
