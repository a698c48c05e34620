import { type Ink, type InkOrName, rectangle, type Sheet } from '../core.ts'
import { available, DotLineError, fail, nearestName, pathText } from '../problem/index.ts'
import type { ChartDescription } from './read-chart.ts'

/** Default inks of series: they differ in lightness too, on white and on black. */
const usual = [
  '#1f5f86',
  '#b8842a',
  '#39805a',
  '#c24a31',
  '#6d5a94',
  '#5a6c77',
  '#86b3d3',
  '#d7a866',
]

/** The ink of a series, a slice; after the last the first again. */
export function seriesInk(index: number, chart: ChartDescription, sheet: Sheet): Ink {
  const list = chart.inks ?? usual
  const at = index % list.length
  return resolved(list[at], at, chart, sheet)
}

/** An ink of the sheet by its name where it has one, or else a mix of its text with its paper. */
export function ruleInk(sheet: Sheet, share: number): InkOrName {
  const { ink } = sheet.base
  if (ink.kind !== 'solid') return ink
  return { ...ink, opacity: ink.opacity * share }
}

/**
 * Throws `unknown-ink`, with its location in the chart, for a name that is neither an ink of
 * the sheet nor a color.
 */
function resolved(name: string, index: number, chart: ChartDescription, sheet: Sheet): Ink {
  if (sheet.inkNames.includes(name)) return sheet.ink(name)
  try {
    const item = rectangle({ x: 0, y: 0, width: 0, height: 0 }, name)
    if (item.kind === 'rectangle') return item.ink
  } catch (error) {
    if (!(error instanceof DotLineError)) throw error
  }
  const location = (chart.locationOf ?? pathText)(['inks', index])
  const nearest = nearestName(name, sheet.inkNames)
  const hint = sheet.inkNames.length === 0 ? 'the sheet has no inks' : available(sheet.inkNames)
  return fail('unknown-ink', `no ink named '${name}', and no color`, {
    location,
    ...(nearest === undefined ? { hint } : { nearest }),
  })
}
