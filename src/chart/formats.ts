import { aFunction, anObject, described, type Expected, either, fail } from '../problem/index.ts'

/** How a value is written: by `Intl`, in the language of the chart's texts, or by a function of one's own. */
export type ValueFormat =
  | { readonly number: Intl.NumberFormatOptions }
  | { readonly date: Intl.DateTimeFormatOptions }
  | ((value: unknown, index: number) => string)

export const aFormat: Expected = either(aFunction, anObject)

/** A value as it is written, and where its decimal sign stands or would stand. */
export interface WrittenValue {
  /** As it is written. */
  readonly text: string
  /** Offset behind the last digit of its whole part; undefined of what is no number. */
  readonly wholeEnd?: number
}

/**
 * Writes values by a format. Without one, numbers and dates are written as the language writes them,
 * and all else as its text. Throws `bad-format` on options that `Intl` does not take.
 */
export function valueWriter(
  format: ValueFormat | undefined,
  language: string,
): (value: unknown, index: number) => WrittenValue {
  if (typeof format === 'function') {
    return (value, index) => ({ text: shownText(format(value, index)) })
  }
  const given = checkedFormat(format)
  const options = 'number' in given ? given.number : {}
  const numbers = intl(() => new Intl.NumberFormat(language, options))
  const dates = intl(
    () => new Intl.DateTimeFormat(language, 'date' in given ? given.date : { dateStyle: 'medium' }),
  )
  return value => {
    if (typeof value === 'number' || typeof value === 'bigint') return writtenNumber(numbers, value)
    if (value instanceof Date) {
      if (Number.isNaN(value.getTime())) fail('bad-value', 'a date of the chart is not valid')
      return { text: dates.format(value) }
    }
    return { text: shownText(value) }
  }
}

function checkedFormat(format: unknown): Partial<{ number: object; date: object }> {
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

/** What `Intl` does not take is told as a mistake of the format. */
function intl<T>(make: () => T): T {
  try {
    return make()
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error)
    return fail('bad-format', `the format cannot be used: ${reason}`)
  }
}
