import type { GlyphRun, Line } from '../layout/index.ts'
import { hasCentralBaseline } from '../sheet/index.ts'
import { decorationItems } from './decorations.ts'
import type { Item } from './drawing.ts'
import { emphasisMarks } from './emphasis-marks.ts'
import { isPlain } from './is-plain.ts'
import { laidDown, runItems, type Standing } from './run-items.ts'
import { shadowItems } from './shadow.ts'

/** Neighbors of a line that are painted together, and then shown as far as `opacity` says. */
interface OpacityGroup {
  readonly opacity: number
  readonly runs: readonly GlyphRun[]
}

/**
 * Text that shows what is below it is painted as a whole first, so that no line shows through its
 * letters: in its own ink, and then as one.
 */
export function opacityGroups({ runs }: Line): OpacityGroup[] {
  const spans: { opacity: number; runs: GlyphRun[] }[] = []
  for (const run of runs) {
    const opacity = isPlain(run.style) ? 1 : run.style.opacity
    const last = spans.at(-1)
    if (last && last.opacity === opacity) last.runs.push(run)
    else spans.push({ opacity, runs: [run] })
  }
  return spans
}

/** The layers of runs, in the coordinates of their layout's frame. */
interface Layers {
  /** Shadows, and then lines: they lie below all letters. */
  readonly below: readonly Item[]
  readonly letters: readonly { readonly run: GlyphRun; readonly items: readonly Item[] }[]
  /** Lines that strike them out. */
  readonly above: readonly Item[]
}

/** All of them, in the order they are painted in. */
export function paintedOf({ below, letters, above }: Layers): Item[] {
  return [...below, ...letters.flatMap(letter => letter.items), ...above]
}

/**
 * The layers of a group: with an opacity as a group each run is whole; otherwise its style decides.
 */
export function layersOf({ runs, opacity }: OpacityGroup, standing: Standing): Layers {
  const throughOf = ({ style }: GlyphRun) => (opacity < 1 ? 1 : style.opacity)
  const { line, matrix, layout } = standing
  const isVertical = hasCentralBaseline(layout.writingMode)
  const lines = (which: 'underline' | 'overline' | 'strike') =>
    laidDown(matrix, decorationItems(line, runs, which, throughOf))
  return {
    below: [
      ...runs.flatMap(run => shadowItems(run, standing, throughOf(run))),
      ...lines('underline'),
      ...lines('overline'),
    ],
    letters: runs.map(run => ({ run, items: runItems(run, standing, throughOf(run)) })),
    above: [
      ...lines('strike'),
      ...laidDown(matrix, emphasisMarks(line, runs, isVertical, throughOf)),
    ],
  }
}
