import type { Color } from 'culori'
import {
  available,
  errorProblem,
  isObject,
  type Path,
  warningProblem,
} from '../../problem/index.ts'
import {
  either,
  inside,
  type Kind,
  listOf,
  needed,
  number,
  object,
  oneOf,
  optional,
  type Reading,
  string,
  type ValueOf,
} from '../kinds.ts'
import { inSrgb, isMistake, readColor, toOklch } from './color.ts'
import { mixer, sampledStops } from './gradient.ts'
import type { Ink } from './ink.ts'

const nameOrColor = string('the name of an ink, or a color such as "#0b3d5c"')
const share = number('a number from 0 to 1', { min: 0, max: 1 })

const derived = object('an ink that another is made from, and how', {
  from: needed(nameOrColor),
  lighter: optional(share),
  darker: optional(share),
  alpha: optional(share),
  mix: optional(nameOrColor),
  share: optional(share),
})

const stop = either(
  'the name of an ink or a color, or { at, ink }',
  nameOrColor,
  value => typeof value === 'string',
  object('{ at, ink }', { at: needed(share), ink: needed(nameOrColor) }),
)

const gradient = object('a gradient', {
  gradient: needed(oneOf('linear', 'radial')),
  stops: needed(listOf('two inks or more', stop, 2)),
  angle: optional(number('degrees, counter-clockwise from left to right')),
  extent: optional(oneOf('run', 'line', 'block')),
})

/** The forms of an ink: a color, another ink's name, one derived from it, a gradient. */
const objectInk: Kind<ValueOf<typeof derived> | ValueOf<typeof gradient>> = {
  expected: 'an ink',
  schema: { anyOf: [derived.schema, gradient.schema] },
  read: (value, at) =>
    (isObject(value) && ('gradient' in value || 'stops' in value) ? gradient : derived).read(
      value,
      at,
    ),
}
export const inkKind = either(
  'a color such as "#0b3d5c", { from, lighter | darker | alpha | mix }, or { gradient, stops }',
  string('a color'),
  value => typeof value === 'string',
  objectInk,
)

type StatedInk = ValueOf<typeof inkKind>

/** The inks of a sheet by name, each made when it is first asked for. */
interface Inks {
  readonly names: readonly string[]
  get(name: string): Ink | undefined
  /** The color of an ink; undefined for gradients, and for names that are none. */
  color(name: string): Color | undefined
}

type Made = { readonly ink: Ink; readonly color?: Color }

