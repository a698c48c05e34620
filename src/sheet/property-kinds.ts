import {
  available,
  errorProblem,
  isLanguage,
  languagePattern,
  warningProblem,
} from '../problem/index.ts'
import { inkReference } from './inks/read-inks.ts'
import {
  either,
  type Kind,
  listOf,
  mapped,
  needed,
  number,
  object,
  oneOf,
  optional,
  recordOf,
  refuse,
  string,
  tested,
  trueOrFalse,
  wholeNumber,
} from './kinds.ts'
import type { Leading, Size } from './lengths.ts'

/** The kinds of values that properties take, each built of simpler ones. */

const isNumber = (value: unknown) => typeof value === 'number'
const isString = (value: unknown) => typeof value === 'string'
const isBoolean = (value: unknown) => typeof value === 'boolean'

/** Larger than any page: what is beyond is a mistake, and may be meant to use up memory. */
const mostUnits = 1_000_000

export const units = (what: string) =>
  number(`a number of units${what}`, { min: -mostUnits, max: mostUnits })
export const length = number('a number of units from 0', { min: 0, max: mostUnits })
/** A blur costs what the area around it costs. */
const blurLength = number('a number of units from 0 to 1000', { min: 0, max: 1000 })
export const ems = number('a number of ems, such as 0.02', { min: -2, max: 10 })
export const share = number('a number from 0 to 1', { min: 0, max: 1 })

/** Letters closer than this stand on each other; further apart, thousandths of an em were meant. */
const usualTracking = { min: -0.5, max: 5 }

export const tracking: Kind<number> = mapped(ems, (value, at) => {
  if (value < usualTracking.min || value > usualTracking.max) {
    const message = `a tracking of ${value} is ${value} times the size between letters`
    const hint = `it is in ems: ${value / 1000} for ${value} thousandths`
    at.report(at.path, warningProblem('large-tracking', message, { hint }))
  }
  return value
})

/** Weights by the names of the OpenType standard (`OS/2.usWeightClass`). */
const weightNames = {
  thin: 100,
  'extra-light': 200,
  light: 300,
  regular: 400,
  medium: 500,
  'semi-bold': 600,
  bold: 700,
  'extra-bold': 800,
  black: 900,
} as const
export type WeightName = keyof typeof weightNames

/** Widths by the names of the OpenType standard (`OS/2.usWidthClass`), in percent. */
const stretchNames = {
  'ultra-condensed': 50,
  'extra-condensed': 62.5,
  condensed: 75,
  'semi-condensed': 87.5,
  normal: 100,
  'semi-expanded': 112.5,
  expanded: 125,
  'extra-expanded': 150,
  'ultra-expanded': 200,
} as const
export type StretchName = keyof typeof stretchNames

function numberOrName(
  numbers: Kind<number>,
  names: Readonly<Record<string, number>>,
): Kind<number> {
  const choices = Object.keys(names)
  const byName = mapped(oneOf(...choices), name => names[name])
  return either(`${numbers.expected}, or ${byName.expected}`, numbers, isNumber, byName)
}

export const weight = numberOrName(
  number('a number from 1 to 1000', { min: 1, max: 1000 }),
  weightNames,
)
export const stretch = numberOrName(
  number('a percentage from 50 to 200', { min: 50, max: 200 }),
  stretchNames,
)

const family = string('the name of a family')
export const families: Kind<readonly string[]> = {
  expected: 'the name of a family, or a list of names',
  schema: { anyOf: [family.schema, { type: 'array', items: family.schema, minItems: 1 }] },
  read(value, at) {
    const list = listOf(this.expected, family, 1).read(isString(value) ? [value] : value, at)
    return list?.flatMap(name => at.names.families.get(name) ?? [name])
  },
}

const sizeUnits = number('a number of units above 0', { above: 0, max: mostUnits })
const sizeText = string('a size')
export const size: Kind<Size> = either<Size, Size>(
  'a number of units above 0, such as 16, a factor such as "1.2x", or the name of a size',
  mapped(sizeUnits, units => ({ kind: 'units', units })),
  isNumber,
  mapped(sizeText, (text, at) => {
    const named = at.names.sizes.get(text)
    if (named !== undefined) return { kind: 'units', units: named }
    const factor = Number(/^(\d+(?:\.\d+)?)x$/.exec(text)?.[1] ?? 0)
    if (factor > 0 && factor <= mostUnits) return { kind: 'times', factor }
    const sizeNames = [...at.names.sizes.keys()]
    const nearest = at.nearest(text, sizeNames)
    const hint = nearest
      ? undefined
      : sizeNames.length > 0
        ? available(sizeNames)
        : 'a number, or a factor such as "1.2x"'
    at.report(at.path, errorProblem('unknown-size', `no size named '${text}'`, { nearest, hint }))
    return undefined
  }),
)

/** Lines further apart than so many times their size are hardly ever meant. */
const largestFactor = 4

export const leading: Kind<Leading> = either<Leading, Leading>(
  'a number of times the size, such as 1.4, or units such as "24u"',
  mapped(number('a factor', { above: 0 }), (factor, at) => {
    if (factor > largestFactor) {
      const message = `a leading of ${factor} is ${factor} times the size`
      const hint = `write '${factor}u' for ${factor} units`
      at.report(at.path, warningProblem('large-leading', message, { hint }))
    }
    return { kind: 'times', factor }
  }),
  isNumber,
  mapped(string('units', /^\d+(\.\d+)?u$/), text => ({
    kind: 'units',
    units: Number.parseFloat(text),
  })),
)

/** `none` where a property is an object that can be taken away again. */
const orNone = <T>(kind: Kind<T>) =>
  either(`${kind.expected}, or "none"`, oneOf('none'), isString, kind)

