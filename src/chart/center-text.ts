import { inkBox, type Layout } from '../core.ts'
import {
  aNumber,
  anObject,
  anything,
  checkArgument,
  checkArguments,
  checkOptions,
  fromZero,
  type Problem,
  warningProblem,
} from '../problem/index.ts'
import { type ChartText, type ChartTexts, someChartTexts } from './chart-texts.ts'
import { type PlacedText, placedText } from './placed-text.ts'

/** The round room in the middle of a ring, or a bubble. */
export interface RoundRoom {
  /** To the right, in units. */
  readonly x: number
  /** Downward, in units. */
  readonly y: number
  /** Radius, in units. */
  readonly radius: number
}

/** A text in the middle of a ring. */
export interface CenteredText {
  /** The placed text; undefined if there is no room. */
  readonly text: PlacedText | undefined
  /** The size that its style came to, in units. */
  readonly size: number
  /** Problems that did not stop the work. */
  readonly problems: readonly Problem[]
}

/** So much of the size that a text of a ring has at the least: smaller ones cannot be read. */
const leastShare = 0.4

/**
 * A text in the middle of a ring or a bubble, its ink centered to the eye: as large as its style, or
 * smaller, so that no corner of a line touches the ring. Where not even the least size, two fifths
 * of that, goes in, it is left out: `text-omitted`.
 */
export function centerText(
  texts: ChartTexts,
  text: ChartText,
  room: RoundRoom,
  options: { readonly gap?: number; readonly part?: 'center' | 'value' | 'note' } = {},
): CenteredText {
  checkArgument('centerText', 'texts', texts, someChartTexts)
  checkOptions('centerText', options, { gap: fromZero, part: anything })
  checkArgument('centerText', 'room', room, anObject)
  const { x, y, radius } = room
  checkArguments('centerText', ['x', x, aNumber], ['y', y, aNumber], ['radius', radius, fromZero])
  const { gap = 4, part = 'center' } = options
  const inner = Math.max(0, radius - gap)
  const whole = texts.set(part, text)
  const wanted = whole.lines[0]?.runs[0]?.style.size ?? whole.style.size
  const factor = Math.min(1, inner / Math.max(reachOf(whole), 1e-9))
  const share = Math.max(leastShare, factor)
  // Sizes of the reader are of the style, which the share is one of too.
  const layout =
    share === 1
      ? whole
      : texts.set(part, text, { overrides: { size: `${Number((share * 0.999).toFixed(4))}x` } })
  const placed = placedText(part, layout, x, y, { across: 'center', down: 'center', by: 'ink' })
  if (reachOf(layout) > inner + 0.05) {
    const message = `there is no room for '${layout.text}' in a circle of radius ${round(radius)}`
    const hint = 'use a shorter text or a larger ring'
    const problem = warningProblem('text-omitted', message, { hint })
    return { text: undefined, size: wanted * share, problems: [...layout.problems, problem] }
  }
  return { text: placed, size: wanted * share, problems: layout.problems }
}

const round = (n: number) => Math.round(n * 100) / 100

/** Distance of the farthest corner of a line's ink from the center of all ink. */
function reachOf(layout: Layout): number {
  const all = inkBox(layout)
  if (!all) return 0
  const [x, y] = [all.x + all.width / 2, all.y + all.height / 2]
  let reach = 0
  for (const line of layout.lines) {
    const top = Math.max(all.y, line.top)
    const bottom = Math.min(all.y + all.height, line.top + line.height)
    for (const across of [line.x, line.x + line.width]) {
      for (const down of [top, bottom]) {
        reach = Math.max(reach, Math.hypot(across - x, down - y))
      }
    }
  }
  return reach
}
