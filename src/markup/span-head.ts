import type { Override, StyleName } from './rich-text.ts'

export interface SpanHead {
  readonly styles: readonly StyleName[]
  readonly overrides: readonly Override[]
  /** Offset behind the opening bracket of the span's text. */
  readonly end: number
}

const nameStart = /[\p{L}_]/u
const nameRest = /[\p{L}\p{N}_.-]/u

/** The role of each ASCII character in a name: 0 none, 1 any place but the first, 2 any place. */
const asciiRoles = Uint8Array.from({ length: 128 }, (_, code) => {
  const character = String.fromCharCode(code)
  return nameStart.test(character) ? 2 : nameRest.test(character) ? 1 : 0
})

/** Whether a text is a name that a span may have. */
export const isSpanName = (text: string): boolean => text !== '' && nameEnd(text, 0) === text.length

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

/**
 * Reads the heads of spans in one text: `~item,item[`, where an item is the name of a style, or
 * `name=value`. What was found not to be a head is remembered, so that no stretch of the text is
 * read again from every tilde in it, and reading stays linear.
 */
export interface HeadReader {
  /** The head of the span whose tilde is at `at`; undefined if none starts there. */
  read(at: number): SpanHead | undefined
}

export function headReader(text: string): HeadReader {
  /** Items that start here, behind a comma, lead to no bracket. */
  let fruitless: Set<number> | undefined
  /** From `bareFrom` on, the next character that ends a bare value is at `bareEnd`. */
  let bareFrom = 0
  let bareEnd = -1

  function endOfBare(from: number): number {
    if (from >= bareFrom && from <= bareEnd) return bareEnd
    let end = from
    while (end < text.length && !endsBare(text.charCodeAt(end))) end++
    bareFrom = from
    bareEnd = end
    return end
  }

  function readValue(from: number): { readonly text: string; readonly end: number } | undefined {
    if (text[from] === '"') return readQuoted(text, from)
    const end = endOfBare(from)
    return { text: text.slice(from, end), end }
  }

  return {
    read(tilde) {
      const styles: StyleName[] = []
      const overrides: Override[] = []
      const tried: number[] = []
      for (let start = tilde + 1; ; ) {
        const nameEndsAt = nameEnd(text, start)
        if (nameEndsAt === start) break
        let end = nameEndsAt
        const name = text.slice(start, end)
        if (text[end] === '=') {
          const value = readValue(end + 1)
          if (!value) break
          end = value.end
          overrides.push({ name, value: value.text, start, end })
        } else {
          styles.push({ name, start, end })
        }
        if (text[end] === '[') return { styles, overrides, end: end + 1 }
        start = end + 1
        if (text[end] !== ',' || fruitless?.has(start)) break
        tried.push(start)
      }
      if (tried.length > 0) {
        fruitless ??= new Set()
        for (const start of tried) fruitless.add(start)
      }
      return undefined
    },
  }
}

/** `"…"`, in which two quotation marks stand for one. */
function readQuoted(text: string, from: number) {
  let value = ''
  for (let start = from + 1; ; ) {
    const mark = text.indexOf('"', start)
    if (mark < 0) return undefined
    value += text.slice(start, mark)
    if (text[mark + 1] !== '"') return { text: value, end: mark + 1 }
    value += '"'
    start = mark + 2
  }
}

/**
 * Whether a character ends a value without quotation marks: white space, a comma, a bracket, a
 * quotation mark.
 */
function endsBare(code: number): boolean {
  switch (code) {
    case 0x22:
    case 0x2c:
    case 0x5b:
    case 0x5d:
      return true
    default:
      return code <= 0x20 || code === 0xa0 || code === 0x2028 || code === 0x2029
  }
}

/** A value as it stands in a head: in quotation marks where it needs them. */
export function valueInHead(value: string): string {
  for (let i = 0; i < value.length; i++) {
    if (endsBare(value.charCodeAt(i))) return `"${value.replaceAll('"', '""')}"`
  }
  return value
}
