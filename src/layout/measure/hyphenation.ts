import { being, isObject } from '../../problem/index.ts'

/**
 * Where words of one language may be divided: patterns after Liang, "Word Hy-phen-a-tion by
 * Com-put-er" (1983), as the package `hyphen` has them: levels, and a tree of letters whose nodes
 * are trees, numbers of levels, or both.
 */
export type HyphenationPatterns = readonly [
  levels: readonly (readonly number[])[],
  tree: PatternTree,
  /** Words that the patterns get wrong, with where they are divided. */
  exceptions?: Readonly<Record<string, readonly number[]>>,
]

interface PatternTree {
  readonly [letter: string]: number | PatternTree | readonly [PatternTree, number]
}

/** Check of an argument: a result of `openHyphenation`. */
export const aHyphenation = being(
  'hyphenation from openHyphenation()',
  value => isObject(value) && typeof value.hyphenate === 'function',
)

/** Divides words, in the languages it was opened for. */
export interface Hyphenation {
  /** BCP 47 tags. */
  readonly languages: readonly string[]
  /** Whether patterns of a language are loaded. */
  has(language: string): boolean
  /** Marks the offsets of a part of a text before which a word may be divided, where no mark is. */
  hyphenate(
    text: string,
    start: number,
    end: number,
    language: string,
    marks: Uint8Array,
    mark: number,
  ): void
}

/** Fewer letters than these stay on neither side of a hyphen, and no shorter word is divided. */
const leastBefore = 2
const leastAfter = 3
const shortestWord = 5
/** So many words are kept of a language. */
const mostWords = 1 << 16

/** Hyphenation from patterns by language. */
export function hyphenationOf(patterns: ReadonlyMap<string, HyphenationPatterns>): Hyphenation {
  const words = new Map<string, Map<string, Uint32Array>>()
  const languageFor = (tag: string): string | undefined => {
    for (let known = tag.toLowerCase(); known !== ''; ) {
      if (patterns.has(known)) return known
      known = known.slice(0, Math.max(0, known.lastIndexOf('-')))
    }
    return undefined
  }
  return {
    languages: [...patterns.keys()],
    has: language => languageFor(language) !== undefined,
    hyphenate(text, start, end, tag, marks, mark) {
      const language = languageFor(tag)
      const found = language === undefined ? undefined : patterns.get(language)
      if (language === undefined || !found) return
      const known = words.get(language) ?? new Map<string, Uint32Array>()
      words.set(language, known)
      for (let at = start; at < end; ) {
        if (!isWordUnit(text.charCodeAt(at))) {
          at++
          continue
        }
        const wordStart = at
        while (at < end && isWordUnit(text.charCodeAt(at))) at++
        if (at - wordStart < shortestWord) continue
        const word = text.slice(wordStart, at)
        // Whoever says where a word may be divided means nowhere else (CSS Text 3, 6.1).
        if (word.includes(softHyphen)) continue
        let points = known.get(word)
        if (!points) {
          if (known.size >= mostWords) known.clear()
          const small: string = word.toLocaleLowerCase(language)
          // A letter that is two in small letters would have what follows it divided elsewhere.
          points = small.length === word.length ? pointsIn(small, found) : new Uint32Array()
          known.set(word, points)
        }
        for (let i = 0; i < points.length; i++) {
          const offset = wordStart + points[i]
          if (marks[offset] === 0) marks[offset] = mark
        }
      }
    },
  }
}

const softHyphen = '\u00ad'

/** Letters, and the marks, soft hyphens and apostrophes inside words; whatever else has no pattern anyway. */
function isWordUnit(unit: number): boolean {
  if (unit === 0xad) return true
  if (unit < 0x80) return (unit >= 0x61 && unit <= 0x7a) || (unit >= 0x41 && unit <= 0x5a)
  return (unit >= 0xc0 && unit < 0x2000 && unit !== 0xd7 && unit !== 0xf7) || unit >= 0x2c00
}

/** The offsets of a word in small letters before which it may be divided. */
function pointsIn(word: string, [levels, tree, exceptions]: HyphenationPatterns): Uint32Array {
  if (exceptions && Object.hasOwn(exceptions, word)) return Uint32Array.from(exceptions[word])
  const dotted = `.${word}.`
  const reached = new Uint8Array(word.length + 4)
  for (let start = 0; start < dotted.length - 2; start++) {
    // The dot before a word has no level of its own.
    const first = Math.max(0, start - 1)
    let node: PatternTree = tree
    for (let at = start; at < dotted.length; at++) {
      const next: number | PatternTree | readonly [PatternTree, number] = node[dotted[at]]
      if (next === undefined) break
      const found = typeof next === 'number' ? next : isBoth(next) ? next[1] : -1
      if (found >= 0) raise(reached, levels[found], first)
      if (typeof next === 'number') break
      node = isBoth(next) ? next[0] : next
    }
  }
  const points: number[] = []
  for (let i = leastBefore; i <= word.length - leastAfter; i++) {
    if (reached[i] % 2 === 1) points.push(i)
  }
  return Uint32Array.from(points)
}

const isBoth = (
  node: PatternTree | readonly [PatternTree, number],
): node is readonly [PatternTree, number] => Array.isArray(node)

function raise(reached: Uint8Array, levels: readonly number[], first: number) {
  for (let i = 0; i < levels.length; i++) {
    if (levels[i] > reached[first + i]) reached[first + i] = levels[i]
  }
}
