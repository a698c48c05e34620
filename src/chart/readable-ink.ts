import { contrast, type InkOrName, type Sheet } from '../core.ts'
import {
  being,
  checkArgument,
  fail,
  isObject,
  listOf,
  type Problem,
  warningProblem,
} from '../problem/index.ts'

/** An ink that was chosen for text on a background. */
export interface MeasuredInk {
  /** The ink, or its name in the sheet. */
  readonly ink: InkOrName
  /** From 1 to 21 (WCAG 2.2, 1.4.3). */
  readonly contrast: number
  /** `low-contrast` if no ink reaches 4.5. */
  readonly problems: readonly Problem[]
}

/** Minimum contrast of text that is not large (WCAG 2.2, 1.4.3). */
const least = 4.5

const inkOrName = being(
  'an ink, a color or a name',
  value => typeof value === 'string' || (isObject(value) && typeof value.kind === 'string'),
)

/**
 * The first ink that is readable on a background, or else the one with the best contrast. Default
 * inks: white and black. Names are inks of the sheet. Throws `unknown-ink`.
 */
export function readableInk(
  background: InkOrName,
  inks: readonly InkOrName[] = ['#ffffff', '#000000'],
  sheet?: Sheet,
): MeasuredInk {
  checkArgument('readableInk', 'background', background, inkOrName)
  checkArgument('readableInk', 'inks', inks, listOf(inkOrName))
  if (inks.length === 0) fail('bad-argument', 'inks of readableInk must not be empty')
  const contrasts = inks.map(ink => ({ ink, contrast: contrast(ink, background, sheet) }))
  const best = contrasts.reduce((a, b) => (b.contrast > a.contrast ? b : a))
  const chosen = contrasts.find(one => one.contrast >= least) ?? best
  if (chosen.contrast >= least) return { ...chosen, problems: [] }
  const reached = Math.floor(chosen.contrast * 100) / 100
  const message = `no ink reaches a contrast of ${least} on the background, the best has ${reached}`
  const hint = 'WCAG 2.2, 1.4.3 asks for it; white or black reaches it on any color'
  return { ...chosen, problems: [warningProblem('low-contrast', message, { hint })] }
}
