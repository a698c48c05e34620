import type { WordLine } from '../../shaping/index.ts'

/** The places inside a word that lines may end at; one entry of each list a place. */
export interface WordPoints {
  /** In the word, in UTF-16 code units. */
  readonly offsets: readonly number[]
  /** See `stopKind`. */
  readonly kinds: readonly number[]
  /** The number of glyphs before it, where the word stays as it stands; -1 where it is divided. */
  readonly glyphs: readonly number[]
  /** Of a divided word: the advance of the part before, with its hyphen, and of the part behind. */
  readonly befores: readonly number[]
  readonly behinds: readonly number[]
}

/** Words with places that are too long to be divided in numbers. */
export const undivided = 'undivided'

/** Those of a style's words that were asked for, by the numbers of their table. */
export interface KnownPoints {
  table: WordLine['table']
  clearings: number
  readonly of: Map<number, WordPoints | typeof undivided | null>
  /** Of words that were cut: the advance of so many of its first letters by themselves; see `prefixAdvance`. */
  readonly prefixes: Map<number, Int32Array>
}

/** Clears what is known of the words of another table, or of one that was cleared. */
export function keepFor(points: KnownPoints, table: WordLine['table']) {
  if (points.table === table && points.clearings === table?.clearings) return
  points.of.clear()
  points.prefixes.clear()
  points.table = table
  points.clearings = table?.clearings ?? 0
}
