import { fail, nearestName } from '../problem/index.ts'
import { type Ink, inkFromColor, type Sheet } from '../sheet/index.ts'

/** An ink, a color of CSS, or the name of an ink of a sheet that is given as well. */
export type InkOrName = Ink | string

/** The ink that is meant. Throws `unknown-ink` on what is neither a name nor a color. */
export function inkFrom(ink: InkOrName, sheet: Sheet | undefined): Ink {
  if (typeof ink !== 'string') return ink
  if (sheet?.inkNames.includes(ink)) return sheet.ink(ink)
  return (
    inkFromColor(ink) ??
    fail('unknown-ink', `no ink named '${ink}', and no color`, {
      nearest: sheet && nearestName(ink, sheet.inkNames),
      hint: sheet ? undefined : 'names of a sheet need the sheet: { fill, sheet }',
    })
  )
}
