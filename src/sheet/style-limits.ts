import type { Step } from './declared.ts'
import type { PropertyName, properties } from './properties.ts'
import type { Style } from './style.ts'

/** The properties that act at certain steps. */
export type PropertiesOf<S extends Step> = {
  [K in PropertyName]: (typeof properties)[K]['step'] extends S ? K : never
}[PropertyName]

type Limit = (style: Style) => boolean

/**
 * Which values of properties will do, for each but those of which any does: a new property is
 * either `Any` or has a limit, or the program does not compile.
 */
export type StyleLimits<Any extends PropertyName> = Readonly<
  Record<Exclude<PropertyName, Any>, Limit> & Partial<Record<Any, Limit>>
>

/** Whether a style keeps to limits: found out once for each. */
export function keepsTo<Any extends PropertyName>(
  limits: StyleLimits<Any>,
): (style: Style) => boolean {
  const all = Object.values<Limit>(limits)
  const known = new WeakMap<Style, boolean>()
  return style => {
    const found = known.get(style) ?? all.every(limit => limit(style))
    known.set(style, found)
    return found
  }
}
