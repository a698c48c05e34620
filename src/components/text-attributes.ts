import type { Values } from '../core.ts'
import type { TextProps } from './text-props.ts'

/** The attributes of an element by their names; those without a value are left out. */
type TextAttributes = Readonly<Record<string, string | number | true>>

/** What no attribute can hold. */
export type TextData = Pick<TextProps, 'rich' | 'values'>

/** Properties as attributes of the element: so they are there before any script, and a server has them. */
export function textAttributes(props: TextProps): TextAttributes {
  const { textStyle, maxLines, alignWrapped, fit, open, streaming, values, overrides } = props
  const { markup, message, height, ellipsis, align, paint, tooltip, tree } = props
  const all = {
    'text-style': textStyle,
    'max-lines': maxLines,
    'align-wrapped': alignWrapped,
    fit: fit && `${fit.min} ${fit.max}`,
    open: open || undefined,
    streaming: streaming || undefined,
    values: values && isPlainData(values) ? JSON.stringify(values) : undefined,
    overrides: overrides && JSON.stringify(overrides),
    ...{ markup, message, height, ellipsis, align, paint, tooltip, tree },
  }
  const given: Record<string, string | number | true> = {}
  for (const [name, value] of Object.entries(all)) if (value !== undefined) given[name] = value
  return given
}

/** What an element is given as properties, once it is there. */
export function textData({ rich, values }: TextData): TextData {
  return { ...(rich && { rich }), ...(values && !isPlainData(values) && { values }) }
}

/** Whether JSON has the same values. */
const isPlainData = (values: Values) =>
  Object.values(values).every(value => typeof value === 'string' || typeof value === 'number')
