import { aString, being, checkOptions, isObject, oneOf } from '../../problem/index.ts'
import { utf16String } from './bytes.ts'

/** Page numbering from one page on (ISO 32000-2, 12.4.2). */
export interface PageLabels {
  /** The page that begins it, counted from 1. */
  readonly page: number
  /** Style of the numbers. */
  readonly style?: 'decimal' | 'lower-roman' | 'upper-roman' | 'lower-alpha' | 'upper-alpha'
  /** Text before each number. */
  readonly prefix?: string
  /** Number of the first page. Default: 1. */
  readonly start?: number
}

const letters = {
  decimal: 'D',
  'lower-roman': 'r',
  'upper-roman': 'R',
  'lower-alpha': 'a',
  'upper-alpha': 'A',
}

const whole = (least: number) =>
  being(`a whole number from ${least}`, value => Number.isInteger(value) && Number(value) >= least)

/** As an argument: pages are numbered from the first on, in order. */
export const somePageLabels = being(
  'a list of page labels, { page, style, prefix, start }, the first from page 1, in order',
  value =>
    Array.isArray(value) &&
    value.every((one: unknown, i) => {
      if (!isObject(one) || !Number.isInteger(one.page)) return false
      return i === 0 ? one.page === 1 : Number(one.page) > Number(value[i - 1].page)
    }),
)

export function pageLabelsText(labels: readonly PageLabels[]): string {
  const entries = labels.map(label => {
    checkOptions('page labels', label, {
      page: whole(0),
      style: oneOf(...Object.keys(letters)),
      prefix: aString,
      start: whole(1),
    })
    const { page, style, prefix, start } = label
    const parts = [
      ...(style === undefined ? [] : [`/S /${letters[style]}`]),
      ...(prefix === undefined ? [] : [`/P ${utf16String(prefix)}`]),
      ...(start === undefined ? [] : [`/St ${start}`]),
    ]
    return `${page - 1} << ${parts.join(' ')} >>`
  })
  return `/PageLabels << /Nums [${entries.join(' ')}] >> `
}
