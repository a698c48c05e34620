import type { Face, Segment } from '../fonts/index.ts'
import { firstBeyondPlain, plain, plainCharacters } from '../unicode/index.ts'
import { type Book, learnWords, mostEntries } from './word-book.ts'
import { firstHash, nextHash } from './word-table.ts'

/** A call of the engine gets about so many characters: a call costs as much as some letters. */
const longestCall = 1 << 12

/**
 * Learns the words of a text that are plain, of a script or of none, and not known yet. Of a text
 * of many paragraphs it takes few calls of the engine, and not one for each.
 */
export function learnPlainWords(
  text: string,
  script: number,
  book: Book,
  face: Face,
  segment: Segment,
): void {
  const kinds = plainCharacters()
  const table = book.words
  const allowed = script | plain.common
  let list = new Set<string>()
  let length = 0
  const learn = () => {
    learnWords([...list], book, face, segment)
    list = new Set()
    length = 0
  }
  for (let at = 0; at < text.length; at++) {
    const start = at
    let hash = firstHash
    let isPlain = true
    for (; at < text.length; at++) {
      const unit = text.charCodeAt(at)
      if (unit === 0x20 || unit === 0x0a) break
      if (unit >= firstBeyondPlain || (kinds[unit] & allowed) === 0) isPlain = false
      hash = nextHash(hash, unit)
    }
    if (at === start || !isPlain || table.find(text, start, at, hash) >= 0) continue
    list.add(text.slice(start, at))
    length += at - start + 1
    if (length < longestCall) continue
    // What there is no room for is learned where it is needed.
    if (table.size + list.size * 2 > mostEntries) return
    learn()
  }
  if (list.size > 0 && table.size + list.size * 2 <= mostEntries) learn()
}
