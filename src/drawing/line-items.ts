import type { Layout, Line, LineRun } from '../layout/index.ts'
import { type Style, solidOf } from '../sheet/index.ts'
import { backingItem, backingItems } from './backings.ts'
import { decorationItems } from './decorations.ts'
import type { Item } from './drawing.ts'
import { laidDown, runItems, type Standing, standingOf } from './run-items.ts'
import { shadowItems } from './shadow.ts'

/** What lines are painted with, in the coordinates of their layout's frame. */
export function lineItems(layout: Layout, lines: readonly Line[] = layout.lines): Item[] {
  const items: Item[] = lines === layout.lines ? frameItems(layout) : []
  if (lines.every(line => line.runs.every(run => isPlain(run.style)))) {
    for (const line of lines) {
      const standing = standingOf(layout, line)
      for (const run of line.runs) items.push(...runItems(run, standing))
    }
    return items
  }
  const backings = backingItems(layout, lines)
  if (lines.length > 0) items.push(...laidDown(standingOf(layout, lines[0]).matrix, backings))
  for (const line of lines) items.push(...decoratedLine(standingOf(layout, line)))
  return items
}

/** The box around all of a text, which its style may ask for. */
function frameItems({ style, bounds }: Layout): Item[] {
  if (style.frame === 'none') return []
  const { ink, border, radius = 0 } = style.frame
  return backingItem(bounds, ink, radius, border)
}

const plain = new WeakMap<Style, boolean>()

/** Whether nothing lies behind, beside or through text of a style: found out once. */
function isPlain(style: Style): boolean {
  let known = plain.get(style)
  if (known === undefined) {
    const { shadow, underline, overline, strike, backing } = style
    known = backing === 'none' && shadow === 'none' && !underline && !overline && !strike
    plain.set(style, known)
  }
  return known
}

/**
 * Shadows lie below all text of a line, underlines below its letters, and what strikes them out
 * above. Text that shows what is below it is painted as a whole first, so that no line shows
 * through its letters.
 */
function decoratedLine(standing: Standing): Item[] {
  const { line } = standing
  const groups: { opacity: number; runs: LineRun[] }[] = []
  for (const run of line.runs) {
    const opacity = isPlain(run.style) ? 1 : run.style.opacity
    const last = groups.at(-1)
    if (last && last.opacity === opacity) last.runs.push(run)
    else groups.push({ opacity, runs: [run] })
  }
  return groups.flatMap(({ opacity, runs }): Item[] => {
    if (opacity === 1) return layers(runs, standing)
    const whole = runs.map(run => ({ ...run, ink: solidOf(run.style.ink) }))
    return [{ kind: 'group', opacity, items: layers(whole, standing) }]
  })
}

function layers(runs: readonly LineRun[], standing: Standing): Item[] {
  const { line, matrix } = standing
  const lines = (which: 'underline' | 'overline' | 'strike') =>
    laidDown(matrix, decorationItems(line, runs, which))
  return [
    ...runs.flatMap(run => shadowItems(run, standing)),
    ...lines('underline'),
    ...lines('overline'),
    ...runs.flatMap(run => runItems(run, standing)),
    ...lines('strike'),
  ]
}
