import type { Override, StyleName } from './rich-text.ts'

export interface SpanHead {
  readonly styles: readonly StyleName[]
  readonly overrides: readonly Override[]
  /** Offset behind the opening bracket of the span's text. */
  readonly end: number
}

const nameStart = /[\p{L}_]/u
const nameRest = /[\p{L}\p{N}_.-]/u

/** The end of the name that starts at `at`; `at` itself where none does. */
export function nameEnd(text: string, at: number): number {
  if (!nameStart.test(characterAt(text, at))) return at
  let end = at + characterAt(text, at).length
  while (end < text.length && nameRest.test(characterAt(text, end))) {
    end += characterAt(text, end).length
  }
  return end
}

function characterAt(text: string, at: number): string {
  const codePoint = text.codePointAt(at)
  return codePoint === undefined ? '' : String.fromCodePoint(codePoint)
}

/** The head of a span whose tilde is at `at`: `~name[` or `~(items)[`; undefined where there is none. */
export function readSpanHead(text: string, at: number): SpanHead | undefined {
  if (text[at + 1] === '(') return readItems(text, at + 2)
  const end = nameEnd(text, at + 1)
  if (end === at + 1 || text[end] !== '[') return undefined
  return {
    styles: [{ name: text.slice(at + 1, end), start: at + 1, end }],
    overrides: [],
    end: end + 1,
  }
}

function readItems(text: string, from: number): SpanHead | undefined {
  const styles: StyleName[] = []
  const overrides: Override[] = []
  let at = skipSpaces(text, from)
  while (text[at] !== ')') {
    const start = at
    const end = nameEnd(text, at)
    if (end === start) return undefined
    const name = text.slice(start, end)
    at = end
    if (text[at] === '=') {
      const value = readValue(text, at + 1)
      if (!value) return undefined
      overrides.push({ name, value: value.text, start, end: value.end })
      at = value.end
    } else {
      styles.push({ name, start, end })
    }
    const next = skipSpaces(text, at)
    if (next === at && text[at] !== ')') return undefined
    at = next
  }
  return text[at + 1] === '[' ? { styles, overrides, end: at + 2 } : undefined
}

/**
 * A value: quoted, or up to a space or the closing parenthesis, parentheses in pairs. Where it
 * meets the head of another span it is none: so no stretch of text is scanned from more than two
 * heads, and reading stays linear.
 */
function readValue(text: string, from: number): { text: string; end: number } | undefined {
  if (text[from] === '"') {
    const end = text.indexOf('"', from + 1)
    return end < 0 ? undefined : { text: text.slice(from + 1, end), end: end + 1 }
  }
  let depth = 0
  for (let at = from; at < text.length; at++) {
    const c = text[at]
    if (c === '~' && text[at + 1] === '(') return undefined
    if (c === '\n' || c === '\r') return undefined
    if (c === '(') depth++
    else if (c === ')' && depth === 0) return { text: text.slice(from, at), end: at }
    else if (c === ')') depth--
    else if (c === ' ' && depth === 0) return { text: text.slice(from, at), end: at }
  }
  return undefined
}

function skipSpaces(text: string, from: number): number {
  let at = from
  while (text[at] === ' ' || text[at] === '\t') at++
  return at
}
