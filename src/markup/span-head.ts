import type { Override, StyleName } from './rich-text.ts'

export interface SpanHead {
  readonly styles: readonly StyleName[]
  readonly overrides: readonly Override[]
  /** Offset behind the opening bracket of the span's text. */
  readonly end: number
}

const nameStart = /[\p{L}_]/u
const nameRest = /[\p{L}\p{N}_.-]/u

/** What an ASCII character may be in a name: 0 nothing, 1 any but the first, 2 also the first. */
const asciiRoles = Uint8Array.from({ length: 128 }, (_, code) => {
  const character = String.fromCharCode(code)
  return nameStart.test(character) ? 2 : nameRest.test(character) ? 1 : 0
})

/** The end of the name that starts at `at`; `at` itself where none does. */
export function nameEnd(text: string, at: number): number {
  let end = at
  for (let needed = 2; end < text.length; needed = 1) {
    const code = text.charCodeAt(end)
    if (code < 128) {
      if (asciiRoles[code] < needed) break
      end++
    } else {
      const character = String.fromCodePoint(text.codePointAt(end) ?? 0)
      if (!(needed === 2 ? nameStart : nameRest).test(character)) break
      end += character.length
    }
  }
  return end
}

const noOverrides: readonly Override[] = []

/** The head of a span whose tilde is at `at`: `~name[` or `~(items)[`; undefined where there is none. */
export function readSpanHead(text: string, at: number): SpanHead | undefined {
  if (text[at + 1] === '(') return readItems(text, at + 2)
  const end = nameEnd(text, at + 1)
  if (end === at + 1 || text[end] !== '[') return undefined
  return {
    styles: [{ name: text.slice(at + 1, end), start: at + 1, end }],
    overrides: noOverrides,
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
