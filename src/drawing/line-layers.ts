import type { Line, LineRun } from '../layout/index.ts'
import { type Style, solidOf } from '../sheet/index.ts'
import { decorationItems } from './decorations.ts'
import type { Item } from './drawing.ts'
import { laidDown, runItems, type Standing } from './run-items.ts'
import { shadowItems } from './shadow.ts'

const plain = new WeakMap<Style, boolean>()

/** Whether nothing lies behind, beside or through text of a style: found out once. */
export function isPlain(style: Style): boolean {
  let known = plain.get(style)
  if (known === undefined) {
    const { shadow, underline, overline, strike, backing } = style
    known = backing === 'none' && shadow === 'none' && !underline && !overline && !strike
    plain.set(style, known)
  }
  return known
}

/** Neighbours of a line that are painted together, and then shown as far as `opacity` says. */
export interface Span {
  readonly opacity: number
  readonly runs: readonly LineRun[]
}

/**
 * Text that shows what is below it is painted as a whole first, so that no line shows through its
 * letters: in its own ink, and then as one.
 */
export function spansOf({ runs }: Line): Span[] {
  const spans: { opacity: number; runs: LineRun[] }[] = []
  for (const run of runs) {
    const opacity = isPlain(run.style) ? 1 : run.style.opacity
    const own = opacity === 1 ? run : { ...run, ink: solidOf(run.style.ink) }
    const last = spans.at(-1)
    if (last && last.opacity === opacity) last.runs.push(own)
    else spans.push({ opacity, runs: [own] })
  }
  return spans
}

/** What runs are painted with, in the coordinates of their layout's frame. */
export interface Layers {
  /** Shadows, and then lines: they lie below all letters. */
  readonly below: readonly Item[]
  readonly letters: readonly { readonly run: LineRun; readonly items: readonly Item[] }[]
  /** What strikes them out. */
  readonly above: readonly Item[]
}

/** All of them, in the order they are painted in. */
export function paintedOf({ below, letters, above }: Layers): Item[] {
  return [...below, ...letters.flatMap(letter => letter.items), ...above]
}

export function layersOf(runs: readonly LineRun[], standing: Standing): Layers {
  const { line, matrix } = standing
  const lines = (which: 'underline' | 'overline' | 'strike') =>
    laidDown(matrix, decorationItems(line, runs, which))
  return {
    below: [
      ...runs.flatMap(run => shadowItems(run, standing)),
      ...lines('underline'),
      ...lines('overline'),
    ],
    letters: runs.map(run => ({ run, items: runItems(run, standing) })),
    above: lines('strike'),
  }
}
