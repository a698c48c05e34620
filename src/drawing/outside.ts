import type { Box } from '../geometry/index.ts'
import { type Problem, shortText, warningProblem } from '../problem/index.ts'
import type { Item, PaintedItem } from './drawing.ts'
import { eachInkBox } from './ink-box.ts'

/** Less than this beyond an edge is the softness of a curve, and no one misses it. */
const unnoticed = 0.5

/** A problem for each text whose ink reaches beyond the box that is shown. */
export function outsideProblems(items: readonly Item[], box: Box): Problem[] {
  const problems: Problem[] = []
  const isText = ({ kind }: PaintedItem) => kind === 'glyphs'
  const visit = (item: PaintedItem, ink: Box) => {
    if (item.kind !== 'glyphs') return
    const edges = [
      ['left', box.x - ink.x, ink.width],
      ['top', box.y - ink.y, ink.height],
      ['right', ink.x + ink.width - box.x - box.width, ink.width],
      ['bottom', ink.y + ink.height - box.y - box.height, ink.height],
    ] as const
    const passed = edges.filter(([, beyond]) => beyond > unnoticed)
    if (passed.length === 0) return
    const isGone = passed.some(([, beyond, size]) => beyond >= size)
    const text = shortText(item.text)
    const by = passed.map(([side, beyond]) => `${beyond.toFixed(1)} at the ${side}`).join(' and ')
    const message = isGone
      ? `'${text}' is outside the drawing`
      : `'${text}' extends beyond the drawing by ${by}`
    problems.push(
      warningProblem('outside-drawing', message, { hint: 'move it, or make the drawing larger' }),
    )
  }
  eachInkBox(items, visit, isText)
  return problems
}
