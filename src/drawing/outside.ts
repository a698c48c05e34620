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
  const tell = (item: PaintedItem, ink: Box) => {
    if (item.kind !== 'glyphs') return
    const beyond = {
      left: box.x - ink.x,
      top: box.y - ink.y,
      right: ink.x + ink.width - box.x - box.width,
      bottom: ink.y + ink.height - box.y - box.height,
    }
    const sides = (['left', 'top', 'right', 'bottom'] as const).filter(
      side => beyond[side] > unnoticed,
    )
    if (sides.length === 0) return
    const isGone = sides.some(side => {
      const size = side === 'left' || side === 'right' ? ink.width : ink.height
      return beyond[side] >= size
    })
    const text = shortText(item.text)
    const by = sides.map(side => `${beyond[side].toFixed(1)} at the ${side}`).join(' and ')
    const message = isGone
      ? `'${text}' is outside the drawing`
      : `'${text}' extends beyond the drawing by ${by}`
    problems.push(
      warningProblem('outside-drawing', message, { hint: 'move it, or make the drawing larger' }),
    )
  }
  eachInkBox(items, tell, isText)
  return problems
}
