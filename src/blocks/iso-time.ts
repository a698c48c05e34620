/** A year and a month, or a day, with a time where it has one (ISO 8601). */
const form =
  /^(\d{4})-(\d{2})(?:-(\d{2})(?:T(\d{2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?(Z|[+-]\d{2}:\d{2})?)?)?$/

/** Whether a text is written as a date, be there such a day or not. */
export const isIsoForm = (text: string): boolean => form.test(text)

/**
 * The time that a date of ISO 8601 stands for, in milliseconds; what has no zone is in UTC, the same on
 * every machine. `NaN` where there is no such day or time, as for 2024-02-30, which `Date` takes for
 * the first of March.
 */
export function isoTime(text: string): number {
  const match = form.exec(text)
  if (!match) return Number.NaN
  const [, year, month, day = '01', hour, , , zone] = match
  const first = new Date(`${year}-${month}-${day}T00:00:00Z`)
  if (first.getUTCDate() !== Number(day)) return Number.NaN
  return Date.parse(hour !== undefined && zone === undefined ? `${text}Z` : text)
}
