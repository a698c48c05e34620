import { type StyledRun, shapeParagraph } from '../../shaping/index.ts'
import type { Style } from '../../sheet/index.ts'
import type { GlyphRun } from '../layout.ts'
import type { LayoutTools } from './layout-tools.ts'
import { lineRuns, trackingBehind, widthOf } from './line-runs.ts'

/** Text of no character of the text: it stands at one offset, and in the way of what is around it. */
interface InsertedText {
  readonly kind: 'ellipsis' | 'marker'
  readonly text: string
  readonly style: Style
  /** Its styles, where it has more than one. */
  readonly runs?: readonly StyledRun[] | undefined
  /** In the whole text. */
  readonly offset: number
  /** The level of its paragraph; undefined if its own letters decide. */
  readonly level?: number | undefined
}

export interface InsertedRuns {
  /** In the order of the text, not yet placed. */
  readonly runs: readonly GlyphRun[]
  /** Without the tracking behind the last letter. */
  readonly width: number
}

/** The runs of an inserted text; what a face lacks is of another, as in any text. */
export function insertedRuns(inserted: InsertedText, tools: LayoutTools): InsertedRuns {
  const { kind, text, style, offset, level } = inserted
  const runs = inserted.runs ?? [{ start: 0, end: text.length, style }]
  const shaped = shapeParagraph({ text, runs, isolates: [], offset, style, level }, tools)
  const own = lineRuns(shaped, 0, text.length, tools.shape)
  return {
    runs: own.map(run => ({ ...run, kind, start: offset, end: offset })),
    width: widthOf(own) - trackingBehind(shaped, text.length),
  }
}
