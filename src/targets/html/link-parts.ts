import { linkedTexts, singleSpaced } from '../../drawing/index.ts'
import type { GlyphRun, Layout } from '../../layout/index.ts'

/** The part of a link or action that is on a line. */
export interface LinkPart {
  /** Its index among the links and actions of the layout. */
  readonly index: number
  /** All that it says. */
  readonly text: string
  readonly isFirst: boolean
  /** Whether it is on one line, in one direction. */
  readonly isWhole: boolean
}

export type LinkParts = (runs: readonly GlyphRun[]) => LinkPart | undefined

/** Tells of runs that stand together which part of a link they are. */
export function linkParts(layout: Layout): LinkParts {
  const hasLinks = layout.lines.some(line =>
    line.runs.some(run => run.link !== undefined || run.action !== undefined),
  )
  const all = hasLinks ? linkedTexts(layout) : []
  return runs => {
    let [start, end] = [Infinity, 0]
    for (const run of runs) {
      start = Math.min(start, run.start)
      end = Math.max(end, run.end)
    }
    // Of an ellipsis, which is no text of the layout, both are where that is cut.
    const index = all.findIndex(one =>
      start === end
        ? one.start === start && one.end === end
        : start >= one.start && start < one.end,
    )
    if (index < 0) return undefined
    const { start: from, end: to, text } = all[index]
    const said = singleSpaced(text.replace(/\u00ad/g, ''))
    return { index, text: said, isFirst: start === from, isWhole: start === from && end === to }
  }
}
