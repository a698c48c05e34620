import { isValue, nameEnd, nextMark, type Values } from '../markup/index.ts'

/** A piece of simple markup: text, or a value, in the whole text or in a span of one style. */
export interface SimplePiece {
  readonly text: string
  /** The style of the span it stands in. */
  readonly span: string | undefined
  /** Where it stands in the markup. */
  readonly start: number
  readonly end: number
}

const [tilde, openBrace, closeBrace, openBracket, closeBracket] = [0x7e, 0x7b, 0x7d, 0x5b, 0x5d]

/**
 * The pieces of markup in which there is nothing but text, values that are texts or numbers, and
 * spans of one style beside each other; undefined where there is more. Some text stands in no span.
 */
export function simplePieces(markup: string, values: Values): readonly SimplePiece[] | undefined {
  const pieces: SimplePiece[] = []
  let span: string | undefined
  let isOutside = false
  const used = new Set<string>()
  for (let at = 0; at < markup.length; ) {
    const start = at
    at = nextMark(markup, at)
    if (at > start) {
      pieces.push({ text: markup.slice(start, at), span, start, end: at })
      if (span === undefined) isOutside = true
      continue
    }
    const unit = markup.charCodeAt(at)
    if (unit === closeBracket && span !== undefined) {
      span = undefined
      at++
      continue
    }
    const isSpan = unit === tilde && span === undefined
    if (!isSpan && unit !== openBrace) return undefined
    const end = nameEnd(markup, at + 1)
    const behind = isSpan ? openBracket : closeBrace
    if (end === at + 1 || markup.charCodeAt(end) !== behind) return undefined
    const name = markup.slice(at + 1, end)
    if (isSpan) {
      span = name
      at = end + 1
      continue
    }
    const text = valueText(values, name)
    if (text === undefined) return undefined
    used.add(name)
    if (text !== '') {
      pieces.push({ text, span, start: at, end: end + 1 })
      if (span === undefined) isOutside = true
    }
    at = end + 1
  }
  const isAllUsed = hasNoMore(values, used.size)
  return span === undefined && isOutside && isAllUsed ? pieces : undefined
}

/** What a value says that is a text or a number. */
function valueText(values: Values, name: string): string | undefined {
  if (!Object.hasOwn(values, name)) return undefined
  const value: unknown = values[name]
  return isValue(value) && typeof value !== 'object' ? String(value) : undefined
}

/** Whether values are as many as were used: others are told of. */
function hasNoMore(values: Values, count: number): boolean {
  let all = 0
  for (const _ in values) all++
  return all === count
}
