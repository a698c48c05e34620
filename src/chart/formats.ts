import { greatest, least } from '../blocks/index.ts'
import {
  aFunction,
  anObject,
  anything,
  checkArgument,
  described,
  type Expected,
  either,
  fail,
  listOf,
} from '../problem/index.ts'

/** Format of a value: by `Intl`, in the language of the chart's texts, or a function. */
export type ValueFormat =
  | { readonly number: Intl.NumberFormatOptions }
  | { readonly date: Intl.DateTimeFormatOptions }
  | ((value: unknown, index: number) => string)

export const aFormat: Expected = either(aFunction, anObject)

/** A value as it is written, and where its decimal sign stands or would stand. */
export interface WrittenValue {
  /** The written value. */
  readonly text: string
  /** Offset behind the last digit of the whole part; undefined for anything but a number. */
  readonly wholeEnd?: number
}

/** Options that fix the number of digits by themselves. */
const figures = [
  ...['minimumFractionDigits', 'maximumFractionDigits', 'minimumSignificantDigits'],
  ...['maximumSignificantDigits', 'notation', 'style'],
]

/** As many decimals as `Intl` takes by itself, and the most that it can. */
const [fewest, most] = [3, 20]

/**
 * So many decimals that none of the numbers is written as another, as 0, or off by more than a 200th of
 * itself or of all that they span. Undefined if no number of decimals is enough.
 */
function decimalsFor(values: readonly unknown[]): number | undefined {
  const numbers = [
    ...new Set(values.filter(value => typeof value === 'number' && Number.isFinite(value))),
  ] as number[]
  const span = numbers.length > 0 ? greatest(numbers) - least(numbers) : 0
  const errorOf = (value: number) => Math.min(Math.abs(value), span > 0 ? span : Infinity) / 200
  for (let decimals = fewest; decimals <= most; decimals++) {
    const written = numbers.map(value => Number(value.toFixed(decimals)))
    const isNear = numbers.every((value, i) => Math.abs(written[i] - value) <= errorOf(value))
    if (isNear && new Set(written).size === numbers.length) return decimals
  }
  return undefined
}

/** Default options for numbers: as many digits as tell them apart. */
function numberOptions(
  given: Intl.NumberFormatOptions,
  values: readonly unknown[],
): Intl.NumberFormatOptions {
  if (figures.some(name => name in given)) return given
  const decimals = decimalsFor(values)
  if (decimals === fewest) return given
  if (decimals !== undefined) return { ...given, maximumFractionDigits: decimals }
  return { ...given, notation: 'scientific', maximumSignificantDigits: 15 }
}

/**
 * Writes values by a format. Without one, numbers and dates are written as the language writes them,
 * and all else as its text; numbers with as many decimals as tell `values` apart. Dates are written in
 * UTC, in which those without a time are read, unless the format states a `timeZone`. Throws
 * `bad-format` on options that `Intl` does not take.
 */
export function valueWriter(
  format: ValueFormat | undefined,
  language: string,
  values: readonly unknown[] = [],
): (value: unknown, index: number) => WrittenValue {
  checkArgument('valueWriter', 'values', values, listOf(anything))
  if (typeof format === 'function') {
    return (value, index) => ({ text: shownText(format(value, index)) })
  }
  const given = checkedFormat(format)
  const options = numberOptions(given.number ?? {}, values)
  const numbers = intl(() => new Intl.NumberFormat(language, options))
  const days = given.date ?? { dateStyle: 'medium' as const }
  const dates = intl(() => new Intl.DateTimeFormat(language, { timeZone: 'UTC', ...days }))
  return value => {
    if (typeof value === 'number' || typeof value === 'bigint') return writtenNumber(numbers, value)
    if (value instanceof Date) {
      if (Number.isNaN(value.getTime())) fail('bad-value', 'a date of the chart is not valid')
      return { text: dates.format(value) }
    }
    return { text: shownText(value) }
  }
}

function checkedFormat(
  format: unknown,
): Partial<{ number: Intl.NumberFormatOptions; date: Intl.DateTimeFormatOptions }> {
  if (format === undefined) return {}
  const isOne = typeof format === 'object' && format !== null
  const names = isOne ? Object.keys(format) : []
  if (names.length === 1 && (names[0] === 'number' || names[0] === 'date')) {
    const options = Object.values(format as object)[0]
    if (typeof options === 'object' && options !== null) return format as object
  }
  return fail('bad-format', `a format may not be ${described(format)}`, {
    hint: 'it is { number: … } or { date: … }, as Intl takes them, or a function',
  })
}

function writtenNumber(numbers: Intl.NumberFormat, value: number | bigint): WrittenValue {
  let text = ''
  let wholeEnd: number | undefined
  for (const { type, value: part } of numbers.formatToParts(value)) {
    text += part
    if (type === 'integer' || type === 'group') wholeEnd = text.length
  }
  return wholeEnd === undefined ? { text } : { text, wholeEnd }
}

function shownText(value: unknown): string {
  if (typeof value === 'string') return value
  if (value === undefined || value === null) return ''
  if (typeof value === 'number' || typeof value === 'boolean') return String(value)
  return fail('bad-value', `a value of a chart may not be ${described(value)}`, {
    hint: 'strings, numbers and dates are written; a function as format writes all else',
  })
}

/** Reports options that `Intl` refuses as a mistake of the format. */
function intl<T>(make: () => T): T {
  try {
    return make()
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error)
    return fail('bad-format', `the format cannot be used: ${reason}`)
  }
}
