/** A text as messages show it. */
export const shortText = (text: string): string =>
  text.length > 40 ? `${text.slice(0, 40)}…` : text
