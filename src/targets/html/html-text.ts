const entities: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }

/** Text for HTML: markup characters as references, what a parser would change as U+FFFD. */
export function htmlText(text: string): string {
  return text.replace(/\p{Surrogate}|\0/gu, '\ufffd').replace(/[&<>"]/g, c => entities[c])
}
