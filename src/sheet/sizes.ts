import { errorProblem } from '../problem/index.ts'
import { either, inside, needed, number, object, type Reading } from './kinds.ts'
import type { Entries, Entry } from './layers.ts'

const units = number('a number of units above 0', { above: 0 })

export const scaleKind = object('{ base, ratio }', {
  base: needed(units),
  ratio: needed(number('a ratio above 1', { above: 1, max: 10 })),
})

export const sizeKind = either(
  'a number of units above 0, or { step } of the scale',
  units,
  value => typeof value === 'number',
  object('{ step }', { step: needed(number('a step, such as -1 or 2', { min: -50, max: 50 })) }),
)

/** Named sizes in units; a step n of the scale is base · ratioⁿ. */
export function readSizes(
  stated: Entries,
  scale: Entry | undefined,
  at: Reading,
): Map<string, number> {
  const scaleValue = scale && scaleKind.read(scale.value, { ...at, path: scale.path })
  const sizes = new Map<string, number>()
  for (const [name, { value, path }] of stated) {
    const size = sizeKind.read(value, { ...at, path })
    if (size === undefined) continue
    if (typeof size === 'number') sizes.set(name, size)
    else if (scaleValue) sizes.set(name, rounded(scaleValue.base * scaleValue.ratio ** size.step))
    else if (!scale) {
      const hint = 'declare one: modularScale: { base: 16, ratio: 1.2 }'
      const step = inside({ ...at, path }, 'step')
      at.report(
        step.path,
        errorProblem('missing-property', 'the sheet has no modularScale', { hint }),
      )
    }
  }
  return sizes
}

/** Powers differ between machines in their last bits; sizes must not. */
const rounded = (size: number) => Math.round(size * 1e6) / 1e6
