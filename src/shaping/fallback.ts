import type { Face } from '../fonts/index.ts'
import { graphemes, isCommonScript } from '../unicode/index.ts'

/** A stretch of text in one face; offsets are of the text. */
export interface FaceRun {
  readonly start: number
  end: number
  readonly face: Face
}

/**
 * Which of a style's faces writes what: each grapheme whole, in the first face that has all of it.
 * Spaces, digits, punctuation and marks stay in the face of what is before them where that has
 * them. What no face has stays in the first, which shows a box for it.
 */
export function faceRuns(
  text: string,
  start: number,
  end: number,
  faces: readonly Face[],
): FaceRun[] {
  const [first] = faces
  if (faces.length === 1) return [{ start, end, face: first }]
  const runs: FaceRun[] = []
  let at = start
  for (const graphemeEnd of graphemes(text.slice(start, end))) {
    const next = start + graphemeEnd
    const last = runs.at(-1)
    const face = faceFor(text, at, next, faces, last?.face)
    if (last && last.face === face) last.end = next
    else runs.push({ start: at, end: next, face })
    at = next
  }
  return runs
}

function faceFor(
  text: string,
  start: number,
  end: number,
  faces: readonly Face[],
  current: Face | undefined,
): Face {
  if (current && isCommon(text, start, end) && covers(current, text, start, end)) return current
  return faces.find(face => covers(face, text, start, end)) ?? faces[0]
}

function isCommon(text: string, start: number, end: number): boolean {
  for (let i = start; i < end; i++) {
    const codePoint = text.codePointAt(i) ?? 0
    if (!isCommonScript(codePoint)) return false
    if (codePoint > 0xffff) i++
  }
  return true
}

function covers(face: Face, text: string, start: number, end: number): boolean {
  for (let i = start; i < end; i++) {
    const codePoint = text.codePointAt(i) ?? 0
    if (face.glyphOf(codePoint) === 0 && !isInvisible(codePoint)) return false
    if (codePoint > 0xffff) i++
  }
  return true
}

/** Joiners, variation selectors and marks of direction, which need no glyph. */
function isInvisible(codePoint: number): boolean {
  return (
    (codePoint >= 0x200b && codePoint <= 0x200f) ||
    (codePoint >= 0x202a && codePoint <= 0x202e) ||
    (codePoint >= 0x2060 && codePoint <= 0x206f) ||
    (codePoint >= 0xfe00 && codePoint <= 0xfe0f) ||
    codePoint === 0xfeff ||
    codePoint === 0xfffc
  )
}
