import type { Style } from '../sheet/index.ts'

/** Text in the case its style asks for, by the rules of its language; `before` is what precedes it. */
export function transformed(
  text: string,
  { textTransform, language }: Style,
  before: string,
): string {
  switch (textTransform) {
    case 'uppercase':
      return text.toLocaleUpperCase(language)
    case 'lowercase':
      return text.toLocaleLowerCase(language)
    case 'capitalize':
      return titled(text, language, before)
    default:
      return text
  }
}

const wordCharacter = /[\p{L}\p{N}\p{M}'’]/u
const wordStart = /(^|[^\p{L}\p{N}\p{M}'’])(\p{L})/gu

/** The first letter of each word as a capital. A word may have begun before this text. */
function titled(text: string, language: string, before: string): string {
  const inWord = before !== '' && wordCharacter.test(before.slice(-1))
  return text.replace(wordStart, (whole, ahead: string, letter: string) => {
    if (ahead === '' && inWord) return whole
    return ahead + letter.toLocaleUpperCase(language)
  })
}
