import { scaledStyle } from '../sheet/index.ts'
import { largestRatio, type Ratios } from './fitted-size.ts'
import type { Frame } from './frame.ts'
import type { Layout } from './layout.ts'
import { measuredLayout } from './measured-layout.ts'
import { plainStyle } from './plain-style.ts'
import { type PlainText, wrapPlain } from './plain-wrap.ts'
import { wrapLines } from './wrap.ts'

/** A plain text made as large as its frame has room for. */
interface FittedPlainly {
  readonly ratio: number
  /** Undefined where it takes more than its words to lay it out. */
  readonly layout: Layout | undefined
}

/** Undefined where lines may not end wherever words may. */
export function fittedPlainly(
  simple: PlainText,
  frame: Frame,
  bounds: Ratios,
): FittedPlainly | undefined {
  const { text, own, texts } = simple
  const { style, styleNames, tools } = own
  const stops = simple.stops()
  if (!stops) return undefined
  const { first, ends, starts } = stops
  let longest = 0
  for (let p = 0; p + 1 < first.length; p++) {
    for (let i = first[p]; i < first[p + 1]; i++) {
      const length = ends[i] - (i > first[p] ? starts[i - 1] : 0)
      if (length > longest) longest = length
    }
  }
  const { align } = frame
  const wrap = (width: number) =>
    wrapPlain(simple, width, align) ?? wrapLines(texts(), width, tools, align)
  const ratio = largestRatio({ style, longest, wrap }, frame, bounds)
  const scaled = plainStyle(scaledStyle(style, ratio), styleNames, tools)
  const bare = { text, runs: undefined, sourceMap: undefined, isOfOneDirection: true }
  const layout = scaled && measuredLayout({ ...bare, own: scaled }, frame, style.size * ratio)
  return { ratio, layout }
}
