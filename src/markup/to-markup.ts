import { fail } from '../problem/index.ts'
import { literal } from './literal.ts'
import type { Override, RichText, SpanNode, Values } from './rich-text.ts'
import { nameEnd } from './span-head.ts'
import { isRich, valueText } from './to-text.ts'
import { walk } from './walk.ts'

/**
 * A rich text as markup: parsing it gives the same tree. Placeholders without a value stay; values
 * are printed as what they show. Throws where a name or a value cannot be written in markup.
 */
export function toMarkup(rich: RichText, values?: Values): string {
  const parts: string[] = []
  walk(
    rich,
    {
      text: text => parts.push(literal(text)),
      open: span => parts.push(spanHead(span)),
      close: () => parts.push(']'),
      placeholder(name, value) {
        if (value === undefined) parts.push(`{${printable(name, 'placeholder')}}`)
        else if (isRich(value)) return value
        else if (typeof value === 'object' && 'style' in value) {
          parts.push(`~${printable(value.style, 'style')}[${literal(valueText(value))}]`)
        } else parts.push(literal(valueText(value)))
        return undefined
      },
    },
    values,
  )
  return parts.join('')
}

function spanHead({ styles, overrides }: SpanNode): string {
  const names = styles.map(style => printable(style.name, 'style'))
  if (names.length === 1 && overrides.length === 0) return `~${names[0]}[`
  return `~(${[...names, ...overrides.map(overrideText)].join(' ')})[`
}

function printable(name: string, what: string): string {
  if (name !== '' && nameEnd(name, 0) === name.length) return name
  return fail('unprintable', `the ${what} name '${name}' cannot be written in markup`)
}

function overrideText({ name, value }: Override): string {
  const key = printable(name, 'property')
  if (isBare(value)) return `${key}=${value}`
  if (!/["\r\n]/.test(value)) return `${key}="${value}"`
  return fail('unprintable', `the value of '${name}' cannot be written in markup`, {
    hint: 'it holds a quotation mark, or breaks a line',
  })
}

/** Whether a value reads the same without quotation marks: no space outside of paired parentheses. */
function isBare(value: string): boolean {
  if (value.startsWith('"') || /[\r\n]|~\(/.test(value)) return false
  let depth = 0
  for (const c of value) {
    if (c === '(') depth++
    else if (c === ')' && depth-- === 0) return false
    else if (c === ' ' && depth === 0) return false
  }
  return depth === 0
}