const line = object('{ ink, width, gap, dash, skip }', {
  ink: optional(inkReference),
  width: optional(length),
  gap: optional(units('')),
  dash: optional(listOf('lengths of dashes and gaps', length, 1)),
  skip: optional(trueOrFalse),
})
export const lineDecoration = either(
  'true, false, or { ink, width, gap, dash, skip }',
  trueOrFalse,
  isBoolean,
  line,
)

export const stroke = orNone(
  object('{ ink, width, align, fill }', {
    ink: needed(inkReference),
    width: needed(length),
    align: optional(oneOf('outside', 'center')),
    fill: optional(trueOrFalse),
  }),
)

const border = object('{ ink, width }', { ink: needed(inkReference), width: needed(length) })

const anySides = object('{ top, right, bottom, left } or { top, start, bottom, end }', {
  top: optional(length),
  right: optional(length),
  bottom: optional(length),
  left: optional(length),
  start: optional(length),
  end: optional(length),
})

/** Sides of the frame, or sides by the direction of text: both together would contradict each other. */
const sides: typeof anySides = {
  ...anySides,
  schema: {
    ...anySides.schema,
    not: {
      allOf: [
        { anyOf: [{ required: ['left'] }, { required: ['right'] }] },
        { anyOf: [{ required: ['start'] }, { required: ['end'] }] },
      ],
    },
  },
  read(value, at) {
    const read = anySides.read(value, at)
    if (!read || (read.left ?? read.right) === undefined) return read
    if ((read.start ?? read.end) === undefined) return read
    return refuse(at, value, anySides.expected)
  },
}
export const padding = either(`units, ${sides.expected}`, length, isNumber, sides)

const box = object('{ ink, padding, radius, border, extent, inFlow, boxDecorationBreak }', {
  ink: needed(inkReference),
  padding: optional(padding),
  radius: optional(length),
  border: optional(border),
  extent: optional(oneOf('run', 'line', 'block')),
  inFlow: optional(trueOrFalse),
  boxDecorationBreak: optional(oneOf('clone', 'slice')),
})
export const backing = orNone(
  mapped(box, (stated, at) => {
    const { extent, inFlow, boxDecorationBreak } = stated
    const ofRuns = inFlow ? 'inFlow' : boxDecorationBreak ? 'boxDecorationBreak' : undefined
    if (ofRuns === undefined || extent === undefined || extent === 'run') return stated
    const message = `'${ofRuns}' is of a backing that stands behind a run, not behind the ${extent}`
    const hint = `leave out 'extent', or '${ofRuns}'`
    at.report(at.path, errorProblem('bad-value', message, { hint }))
    return undefined
  }),
)

const edge = object('{ ink, width, radius, fill }', {
  ink: optional(inkReference),
  width: optional(length),
  radius: optional(length),
  fill: optional(inkReference),
})
export const outerBorder = orNone(
  mapped(edge, (stated, at) => {
    const { ink, width } = stated
    if ((ink === undefined) === (width === undefined)) return stated
    const [there, missing] = ink === undefined ? ['width', 'ink'] : ['ink', 'width']
    const message = `a border with '${there}' needs '${missing}' as well`
    at.report(at.path, errorProblem('missing-property', message))
    return undefined
  }),
)

export const shadow = orNone(
  object('{ ink, x, y, blur }', {
    ink: needed(inkReference),
    x: optional(units('')),
    y: optional(units('')),
    blur: optional(blurLength),
  }),
)

const featureValue = either(
  'true, false or a number',
  trueOrFalse,
  isBoolean,
  wholeNumber('a whole number', 0),
)
export const features = mapped(
  recordOf('OpenType feature tags of four characters', featureValue, /^[\x20-\x7e]{4}$/),
  map => [...map].map(([tag, value]) => `${tag}=${Number(value)}`).sort(),
)
export const axes = recordOf('axis tags of four characters', number('a number'), /^[\x20-\x7e]{4}$/)

export const language: Kind<string> = tested(
  'a language tag such as "en" or "sr-Latn"',
  { type: 'string', pattern: languagePattern.source },
  (value): value is string => typeof value === 'string' && isLanguage(value),
)

export const ellipsis = either(
  'a mark such as "…", or { mark, at, between }',
  string('a mark'),
  isString,
  object('{ mark, at, between }', {
    mark: optional(string('a mark')),
    at: optional(oneOf('end', 'middle', 'start')),
    between: optional(oneOf('graphemes', 'words')),
  }),
)

export const longWords = object('{ hyphenate, shrinkTo }', {
  hyphenate: optional(trueOrFalse),
  shrinkTo: optional(length),
})

const limits: Kind<readonly [min: number, max: number]> = mapped(
  listOf('two numbers, the min and the max', number('a number'), 2, 2),
  ([min, max]) => [min, max] as const,
)
export const justification = object('{ words, letters, last }', {
  words: optional(limits),
  letters: optional(limits),
  last: optional(trueOrFalse),
})

export const tabs = listOf(
  'a list of { at, align, leader }',
  object('{ at, align, leader }', {
    at: needed(length),
    align: optional(oneOf('start', 'center', 'end', 'decimal')),
    leader: optional(string('the text repeated up to the stop')),
  }),
)

/** Edges of letters, in the words of CSS Inline Layout 3. */
export const trim = orNone(
  object('{ above, below }', {
    above: optional(oneOf('cap', 'ex')),
    below: optional(oneOf('alphabetic')),
  }),
)

export const marker = orNone(
  object('{ text, indent }', { text: needed(string('the marker')), indent: optional(length) }),
)
