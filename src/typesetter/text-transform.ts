import type { Style } from '../sheet/index.ts'
import { titleCased } from '../unicode/index.ts'

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
const wordStart = /(?<![\p{L}\p{N}\p{M}'’])[\p{L}\p{Nl}]/gu

/** The first letter of each word in title case. A word may have begun before this text. */
function titled(text: string, language: string, before: string): string {
  const inWord = before !== '' && wordCharacter.test(before.slice(-1))
  let result = ''
  let done = 0
  for (const { 0: letter, index } of text.matchAll(wordStart)) {
    if (index === 0 && inWord) continue
    const behind = index + letter.length
    const title = titleCased(letter, text.slice(behind, behind + longestRest), language)
    result += text.slice(done, index) + title.text
    done = behind + title.taken
  }
  return result + text.slice(done)
}

/** Units behind a letter that may belong to it. */
const longestRest = 2