/** Reads the inks of a sheet; they may name each other in any order, but not in a circle. */
export function readInks(
  stated: ReadonlyMap<string, StatedInk>,
  pathOf: (name: string) => Path,
  at: Reading,
): Inks {
  const made = new Map<string, Made | undefined>()
  const making: string[] = []

  function named(name: string): Made | undefined {
    const ink = stated.get(name)
    if (ink === undefined) return undefined
    if (made.has(name)) return made.get(name)
    const here = { ...at, path: pathOf(name) }
    const start = making.indexOf(name)
    if (start >= 0 || making.length > deepest) {
      const circle = [...making.slice(Math.max(0, start)), name].join(' > ')
      const message =
        start >= 0
          ? `circular reference of inks: ${circle}`
          : `inks refer to each other more than ${deepest} deep`
      here.report(here.path, errorProblem('ink-cycle', message))
      made.set(name, undefined)
      return undefined
    }
    making.push(name)
    const result = make(ink, here)
    making.pop()
    if (!made.has(name)) made.set(name, result)
    return made.get(name)
  }

  function make(ink: StatedInk, here: Reading): Made | undefined {
    if (typeof ink === 'string') return colorOrName(ink, here)
    if ('gradient' in ink) return makeGradient(ink, here)
    return makeDerived(ink, here)
  }

  function colorOrName(text: string, here: Reading): Made | undefined {
    if (stated.has(text)) return named(text)
    const color = readColor(text)
    if (!isMistake(color)) return solid(color, here)
    const nearest = here.nearest(text, stated.keys())
    const problem = nearest
      ? errorProblem('unknown-ink', `no ink named '${text}'`, { nearest })
      : errorProblem('bad-ink', color.message, { hint: color.hint })
    here.report(here.path, problem)
    return undefined
  }

  function solidColor(text: string, here: Reading): Color | undefined {
    const colorRead = colorOrName(text, here)
    if (colorRead && !colorRead.color) {
      const message = `'${text}' is a gradient, not a single color`
      here.report(here.path, errorProblem('bad-ink', message))
    }
    return colorRead?.color
  }

  function makeDerived(ink: ValueOf<typeof derived>, here: Reading): Made | undefined {
    const base = solidColor(ink.from, inside(here, 'from'))
    const other = ink.mix === undefined ? undefined : solidColor(ink.mix, inside(here, 'mix'))
    if (!base || (ink.mix !== undefined && !other)) return undefined
    let color = toOklch(base)
    if (other) color = mixer(color, toOklch(other))(ink.share ?? 0.5)
    const l = Math.min(1, Math.max(0, color.l + (ink.lighter ?? 0) - (ink.darker ?? 0)))
    return solid({ ...color, l, alpha: (color.alpha ?? 1) * (ink.alpha ?? 1) }, here, true)
  }

  function makeGradient(ink: ValueOf<typeof gradient>, here: Reading): Made | undefined {
    const last = ink.stops.length - 1
    const stops = ink.stops.map((entry, i) => {
      const name = typeof entry === 'string' ? entry : entry.ink
      const at = typeof entry === 'string' ? i / last : entry.at
      return { at, color: solidColor(name, inside(inside(here, 'stops'), i)) }
    })
    const validStops = stops.flatMap(({ at, color }) => (color ? [{ at, color }] : []))
    if (validStops.length < stops.length) return undefined
    const backward = validStops.findIndex((entry, i) => i > 0 && entry.at < validStops[i - 1].at)
    if (backward >= 0) {
      const path = [...here.path, 'stops', backward]
      here.report(
        path,
        errorProblem('bad-ink', 'the stops of a gradient are not in order', {
          hint: 'sort them by at',
        }),
      )
      return undefined
    }
    const { gradient: kind, angle = 0, extent = 'run' } = ink
    return { ink: { kind, angle, extent, stops: sampledStops(validStops) } }
  }

  function solid(color: Color, here: Reading, quiet = false): Made {
    const { ink, mapped } = inSrgb(color)
    if (mapped && !quiet) {
      const message = `the color is outside sRGB and is shown as ${ink.color}`
      here.report(here.path, warningProblem('mapped-color', message))
    }
    return { ink, color }
  }

  const names = [...stated.keys()]
  for (const name of names) named(name)
  return { names, get: name => named(name)?.ink, color: name => named(name)?.color }
}

/** Inks on inks beyond this are no design. */
const deepest = 100

/** An ink as a style states it: a name, or a color. */
export const inkReference: Kind<Ink> = {
  expected: nameOrColor.expected,
  schema: nameOrColor.schema,
  read(value, at) {
    const text = nameOrColor.read(value, at)
    if (text === undefined) return undefined
    const namedInk = at.names.inks.get(text)
    if (namedInk) return namedInk
    // A mistake of that ink was reported at its own location.
    if (at.names.inks.names.includes(text)) return undefined
    const color = readColor(text)
    if (isMistake(color)) {
      const nearest = at.nearest(text, at.names.inks.names)
      const looksLikeColor = /^#|\(/.test(text)
      const hint = nearest
        ? undefined
        : at.names.inks.names.length > 0
          ? available(at.names.inks.names)
          : color.hint
      const problem = looksLikeColor
        ? errorProblem('bad-ink', color.message, { hint: color.hint })
        : errorProblem('unknown-ink', `no ink named '${text}'`, { nearest, hint })
      at.report(at.path, problem)
      return undefined
    }
    const { ink, mapped } = inSrgb(color)
    if (mapped) {
      const message = `the color is outside sRGB and is shown as ${ink.color}`
      at.report(at.path, warningProblem('mapped-color', message))
    }
    return ink
  },
}
