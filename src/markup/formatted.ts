import {
  anObject,
  checkArgument,
  described,
  fail,
  isMade,
  type Made,
  made,
} from '../problem/index.ts'

/** A number, an amount, a date or a time that is written in the language where it stands. */
export interface FormattedValue extends Made {
  /** Marks a formatted value. */
  readonly kind: 'formatted'
  /** The text in a language, a BCP 47 tag. */
  readonly in: (language: string) => string
}

/**
 * A number or date as a value, written in the language of its text, with the options of
 * `Intl.NumberFormat` or `Intl.DateTimeFormat` (ECMA-402). Dates are in UTC unless you give a
 * `timeZone`, so they are the same on every machine. Throws `bad-option` and `bad-value`.
 *
 * @param value A number or a date.
 * @param options Options of `Intl.NumberFormat` or `Intl.DateTimeFormat`.
 * @example
 * formatted(15.2, { style: 'currency', currency: 'GBP' })
 */
export function formatted(
  value: number | bigint,
  options?: Intl.NumberFormatOptions,
): FormattedValue
export function formatted(value: Date, options?: Intl.DateTimeFormatOptions): FormattedValue
export function formatted(
  value: number | bigint | Date,
  options: Intl.NumberFormatOptions & Intl.DateTimeFormatOptions = {},
): FormattedValue {
  checkArgument('formatted', 'options', options, anObject)
  const write = writerOf(value, options)
  const written = new Map<string, string>()
  const inLanguage = (language: string) => {
    const known = written.get(language)
    if (known !== undefined) return known
    const text = write(language)
    written.set(language, text)
    return text
  }
  // Wrong options are found now, and not where the value is shown.
  try {
    inLanguage('en')
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error)
    fail('bad-option', `formatted() cannot write that: ${reason}`, {
      hint: 'options are those of Intl.NumberFormat, and of Intl.DateTimeFormat for dates',
    })
  }
  return { [made]: true, kind: 'formatted', in: inLanguage }
}

function writerOf(
  value: unknown,
  options: Intl.NumberFormatOptions & Intl.DateTimeFormatOptions,
): (language: string) => string {
  if (value instanceof Date && Number.isFinite(value.getTime())) {
    return language =>
      new Intl.DateTimeFormat(language, { timeZone: 'UTC', ...options }).format(value)
  }
  if (typeof value === 'bigint' || (typeof value === 'number' && Number.isFinite(value))) {
    return language => new Intl.NumberFormat(language, options).format(value)
  }
  const what = value instanceof Date ? 'an invalid date' : described(value)
  return fail('bad-value', `formatted() takes a number or a date, not ${what}`)
}

export const isFormatted = (value: unknown): value is FormattedValue =>
  isMade(value) && 'kind' in value && value.kind === 'formatted'

/** Written where no language is known. */
const unknownLanguage = 'en'

export const formattedText = (value: FormattedValue, language: string | undefined) =>
  value.in(language ?? unknownLanguage)
