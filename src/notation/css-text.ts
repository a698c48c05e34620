/** A character as CSS escapes it (CSS Syntax 3, section 4.3.7); the space ends the number. */
export const cssEscape = (character: string): string =>
  `\\${character.codePointAt(0)?.toString(16)} `

/** Text as a CSS string that nothing in it ends, be it in a file or in an element `style`. */
export function cssString(text: string): string {
  const safe = text.replace(/\p{Surrogate}|\0/gu, '\ufffd').replace(/["\\<>&\n\r\f]/g, cssEscape)
  return `"${safe}"`
}

/** The default prefix of classes, custom properties and data attributes. */
export const defaultPrefix = 'dotline-'
