import { fail } from '../../problem/index.ts'
import { utf16String } from './bytes.ts'

/** Metadata of a document (ISO 32000-2, 14.3.3). Dates are written only if you pass them. */
export interface PdfMetadata {
  /** Title. Default: that of the first page with a title. */
  readonly title?: string
  /** Who wrote it. */
  readonly author?: string
  /** Subject of the document. */
  readonly subject?: string
  /** Words to find it by. */
  readonly keywords?: readonly string[]
  /** Date of creation. */
  readonly created?: Date
  /** Date of the last change. */
  readonly modified?: Date
}

export function infoText({
  title,
  author,
  subject,
  keywords,
  created,
  modified,
}: PdfMetadata): string {
  const texts = [
    ['Title', title],
    ['Author', author],
    ['Subject', subject],
    ['Keywords', keywords?.join(', ')],
    ['Producer', 'Dot Line'],
  ] as const
  const dates = [
    ['CreationDate', created],
    ['ModDate', modified],
  ] as const
  const entries = [
    ...texts.flatMap(([key, text]) => (text === undefined ? [] : `/${key} ${utf16String(text)}`)),
    ...dates.flatMap(([key, date]) => (date === undefined ? [] : `/${key} ${dateText(key, date)}`)),
  ]
  return `<< ${entries.join(' ')} >>`
}

/** A date as a string (7.9.4), in UTC. */
function dateText(key: string, date: Date): string {
  const year = date.getUTCFullYear()
  if (!(year >= 0 && year <= 9999)) {
    fail('bad-date', `${key}: a date of a PDF is of the years 0 to 9999`)
  }
  const parts = [
    date.getUTCMonth() + 1,
    date.getUTCDate(),
    date.getUTCHours(),
    date.getUTCMinutes(),
    date.getUTCSeconds(),
  ]
  const digits = parts.map(part => String(part).padStart(2, '0')).join('')
  return `(D:${String(year).padStart(4, '0')}${digits}Z)`
}
