import type { Problem } from '../problem/index.ts'
import { type ParsedMarkup, parseMarkup } from './parse-markup.ts'

const name = '[\\p{L}_][\\p{L}\\p{N}_.-]*'
const value = '(?:"[^"]*"?|[^\\s,\\[\\]{}~"]*)'
const item = `${name}(?:=${value})?`

/** A tilde at the end, with what may still become the head of a span. */
const unfinishedHead = new RegExp(`(~+)(?:${item}(?:,${item})*,?)?$`, 'u')
/** A placeholder, or a character by its number, without its closing brace. */
const unfinishedPlaceholder = new RegExp(`(?<!~)\\{(?:${name}|U\\+[0-9A-Fa-f]*)?$`, 'u')

/**
 * Markup that is still being written, as a text that arrives in pieces is: spans that are open at its end are
 * no mistakes, and the beginning of a head or a placeholder there is not shown.
 */
export function parseUnfinished(markup: string): ParsedMarkup {
  const { rich, problems } = parseMarkup(withoutUnfinished(markup))
  return { rich, problems: problems.filter(({ code }: Problem) => code !== 'unclosed-span') }
}

function withoutUnfinished(markup: string): string {
  const end = Math.max(markup.lastIndexOf('~'), markup.lastIndexOf('{'))
  if (end < 0) return markup
  // The end alone is looked at: texts grow, and are read again with each piece.
  const from = Math.max(0, end - longestHead)
  const tail = markup.slice(from)
  const placeholder = unfinishedPlaceholder.exec(tail)
  if (placeholder) return markup.slice(0, from + placeholder.index)
  const head = unfinishedHead.exec(tail)
  // Of two tildes the first makes the other plain.
  if (!head || head[1].length % 2 === 0) return markup
  return markup.slice(0, from + head.index + head[1].length - 1)
}

/** A head is no longer, but for an address, which then is shown for a moment. */
const longestHead = 400
