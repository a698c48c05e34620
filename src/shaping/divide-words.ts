import type { Face, Segment } from '../fonts/index.ts'
import type { Gap } from './gap.ts'
import { type Book, findWord, learnWords, mostEntries } from './word-book.ts'
import { firstHash, nextHash } from './word-table.ts'
import { addWordsAhead, type TextAhead } from './words-ahead.ts'

const space = 0x20

/** The words of the text at hand and the gaps before them, kept between calls so that none is made anew. */
export interface Scratch {
  words: Int32Array
  /** Whether some words of the text are not in the table. */
  hasUnknown: boolean
  starts: Int32Array
  ends: Int32Array
  readonly gaps: (Gap | undefined)[]
}

export const newScratch = (): Scratch => ({
  words: new Int32Array(256),
  hasUnknown: false,
  starts: new Int32Array(256),
  ends: new Int32Array(256),
  gaps: [],
})

/** No word: the spaces before it end the text. */
export const none = -1
const unknown = -2

export function makeRoom(scratch: Scratch, count: number) {
  if (count <= scratch.words.length) return
  scratch.words = new Int32Array(count * 2)
  scratch.starts = new Int32Array(count * 2)
  scratch.ends = new Int32Array(count * 2)
}

/**
 * The words of a text, all in the table; how many there are. Undefined if the table does not
 * hold so many different ones at a time.
 */
export function dividedWords(
  text: string,
  book: Book,
  face: Face,
  segment: Segment,
  scratch: Scratch,
  ahead?: TextAhead,
): number | undefined {
  let count = divide(text, book, scratch)
  if (!scratch.hasUnknown) return count
  let list = unknownWords(text, count, scratch)
  for (const word of list) if (isNotByItself(word)) return undefined
  // The clusters at the ends of words are looked up by themselves, and need room as well.
  if (book.words.size + list.size * 2 > mostEntries) {
    book.words.clear()
    count = divide(text, book, scratch)
    list = unknownWords(text, count, scratch)
    if (list.size * 2 > mostEntries) return undefined
  }
  const hasRoom = book.words.size + (list.size + mostAhead) * 2 <= mostEntries
  if (ahead && hasRoom) addWordsAhead(list, ahead, book.words)
  learnWords([...list], book, face, segment)
  const { words, starts, ends } = scratch
  for (let i = 0; i < count; i++) {
    if (words[i] === unknown) words[i] = findWord(book, text.slice(starts[i], ends[i]))
  }
  return count
}

/** More words than are ever learned ahead at once. */
const mostAhead = 1 << 12

/** No mark comes before it. */
const firstMark = 0x300

/** Whether a word begins with a mark or joiner, which belongs to the space before it. */
const isNotByItself = (word: string) =>
  word.charCodeAt(0) >= firstMark &&
  /^[\p{M}\p{Grapheme_Extend}\p{Emoji_Modifier}\u200d]/u.test(word)

/** Divides a text at its spaces; gives how many words there are, the last of them maybe empty. */
function divide(text: string, book: Book, scratch: Scratch): number {
  const { length } = text
  makeRoom(scratch, (length >> 1) + 2)
  const { words, starts, ends } = scratch
  const table = book.words
  let count = 0
  scratch.hasUnknown = false
  for (let at = 0; at < length; count++) {
    while (at < length && text.charCodeAt(at) === space) at++
    const start = at
    let hash = firstHash
    for (; at < length; at++) {
      const unit = text.charCodeAt(at)
      if (unit === space) break
      hash = nextHash(hash, unit)
    }
    starts[count] = start
    ends[count] = at
    let word = none
    if (at > start) {
      word = table.find(text, start, at, hash)
      if (word < 0) {
        word = unknown
        scratch.hasUnknown = true
      }
    }
    words[count] = word
  }
  return count
}

function unknownWords(text: string, count: number, { words, starts, ends }: Scratch): Set<string> {
  const list = new Set<string>()
  for (let i = 0; i < count; i++) {
    if (words[i] === unknown) list.add(text.slice(starts[i], ends[i]))
  }
  return list
}
