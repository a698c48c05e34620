import type { RichText, Value, Values } from './rich-text.ts'
import { checkedValue, checkRich, checkValues, isRich } from './value.ts'
import { walk } from './walk.ts'

/** The characters of a rich text; an object by its label, a placeholder without a value as it stands. */
export function plainText(rich: RichText, values?: Values): string {
  checkRich('plainText', rich)
  checkValues('plainText', values)
  const parts: string[] = []
  walk(
    rich,
    {
      text: text => parts.push(text),
      open() {},
      close() {},
      placeholder({ name }, given) {
        const value = checkedValue(name, given)
        if (value === undefined) parts.push(`{${name}}`)
        else if (isRich(value)) return value
        else parts.push(valueText(value))
        return undefined
      },
    },
    values,
  )
  return parts.join('')
}

/** What a value that is no rich text says. */
export function valueText(value: Exclude<Value, RichText>): string {
  if (typeof value !== 'object') return String(value)
  return 'text' in value ? String(value.text) : value.label
}
