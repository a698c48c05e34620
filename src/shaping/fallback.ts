import type { Face } from '../fonts/index.ts'
import { graphemes, isCommonScript } from '../unicode/index.ts'

/** A stretch of text in one face; offsets are of the text. */
interface FaceRun {
  readonly start: number
  end: number
  readonly face: Face
}

/** Finds a face among the fonts for a grapheme that none of a style's has; in color where that is asked. */
export type Fallback = (grapheme: string, colored: boolean) => Face | undefined

/**
 * The face of each grapheme: the first of a style's faces that has all of it, or a fallback.
 * Spaces, digits, punctuation and marks stay in the face before them if it has them. Graphemes that
 * no face has stay in the first, which shows a box.
 */
export function faceRuns(
  text: string,
  start: number,
  end: number,
  faces: readonly Face[],
  elsewhere: Fallback,
): FaceRun[] {
  const [first] = faces
  if (isAllIn(first, text, start, end)) return [{ start, end, face: first }]
  const runs: FaceRun[] = []
  let at = start
  for (const graphemeEnd of graphemes(text.slice(start, end))) {
    const next = start + graphemeEnd
    const last = runs.at(-1)
    const face = faceFor(text.slice(at, next), faces, last?.face, elsewhere)
    if (last && last.face === face) last.end = next
    else runs.push({ start: at, end: next, face })
    at = next
  }
  return runs
}

/** The face that a text is written in as a whole: the first that has all of it. */
export const faceOfAll = (text: string, faces: readonly Face[], elsewhere: Fallback): Face =>
  faceFor(text, faces, undefined, elsewhere)

/** Most texts are in one face from end to end: no grapheme of them need be looked at by itself. */
function isAllIn(face: Face, text: string, start: number, end: number): boolean {
  for (let i = start; i < end; i++) {
    const unit = text.charCodeAt(i)
    if (face.glyphOf(unit) !== 0) {
      if (unit === emojiStyleUnit) return false
      continue
    }
    const codePoint = text.codePointAt(i) ?? 0
    if (codePoint === emojiStyleUnit) return false
    if (face.glyphOf(codePoint) === 0 && !isInvisible(codePoint)) return false
    if (codePoint > 0xffff) i++
  }
  return true
}

/** Asks for the character before it as a picture (UTS #51, section 2.8). */
const emojiStyle = '\ufe0f'
const emojiStyleUnit = 0xfe0f

function faceFor(
  grapheme: string,
  faces: readonly Face[],
  current: Face | undefined,
  elsewhere: Fallback,
): Face {
  const asPicture = grapheme.includes(emojiStyle)
  if (current && !asPicture && isCommon(grapheme) && covers(current, grapheme)) return current
  const able = faces.filter(face => covers(face, grapheme))
  const picture = asPicture
    ? (able.find(face => face.colored) ?? elsewhere(grapheme, true))
    : undefined
  return picture ?? able[0] ?? elsewhere(grapheme, false) ?? faces[0]
}

function isCommon(grapheme: string): boolean {
  for (const character of grapheme) {
    if (!isCommonScript(character.codePointAt(0) ?? 0)) return false
  }
  return true
}

/** Whether a face has all characters of a text that need a glyph. */
export function covers(face: Face, text: string): boolean {
  for (let i = 0; i < text.length; i++) {
    const codePoint = text.codePointAt(i) ?? 0
    if (face.glyphOf(codePoint) === 0 && !isInvisible(codePoint)) return false
    if (codePoint > 0xffff) i++
  }
  return true
}

/** Joiners, variation selectors, tags and marks of direction, which need no glyph. */
export function isInvisible(codePoint: number): boolean {
  return (
    (codePoint >= 0x200b && codePoint <= 0x200f) ||
    (codePoint >= 0x202a && codePoint <= 0x202e) ||
    (codePoint >= 0x2060 && codePoint <= 0x206f) ||
    (codePoint >= 0xfe00 && codePoint <= 0xfe0f) ||
    (codePoint >= 0xe0000 && codePoint <= 0xe0fff) ||
    codePoint === 0xad ||
    codePoint === 0xfeff ||
    codePoint === 0xfffc
  )
}
