import type { WordLine } from '../shaping/index.ts'
import { breakKinds } from '../unicode/index.ts'
import { contentEnd } from './content-end.ts'
import { scriptOfPlain } from './plain-script.ts'
import type { PlainRun } from './plain-shaping.ts'
import { breakOptions, type NumberedLines } from './plain-stops.ts'
import { behindItem, type PlainStyle } from './plain-style.ts'
import { tolerance } from './stops.ts'

/**
 * The lines of a text in several styles in a room, first fit; undefined where it takes more than the
 * numbers of its words: where one is wider than its line, not safe to break where it may be, or alone
 * on the last line and may not be.
 */
export function runLines(
  text: string,
  own: PlainStyle,
  runs: readonly PlainRun[],
  room: number,
): NumberedLines | undefined {
  const stops = runStops(text, own, runs)
  if (!stops) return undefined
  const { offsets, ends, starts } = stops
  const limit = room + tolerance
  const lines = { ends: [] as number[], widths: [] as number[], broken: [] }
  let x = 0
  for (let next = 0; next < offsets.length; ) {
    if (ends[next] - x > limit) return undefined
    let last = next
    while (last + 1 < offsets.length && ends[last + 1] - x <= limit) last++
    lines.ends.push(offsets[last])
    lines.widths.push(ends[last] - x)
    x = starts[last]
    next = last + 1
  }
  const lastStart = lines.ends.length > 1 ? lines.ends[lines.ends.length - 2] : 0
  const isLone = lastStart > 0 && !text.slice(lastStart).trimEnd().includes(' ')
  return isLone && own.style.loneWord === 'avoid' ? undefined : lines
}

/** Where lines may end, and where they do and the next begin, in units along the text on one line. */
interface RunStops {
  readonly offsets: readonly number[]
  readonly ends: Float64Array
  readonly starts: Float64Array
}

function runStops(text: string, own: PlainStyle, runs: readonly PlainRun[]): RunStops | undefined {
  const kinds = breakKinds(text, breakOptions(own.style))
  const offsets: number[] = []
  const contents: number[] = []
  for (let at = 1, before = 0; at < kinds.length; at++) {
    if (kinds[at] === 0) continue
    offsets.push(at)
    contents.push(contentEnd(text, before, at))
    before = at
  }
  const script = scriptOfPlain(text)
  const [ends, starts] = [new Float64Array(offsets.length), new Float64Array(offsets.length)]
  let [x, content, offset] = [0, 0, 0]
  for (let i = 0; i < runs.length; ) {
    const { start, own: item } = runs[i]
    i = behindItem(runs, i)
    const { end } = runs[i - 1]
    const segment = item.segments.get(script)
    const piece = text.slice(start, end)
    const words = segment && own.tools.measureWords(item.face, piece, segment, item.shaping.spacing)
    if (!words) return undefined
    for (let word = 0; content < contents.length && contents[content] <= end; content++) {
      word = wordAt(contents[content] - start, words, word)
      const place = alongAt(contents[content] - start, word, words)
      if (place === undefined) return undefined
      const along = x + place * item.scale
      const delta = contents[content] - start === words.ends[word] ? words.deltas[word] : 0
      // The kerning with the space behind it falls away.
      ends[content] = delta === 0 || word === words.count ? along : along - delta * item.scale
    }
    for (let word = 0; offset < offsets.length && offsets[offset] <= end; offset++) {
      word = wordAt(offsets[offset] - start, words, word)
      const place = alongAt(offsets[offset] - start, word, words)
      if (place === undefined) return undefined
      starts[offset] = x + place * item.scale
    }
    x += words.total * item.scale
  }
  return { offsets, ends, starts }
}

/** The word that an offset is in or before, from one on; how many there are behind the last. */
function wordAt(offset: number, { count, ends }: WordLine, from: number): number {
  let word = from
  while (word < count && offset > ends[word]) word++
  return word
}

/** How far along its words an offset is; undefined where they may not be broken there. */
function alongAt(
  offset: number,
  word: number,
  { count, total, words, starts, ends, from, to, deltas, table }: WordLine,
): number | undefined {
  if (offset === 0) return 0
  if (word === count) return total
  if (offset === ends[word]) return to[word] + deltas[word]
  if (offset <= starts[word]) return offset === starts[word] ? from[word] : undefined
  const glyph = table?.glyphFrom(words[word], offset - starts[word]) ?? -1
  const isSafe = glyph >= 0 && table?.isSafeAt(words[word], glyph, offset - starts[word])
  return table && isSafe ? from[word] + table.advanceTo(words[word], glyph) : undefined
}
