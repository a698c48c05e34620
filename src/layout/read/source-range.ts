import { aNumber, checkArguments, type TextRange } from '../../problem/index.ts'
import type { Layout } from '../layout.ts'
import { indexAt } from '../measure/index-at.ts'
import { checkLayout } from './check-layout.ts'

/**
 * The part of the markup that a stretch of the layout's text comes from. An escape, a value or a
 * case change counts as a whole. Undefined if the stretch is not in the markup, as in rich text
 * that fills a placeholder.
 */
export function sourceRange(layout: Layout, start: number, end: number): TextRange | undefined {
  checkLayout('sourceRange', layout)
  checkArguments('sourceRange', ['start', start, aNumber], ['end', end, aNumber])
  const { sourceMap } = layout
  let from = Number.POSITIVE_INFINITY
  let to = Number.NEGATIVE_INFINITY
  for (let i = indexAt(sourceMap, start); i < sourceMap.length; i++) {
    const { start: pieceStart, end: pieceEnd, source } = sourceMap[i]
    if (pieceStart >= end && pieceStart > start) break
    if (pieceEnd <= start) continue
    const isExact = pieceEnd - pieceStart === source.end - source.start
    const own = isExact
      ? {
          start: source.start + Math.max(0, start - pieceStart),
          end: source.start + Math.min(end, pieceEnd) - pieceStart,
        }
      : source
    from = Math.min(from, own.start)
    to = Math.max(to, own.end)
  }
  return from <= to ? { start: from, end: to } : undefined
}
