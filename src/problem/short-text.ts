/** A text as messages show it: its first forty characters, none of them in halves. */
export const shortText = (text: string): string =>
  text.length > 40 ? `${text.slice(0, 40).replace(/[\ud800-\udbff]$/, '')}…` : text
