import { aShare, described, fail, isObject, nearestName } from '../problem/index.ts'
import { type Ink, inkFromColor, type Sheet } from '../sheet/index.ts'

/** An ink, a color of CSS, or the name of an ink of a sheet that is given as well. */
export type InkOrName = Ink | string

/** The ink that is meant. Throws `unknown-ink` on what is neither a name nor a color. */
export function inkFrom(ink: InkOrName, sheet: Sheet | undefined): Ink {
  if (typeof ink !== 'string') return checkedInk(ink)
  if (sheet?.inkNames.includes(ink)) return sheet.ink(ink)
  return (
    inkFromColor(ink) ??
    fail('unknown-ink', `no ink named '${ink}', and no color`, {
      nearest: sheet && nearestName(ink, sheet.inkNames),
      hint: sheet ? undefined : 'names of a sheet need the sheet: { fill, sheet }',
    })
  )
}

/** An ink that a program put together itself. Throws `bad-ink`. */
function checkedInk(ink: Ink): Ink {
  const isColor = (value: unknown) =>
    isObject(value) && /^#[0-9a-f]{6}$/i.test(String(value.color)) && isShare(value.opacity)
  const isShare = (value: unknown) => aShare(value) === undefined
  const isGradient = (value: Ink) =>
    (value.kind === 'linear' || value.kind === 'radial') &&
    Number.isFinite(value.angle) &&
    Array.isArray(value.stops) &&
    value.stops.length > 0 &&
    value.stops.every(stop => isColor(stop) && isShare(stop.at))
  if (isObject(ink) && (ink.kind === 'solid' ? isColor(ink) : isGradient(ink))) return ink
  return fail('bad-ink', `an ink may not be ${described(ink)}`, {
    hint: 'sheet.ink() gives one; a color is a string',
  })
}
