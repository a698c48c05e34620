import type { ShapedParagraph, StyledRun } from '../../shaping/index.ts'
import { isSameBacking, type Style } from '../../sheet/index.ts'
import { visualOrder } from '../../unicode/index.ts'
import type { GlyphRun } from '../layout.ts'
import { contentEnd } from './content-end.ts'
import { indexBy } from './index-at.ts'
import { sidesOf } from './padding.ts'

/** A stretch of a paragraph with one backing whose ends make a difference to its lines. */
export interface BackedStretch {
  readonly start: number
  /** Without the spaces at its end, which may hang. */
  readonly end: number
  /** The space on its left, in units. */
  readonly left: number
  readonly right: number
  /** Whether it has no end where a line ends and it goes on. */
  readonly isOpen: boolean
}

/** Whether the backing of a style moves what is beside it, or is open where lines end. */
function hasEnds({ backing }: Style): boolean {
  if (backing === 'none' || (backing.extent ?? 'run') !== 'run') return false
  return backing.inFlow === true || backing.boxDecorationBreak === 'slice'
}

/** The stretches of a paragraph, in order; of most paragraphs there are none. */
export function backedStretches(
  text: string,
  runs: readonly StyledRun[],
  level: number,
): readonly BackedStretch[] | undefined {
  if (!runs.some(run => hasEnds(run.style))) return undefined
  const stretches: BackedStretch[] = []
  for (let i = 0; i < runs.length; ) {
    const { start, style } = runs[i]
    let next = i + 1
    while (next < runs.length && isSameBacking(runs[next].style, style)) next++
    const { backing } = style
    if (backing !== 'none' && hasEnds(style)) {
      const end = contentEnd(text, start, runs[next - 1].end)
      const { left, right } = sidesOf((backing.inFlow && backing.padding) || 0, level)
      const isOpen = backing.boxDecorationBreak === 'slice'
      if (end > start) stretches.push({ start, end, left, right, isOpen })
    }
    i = next
  }
  return stretches
}

/** The space before and after the letters of a stretch, in the direction of its paragraph. */
export const roomAlong = ({ left, right }: BackedStretch, level: number) =>
  level % 2 === 1 ? { before: right, behind: left } : { before: left, behind: right }

/** A line of a paragraph: where its content stands in that. */
interface LineContent {
  readonly start: number
  readonly end: number
  /** The start of its paragraph in the whole text, and the paragraph's level. */
  readonly offset: number
  readonly level: number
}

/**
 * Gives the runs of a line, in the order of the text, the room that their backings take: beside the
 * first and the last letter of a stretch, and, of closed ones, wherever a line ends inside, or other
 * letters come between.
 */
export function giveRoom(
  runs: GlyphRun[],
  stretches: readonly BackedStretch[],
  { start, end, offset, level }: LineContent,
): void {
  let places: Uint32Array | undefined
  let run = 0
  for (let i = indexBy(stretches, stretch => stretch.start, start); i < stretches.length; i++) {
    const stretch = stretches[i]
    if (stretch.start >= end) break
    if (stretch.end <= start) continue
    const members = membersOf(runs, run, offset + stretch.start, offset + stretch.end)
    if (!members) continue
    run = members.last
    places ??= placesOf(runs)
    for (const group of neighbors(places, members.first, members.last)) {
      const hasStart = group.includes(members.first) && stretch.start >= start
      const hasEnd = group.includes(members.last) && stretch.end <= end
      const [hasLeft, hasRight] = level % 2 === 1 ? [hasEnd, hasStart] : [hasStart, hasEnd]
      const { isOpen, left, right } = stretch
      const [leftmost, rightmost] = [group[0], group[group.length - 1]]
      runs[leftmost] = withSide(runs[leftmost], 'left', !isOpen || hasLeft ? left : undefined)
      runs[rightmost] = withSide(runs[rightmost], 'right', !isOpen || hasRight ? right : undefined)
    }
  }
}

/** The position of each run on its line, counted from the left. */
function placesOf(runs: readonly GlyphRun[]): Uint32Array {
  const places = new Uint32Array(runs.length)
  visualOrder(runs.map(run => run.level)).forEach((run, place) => {
    places[run] = place
  })
  return places
}

/** The runs from `first` to `last` from left to right, those that stand beside each other together. */
function neighbors(places: Uint32Array, first: number, last: number): number[][] {
  const inOrder = Array.from({ length: last - first + 1 }, (_, i) => first + i).sort(
    (a, b) => places[a] - places[b],
  )
  const groups: number[][] = []
  for (const run of inOrder) {
    const group = groups.at(-1)
    if (group && places[group[group.length - 1]] + 1 === places[run]) group.push(run)
    else groups.push([run])
  }
  return groups
}

/** The range of a line's content within its paragraph. */
export const contentOf = (
  { offset, level }: ShapedParagraph,
  start: number,
  end: number,
): LineContent => ({ start, end, offset, level })

/** A run as it was before it got room. */
export function withoutRoom(run: GlyphRun): GlyphRun {
  if (!run.room && !run.openEnds) return run
  const { room: _room, openEnds: _openEnds, ...rest } = run
  return rest
}

/** A run with the room on one of its sides; of none, its backing goes on there. */
function withSide(run: GlyphRun, side: 'left' | 'right', room: number | undefined): GlyphRun {
  if (room === undefined) {
    return { ...run, openEnds: run.openEnds && run.openEnds !== side ? 'both' : side }
  }
  if (room === 0) return run
  return { ...run, room: { left: 0, right: 0, ...run.room, [side]: room } }
}

/** The runs of a stretch that stand on a line, from a run on; its hyphen, or the mark of a cut, is of it. */
function membersOf(runs: readonly GlyphRun[], from: number, start: number, end: number) {
  let first = -1
  let last = -1
  for (let i = from; i < runs.length && runs[i].start <= end; i++) {
    const run = runs[i]
    const isInside = run.start >= start && run.start < end
    const goesOn = last === i - 1 && last >= 0 && run.start === run.end
    if (!isInside && !(goesOn && isSameBacking(run.style, runs[last].style))) continue
    if (first < 0) first = i
    last = i
  }
  return first < 0 ? undefined : { first, last }
}
