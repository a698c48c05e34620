import {
  isValue,
  nameEnd,
  nextMark,
  type RichNode,
  type RichText,
  type Values,
} from '../markup/index.ts'

/** A piece of simple markup: text, or a value, in the whole text or in a span of one style. */
export interface SimplePiece {
  readonly text: string
  readonly isValue?: boolean
  /** The style of the span it stands in. */
  readonly span: string | undefined
  /** Where it stands in the markup. */
  readonly start: number
  readonly end: number
}

const [tilde, openBrace, closeBrace, openBracket, closeBracket] = [0x7e, 0x7b, 0x7d, 0x5b, 0x5d]

/**
 * The pieces of markup in which there is nothing but text, values that are texts or numbers, and
 * spans of one style beside each other; undefined if there is more. Some text stands in no span.
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
      pieces.push({ text, isValue: true, span, start: at, end: end + 1 })
      if (span === undefined) isOutside = true
    }
    at = end + 1
  }
  const isAllUsed = isEachUsed(values, used)
  return span === undefined && isOutside && isAllUsed ? pieces : undefined
}

/** The pieces of rich text: its own values take precedence over given ones. */
export function richPieces(rich: RichText, values: Values): readonly SimplePiece[] | undefined {
  const own = rich.values ?? noValues
  const pieces: SimplePiece[] = []
  let isOutside = false
  const used = new Set<string>()

  function add(node: RichNode, span: string | undefined): boolean {
    if (node.kind === 'span') return false
    const { start, end } = node
    if (node.kind === 'text') {
      // In escaped text, not every character has its own place in the source.
      if (node.text.length !== end - start) return false
      pieces.push({ text: node.text, span, start, end })
    } else {
      const text = valueText(Object.hasOwn(own, node.name) ? own : values, node.name)
      if (text === undefined) return false
      used.add(node.name)
      if (text === '') return true
      pieces.push({ text, isValue: true, span, start, end })
    }
    if (span === undefined) isOutside = true
    return true
  }

  for (const node of rich.children) {
    if (node.kind !== 'span') {
      if (!add(node, undefined)) return undefined
      continue
    }
    const { styles, overrides, children } = node
    const isSimple = styles.length === 1 && overrides.length === 0
    if (!isSimple || styles[0].otherwise !== undefined) return undefined
    for (const inner of children) if (!add(inner, styles[0].name)) return undefined
  }
  const isAllUsed = isEachUsed(own, used) && isEachUsed(values, used)
  return isOutside && isAllUsed ? pieces : undefined
}

const noValues: Values = {}

/** Values that are unused are reported. */
function isEachUsed(values: Values, used: ReadonlySet<string>): boolean {
  for (const name in values) if (!used.has(name)) return false
  return true
}

/** The text that rich text is, where it is nothing else, and none of it was escaped. */
export function bareText({ children, sourceText, values }: RichText): string | undefined {
  if (values !== undefined || children.length > 1) return undefined
  if (children.length === 0) return sourceText === '' ? '' : undefined
  const [node] = children
  return node.kind === 'text' && node.text === sourceText && node.start === 0
    ? sourceText
    : undefined
}

/** The text of a value that is a text or a number. */
function valueText(values: Values, name: string): string | undefined {
  if (!Object.hasOwn(values, name)) return undefined
  const value: unknown = values[name]
  return isValue(value) && typeof value !== 'object' ? String(value) : undefined
}
