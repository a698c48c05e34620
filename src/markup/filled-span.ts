import type { Override, SpanNode, Value } from './rich-text.ts'

/** Overrides whose values may have placeholders of their own: `~link,href={page}[the page]`. */
const fillable = new Set(['href', 'action'])
/** A name in braces, as markup has them. */
export const placeholderIn = /\{([\p{L}_][\p{L}\p{N}_.-]*)\}/gu

/** Gives what a placeholder stands for; undefined if it stays as it is. */
type FillOf = (name: string, span: SpanNode) => Value | undefined

/**
 * A span with the placeholders of its link and its action filled. A value that is a part of an
 * address is written as one (RFC 3986, section 2.1); one that is all of it, as it is.
 */
export function filledSpan(span: SpanNode, fillOf: FillOf): SpanNode {
  if (!span.overrides.some(needsFilling)) return span
  return { ...span, overrides: span.overrides.map(one => filled(one, span, fillOf)) }
}

const needsFilling = ({ name, value }: Override) => fillable.has(name) && value.includes('{')

/** Half a character has no bytes: U+FFFD stands in, as in what the Encoding Standard encodes. */
const wellFormed = (text: string) => text.replace(/\p{Surrogate}/gu, '\ufffd')

function filled(override: Override, span: SpanNode, fillOf: FillOf): Override {
  if (!needsFilling(override)) return override
  const { name, value } = override
  const text = value.replace(placeholderIn, (whole, key: string) => {
    const given = fillOf(key, span)
    if (typeof given !== 'string' && typeof given !== 'number') return whole
    const isAll = whole === value || name === 'action'
    return isAll ? String(given) : encodeURIComponent(wellFormed(String(given)))
  })
  return { ...override, value: text }
}
