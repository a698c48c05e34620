import { valueInHead } from './span-head.ts'

/** No head is longer than this, and nothing further on is looked at: a text may be all `~(`. */
const longest = 200

const form = /^~\(([^[\]\n]*?)\)\[/

/**
 * A span head in parentheses, such as `~(strong ink=deep)[`, which is plain text; with the correct
 * form.
 */
export function parenthesizedHead(
  text: string,
  at: number,
): { readonly end: number; readonly instead: string } | undefined {
  const match = form.exec(text.slice(at, at + longest))
  if (!match) return undefined
  const items = match[1].match(/[^\s"=,]+(=("[^"]*"|[^\s]*))?/g) ?? []
  if (items.length === 0) return undefined
  return { end: at + match[0].length, instead: `~${items.map(headItem).join(',')}[` }
}

function headItem(item: string): string {
  const equals = item.indexOf('=')
  if (equals < 0) return item
  const value = item.slice(equals + 1).replace(/^"(.*)"$/s, '$1')
  return `${item.slice(0, equals)}=${valueInHead(value)}`
}
