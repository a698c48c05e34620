import { formattedText, isFormatted } from './formatted.ts'
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
      placeholder({ name }, given, _entered, _isInner, language) {
        const value = checkedValue(name, given)
        if (value === undefined) parts.push(`{${name}}`)
        else if (isRich(value)) return value
        else parts.push(valueText(value, language))
        return undefined
      },
    },
    values,
  )
  return parts.join('')
}

/** The text of a value that isn't rich text, in a language. */
export function valueText(value: Exclude<Value, RichText>, language: string | undefined): string {
  if (typeof value !== 'object') return String(value)
  if (isFormatted(value)) return formattedText(value, language)
  return 'text' in value ? valueText(value.text, language) : value.label
}
