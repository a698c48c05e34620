import type { Align } from './frame.ts'
import { trimmed } from './line-reach.ts'
import { lineWriter } from './line-writer.ts'
import { shapedPlainly } from './plain-layout.ts'
import { measuredPlainly } from './plain-script.ts'
import { breakOptions, eachStop, isSafeText } from './plain-stops.ts'
import type { PlainStyle } from './plain-style.ts'
import { type Breakable, tolerance } from './stops.ts'
import type { WrappedLines } from './wrap.ts'

/** The places a paragraph's lines may end at, in units along it; one entry of each array a place. */
interface PlainStops {
  readonly count: number
  /** Where a line ends there, and where the next begins. */
  readonly ends: Float64Array
  readonly starts: Float64Array
  /** How wide the spaces between are. */
  readonly hangs: Float64Array
  /** Offsets in the whole text. */
  readonly offsets: Uint32Array
}

/** A plain text that is ready to be wrapped to any width. */
export interface PlainText {
  readonly text: string
  readonly own: PlainStyle
  readonly paragraphs: readonly { readonly offset: number; readonly stops: PlainStops }[]
  /** The same as any other text is made ready, when that is needed. */
  readonly texts: () => readonly Breakable[]
}

/** Undefined where a text is more than its words, or may not be broken wherever a line may end. */
export function plainText(text: string, own: PlainStyle): PlainText | undefined {
  const paragraphs: { offset: number; stops: PlainStops }[] = []
  let offset = 0
  for (const piece of text.split('\n')) {
    const stops = stopsOf(piece, offset, text, own)
    if (!stops) return undefined
    paragraphs.push({ offset, stops })
    offset += piece.length + 1
  }
  let texts: readonly Breakable[] | undefined
  return {
    text,
    own,
    paragraphs,
    texts() {
      texts ??= shapedPlainly(text, own)
      return texts
    },
  }
}

function stopsOf(
  text: string,
  offset: number,
  whole: string,
  own: PlainStyle,
): PlainStops | undefined {
  const ends: number[] = []
  const starts: number[] = []
  const hangs: number[] = []
  const offsets: number[] = []
  if (text !== '') {
    const words = measuredPlainly(text, own, whole, offset + text.length)
    const options = breakOptions(own.style)
    if (!words || !isSafeText(text, words, options)) return undefined
    eachStop(text, words, own.scale, options, (end, next, hang, behind) => {
      ends.push(end)
      starts.push(next)
      hangs.push(hang)
      offsets.push(offset + behind)
      return true
    })
  }
  return {
    count: ends.length,
    ends: Float64Array.from(ends),
    starts: Float64Array.from(starts),
    hangs: Float64Array.from(hangs),
    offsets: Uint32Array.from(offsets),
  }
}

/**
 * Wraps a plain text: the lines of a layout of that width, by comparing one number a place. Undefined
 * where a word is wider than the line, or where lines are justified.
 */
export function wrapPlain(
  { paragraphs, own }: PlainText,
  width: number,
  align: Align | undefined,
): WrappedLines | undefined {
  if (align === 'justify') return undefined
  const { padding, reach, style, tools } = own
  const limit = Math.max(0, width - padding.inlineStart - padding.inlineEnd) + tolerance
  const lines = lineWriter(padding, {
    first: given => trimmed(given, style, tools, true, false),
    last: given => trimmed(given, style, tools, false, true),
  })
  for (let p = 0; p < paragraphs.length; p++) {
    const { offset, stops } = paragraphs[p]
    const { count, ends, starts, hangs, offsets } = stops
    if (p > 0) lines.space(own.space)
    if (count === 0) lines.add(offset, offset, 0, 0, reach)
    let from = offset
    let x = 0
    for (let next = 0; next < count; ) {
      let last = next
      if (ends[last] - x > limit) return undefined
      while (last + 1 < count && ends[last + 1] - x <= limit) last++
      lines.add(from, offsets[last], ends[last] - x, hangs[last], reach)
      x = starts[last]
      from = offsets[last]
      next = last + 1
    }
  }
  return lines.end()
}
