import type { Problem } from 'dot-line'

/** Number of characters of a long line that are shown on each side of the place. */
const context = 40

/** The line of a problem's place with a caret under each of its characters; nothing without a place. */
export function caretLines(text: string, { location }: Problem): string {
  if (typeof location !== 'object' || location.start > text.length) return ''
  const lineStart = location.start - location.column + 1
  const line = text.slice(lineStart).split(/\r\n|\r|\n/, 1)[0]
  const start = location.start - lineStart
  const end = Math.max(start + 1, Math.min(line.length, location.end - lineStart))
  const from = Math.max(0, start - context)
  const to = Math.min(line.length, end + context)
  const before = shown(line.slice(from, start))
  const carets = '^'.repeat(Math.max(1, shown(line.slice(start, end)).length))
  return `  ${before}${shown(line.slice(start, to))}\n  ${' '.repeat(before.length)}${carets}\n`
}

/** Tabs and control characters as one space each: they would move the caret, or more. */
function shown(text: string): string {
  return text.replace(/[\0-\x1f\x7f-\x9f]/g, ' ')
}
