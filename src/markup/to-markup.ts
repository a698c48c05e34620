import { fail } from '../problem/index.ts'
import { escapeMarkup } from './literal.ts'
import type { Override, RichText, SpanNode, Values } from './rich-text.ts'
import { nameEnd, valueInHead } from './span-head.ts'
import { valueText } from './to-text.ts'
import { checkedValue, checkRich, checkValues, isRich } from './value.ts'
import { walk } from './walk.ts'

/**
 * Rich text as markup; parsing it gives the same tree. Placeholders without a value stay. Values
 * are written as plain text. Throws `unprintable`.
 */
export function richToMarkup(rich: RichText, values?: Values): string {
  checkRich('richToMarkup', rich)
  checkValues('richToMarkup', values)
  const parts: string[] = []
  walk(
    rich,
    {
      text: text => parts.push(escapeMarkup(text)),
      open: span => parts.push(spanHead(span)),
      close: span => parts.push(isEmptyHead(span) ? '' : ']'),
      placeholder({ name }, given, _entered, _isInner, language) {
        const value = checkedValue(name, given)
        if (value === undefined) parts.push(`{${printable(name, 'placeholder')}}`)
        else if (isRich(value)) return value
        else if (typeof value === 'object' && 'style' in value) {
          parts.push(
            `~${printable(value.style, 'style')}[${escapeMarkup(valueText(value, language))}]`,
          )
        } else parts.push(escapeMarkup(valueText(value, language)))
        return undefined
      },
    },
    values,
  )
  return parts.join('')
}

/** A span that changes nothing has no head to be written with: its text is all there is of it. */
const isEmptyHead = ({ styles, overrides }: SpanNode) => styles.length + overrides.length === 0

function spanHead(span: SpanNode): string {
  if (isEmptyHead(span)) return ''
  const { styles, overrides } = span
  const names = styles.map(style => printable(style.name, 'style'))
  return `~${[...names, ...overrides.map(overrideText)].join(',')}[`
}

function printable(name: string, what: string): string {
  if (name !== '' && nameEnd(name, 0) === name.length) return name
  return fail('unprintable', `the ${what} name '${name}' cannot be written in markup`)
}

function overrideText({ name, value }: Override): string {
  return `${printable(name, 'property')}=${valueInHead(value)}`
}
