import { firstBeyondPlain, plain, plainCharacters } from '../unicode/index.ts'
import type { WordTable } from './word-table.ts'
import { firstHash, nextHash } from './word-table.ts'

/** Text behind the one at hand, whose words are learned in the same call of the engine. */
export interface TextAhead {
  readonly text: string
  readonly from: number
  /** The bit of its script in `plain`. */
  readonly script: number
}

/** A call of the engine gets about so many characters: a call costs as much as some letters. */
const longestCall = 1 << 12
/** And looks for them no further than this. */
const farthest = 1 << 15

/**
 * Adds the plain words ahead that are not known yet: a text of many paragraphs then takes few calls,
 * and not one for each. What was looked through once holds no unknown word again.
 */
export function addWordsAhead(
  list: Set<string>,
  { text, from, script }: TextAhead,
  table: WordTable,
): void {
  const kinds = plainCharacters()
  const allowed = script | plain.common
  const end = Math.min(text.length, from + farthest)
  let length = 0
  for (let at = from; at < end && length < longestCall; at++) {
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
  }
}
