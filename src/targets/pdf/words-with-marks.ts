import type { GlyphsItem } from '../../drawing/index.ts'

/** Characters of a text, `start` to before `end`. */
interface TextRange {
  readonly start: number
  readonly end: number
}

/**
 * Words in which letters and marks share glyphs, as in `स्त्री`: a reader that puts words together by
 * the places of their glyphs mixes them up, so that the whole word has a replacement text
 * (ISO 32000-2, 14.9.4). Readers that know no replacement texts read the codes.
 *
 * Text from right to left is read by its codes alone: readers turn replacement texts around, or
 * not. So are scripts without spaces, whose words have no ends to see.
 */
export function wordsWithMarks({ text, isRightToLeft, isStacked }: GlyphsItem): TextRange[] {
  if (isRightToLeft || isStacked || !mark.test(text)) return []
  const words: TextRange[] = []
  for (const { 0: word, index } of text.matchAll(/[\p{L}\p{M}\p{N}\u200c\u200d]+/gu)) {
    if (mark.test(word) && !spaceless.test(word)) {
      words.push({ start: index, end: index + word.length })
    }
  }
  return words
}

const mark = /\p{M}/u
const spaceless =
  /[\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}\p{Script=Tibetan}\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}]/u
