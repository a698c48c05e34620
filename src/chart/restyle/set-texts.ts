import type { Box, Layout } from '../../core.ts'
import type { ChartPart } from '../parts.ts'
import type { PlacedText } from '../placed-text.ts'
import { setAxisLabels } from './axis-labels.ts'
import type { FoundText } from './found-texts.ts'
import {
  coverOf,
  isFree,
  layoutOf,
  movedInside,
  movedText,
  placedAt,
  type RestyleSetting,
  type SetText,
  type Wanted,
} from './place-text.ts'
import type { RestyledText } from './restyled-text.ts'

/** The parts that get their places before the axes if texts would overlap; the others follow. */
const beforeAxes: readonly ChartPart[] = ['title', 'center', 'subtitle']
const afterAxes: readonly ChartPart[] = ['axis', 'legend', 'note', 'value', 'source']

/** Sets texts at the anchors they had, so that none touches another; reports the outcome of each. */
export function setTexts(
  wanted: readonly Wanted[],
  setting: RestyleSetting,
): { readonly placed: readonly PlacedText[]; readonly restyled: readonly RestyledText[] } {
  const taken: (readonly Box[])[] = []
  const results = new Map<Wanted, SetText>()
  const setOnes = (parts: readonly ChartPart[]) => {
    for (const part of parts) {
      for (const one of wanted.filter(({ part: own }) => own === part)) {
        const free = firstFree(one, setting, taken)
        if (!free) continue
        results.set(one, free)
        taken.push(coverOf(free.placed))
      }
    }
  }
  setOnes(beforeAxes)
  const ticks = wanted.filter(({ part }) => part === 'tick')
  for (const [one, found] of setAxisLabels(ticks, setting, taken)) results.set(one, found)
  setOnes(afterAxes)
  const restyled = wanted.map(
    (one): RestyledText => ({
      text: one.text.text,
      part: one.part,
      outcome: results.get(one)?.outcome ?? 'omitted',
    }),
  )
  return { placed: wanted.flatMap(one => results.get(one)?.placed ?? []), restyled }
}

/** In heights of the text. */
const shifts = [0.15, -0.15, 0.3, -0.3, 0.6, -0.6, 1, -1]

/** A text as it is, wrapped, or cut: the first that is inside of the chart and touches no other text. */
function firstFree(
  one: Wanted,
  setting: RestyleSetting,
  taken: readonly (readonly Box[])[],
): SetText | undefined {
  const { box } = setting
  const at = (layout: Layout) => movedInside(placedAt(one, layout), box)
  const whole = at(layoutOf(one, setting))
  if (isFree(whole, box, taken)) return { placed: whole, outcome: 'set' }
  // A little beside its place says as much, where that is free.
  for (const share of one.part === 'axis' ? [...shifts, 1.5, 2, 3] : shifts) {
    const moved = movedText(whole, 0, share * whole.box.height)
    if (isFree(moved, box, taken)) return { placed: moved, outcome: 'set' }
  }
  const isLevel = Math.abs(one.text.angle) < 1
  const isUpright = Math.abs(Math.abs(one.text.angle) - 90) < 1
  const most = isLevel ? roomAcross(one.text, box) : isUpright ? box.height : whole.layout.width
  const isTurned = !isLevel && !isUpright
  for (const share of isTurned ? [] : [1, 0.7, 0.5]) {
    const width = most * share
    if (!(width > 0) || width >= whole.layout.width) continue
    const layout = layoutOf(one, setting, width)
    if (layout.problems.some(({ code }) => code === 'broken-word')) break
    const placed = at(layout)
    if (isFree(placed, box, taken)) return { placed, outcome: 'wrapped' }
  }
  for (const share of [0.95, 0.85, 0.7, 0.55, 0.4]) {
    const width = Math.min(most, whole.layout.width) * share
    if (one.part === 'value' || !(width > whole.layout.style.size * 4)) break
    const placed = at(layoutOf(one, setting, width, 1))
    if (isFree(placed, box, taken)) return { placed, outcome: 'cut' }
  }
  return undefined
}

/** The maximum width of a horizontal text on its side of the anchor. */
function roomAcross({ x, across }: FoundText, box: Box): number {
  const [before, after] = [x - box.x, box.x + box.width - x]
  if (across === 'center') return 2 * Math.min(before, after)
  return across === 'end' ? before : after
}
