import type { Face } from '../../fonts/index.ts'
import { spaced, type WordLine } from '../../shaping/index.ts'
import { breakKinds } from '../../unicode/index.ts'
import { hyphenText } from './hyphen-text.ts'
import { keepFor, undivided, type WordPoints } from './known-points.ts'
import { advanceOf } from './line-runs.ts'
import type { PlainStyle } from './plain-style.ts'
import { endingAdvance, longestWord } from './shaped-edges.ts'
import { stopKind } from './stop-rows.ts'

/** The places where a line may end inside a word with spaces on both sides, found once; `null` if it has none. */
export function pointsOf(
  index: number,
  piece: string,
  words: WordLine,
  own: PlainStyle,
  face: Face,
): WordPoints | typeof undivided | null {
  const { points } = own
  keepFor(points, words.table)
  const word = words.words[index]
  const known = points.of.get(word)
  if (known !== undefined) return known
  const text = piece.slice(words.starts[index], words.ends[index])
  const kinds = breakKinds(text, own.breaks)
  const { hyphenation } = own.tools
  if (own.style.hyphenation && hyphenation) {
    hyphenation.hyphenate(text, 0, text.length, own.style.language, kinds, stopKind.hyphen)
  }
  const found = pointsAt(kinds, 0, index, text, words, own, face)
  points.of.set(word, found)
  return found
}

/**
 * The places inside a word, of which `kinds` tells from an index on what may be before each character.
 * Kerning and ligatures over a place are gone where a line ends there (HarfBuzz: unsafe to break).
 */
export function pointsAt(
  kinds: Uint8Array,
  first: number,
  index: number,
  text: string,
  { table, words, segment }: WordLine,
  { tools, shaping: { spacing } }: PlainStyle,
  face: Face,
): WordPoints | typeof undivided | null {
  let points: Mutable | undefined
  const word = words[index]
  for (let offset = 1; offset < text.length; offset++) {
    const kind = kinds[first + offset]
    if (kind === 0) continue
    if (!table || !segment) return undivided
    points ??= { offsets: [], kinds: [], glyphs: [], befores: [], behinds: [] }
    const glyph = table.glyphFrom(word, offset)
    const isSafe = glyph >= 0 && table.isSafeAt(word, glyph, offset)
    const isDivided = kind === stopKind.hyphen || !isSafe
    let [before, behind] = [0, 0]
    if (isDivided) {
      if (text.length > longestWord) return undivided
      const shape = (part: string) => spaced(tools.shape(face, part, segment), part, spacing, face)
      const hyphen = kind === stopKind.hyphen ? hyphenText({ face }) : ''
      before = endingAdvance(shape, text.slice(0, offset), hyphen)
      behind = advanceOf(shape(text.slice(offset)))
    }
    points.offsets.push(offset)
    points.kinds.push(kind)
    points.glyphs.push(isDivided ? -1 : glyph)
    points.befores.push(before)
    points.behinds.push(behind)
  }
  return points ?? null
}

type Mutable = { -readonly [Key in keyof WordPoints]: WordPoints[Key][number][] }
