import type { GlyphsItem } from '../../drawing/index.ts'
import { atOrigin, type EmbeddedFace, type EncodedGlyph, type GlyphPart } from './coded.ts'
import { eachCluster } from './each-cluster.ts'

/** Readers take it as no character; they would invent one for a code without text. */
const nothing = '\u200b'
/**
 * The text of a hyphen at a line's end: this, not U+00AD, lets searches find words across lines.
 */
const hyphen = '-'
/** More glyphs than any letter with its marks has. */
const mostParts = 256
/** A gap that readers take for a space is wider, in thousandths of an em. */
const wideGap = 80
/** Wide glyphs come in steps of an em, so that justified lines do not need new ones each. */
const wideSteps = 50

/** The position of invisible text behind a glyph: viewers omit text beyond a page's edge. */
const inside = 10

/**
 * `x` and `y` are in font units from the start of the run, y upward; `start` is the first character
 * of the text that the code's cluster stands for.
 */
type VisitCode = (shown: EncodedGlyph, x: number, y: number, start: number) => void

type VisitAt = (shown: EncodedGlyph, x: number, y: number) => void

/** The codes that show a run, and from which readers get its text. */
export function eachCode(item: GlyphsItem, face: EmbeddedFace, visit: VisitCode) {
  const { glyphs, text } = item
  const perMille = 1000 / item.face.metrics.unitsPerEm
  eachCluster(item, (from, to, start, end, pen) => {
    const isOne = to - from === 1
    if (isOne && end - start === 1) {
      const glyph = glyphs.glyphs[from]
      const code = face.encoded(glyph, text, start, end)
      const isWide = glyphs.advances[from] * perMille - code.width > wideGap
      visit(
        isWide ? widened(item, from, to, [atOrigin(glyph)], text.slice(start, end), face) : code,
        pen + glyphs.offsetsX[from],
        glyphs.offsetsY[from],
        start,
      )
      return
    }
    const codeText = text.slice(start, end) || (item.isHyphen ? hyphen : nothing)
    const visitAt = (code: EncodedGlyph, x: number, y: number) => visit(code, x, y, start)
    if (to - from > mostParts) {
      eachApart(item, from, to, codeText, pen, face, visitAt)
      return
    }
    if (codeText === '\t') {
      visitLeader(item, from, to, pen, face, visitAt)
      return
    }
    const { before, read, after } = separated(codeText, item.isRightToLeft === true, face)
    const y = glyphs.offsetsY[baseGlyph(glyphs, from, to)]
    const x = isOne ? pen + glyphs.offsetsX[from] : pen
    const parts = isOne ? [atOrigin(glyphs.glyphs[from])] : clusterParts(glyphs, from, to, y)
    const code = widened(item, from, to, parts, read, face)
    const unseen = (character: string, at: number) => visitAt(face.composed([], character), at, y)
    for (const character of before) unseen(character, x)
    visitAt(code, x, y)
    for (const [i, character] of after.entries()) {
      unseen(character, x + (code.width - inside - aheadOf(after, i)) / perMille)
    }
  })
}

/**
 * Glyphs as one, as wide as those of them that advance: marks of some fonts have widths of their
 * own. Of letters that are set apart readers that see a gap take each for a word.
 */
function widened(
  { glyphs, face: { metrics, advance: advanceOf } }: GlyphsItem,
  from: number,
  to: number,
  parts: readonly GlyphPart[],
  text: string,
  face: EmbeddedFace,
): EncodedGlyph {
  let [advance, natural] = [0, 0]
  for (let i = from; i < to; i++) {
    advance += glyphs.advances[i]
    if (glyphs.advances[i] !== 0) natural += advanceOf(glyphs.glyphs[i])
  }
  const gap = ((advance - natural) * 1000) / metrics.unitsPerEm
  const isWide = gap > wideGap && text.trim() !== ''
  if (!isWide && to - from === 1) return face.composed(parts, text)
  const step = metrics.unitsPerEm / wideSteps
  return face.composed(
    parts,
    text,
    isWide ? Math.round(Math.round(advance / step) * step) : natural,
  )
}

/**
 * The distance before a glyph's end of text that is read after it: zero, unless a character occurs
 * twice. One viewer takes a second one at the same place for the first, and takes a gap for a
 * space.
 */
function aheadOf(characters: readonly string[], index: number): number {
  const isTwice = new Set(characters).size < characters.length
  return isTwice ? (characters.length - 1 - index) * apart : 0
}

/** In thousandths of an em. */
const apart = 60

/** The characters of a cluster that are read before its glyph, with it, and after it. */
interface Separated {
  readonly before: readonly string[]
  readonly read: string
  readonly after: readonly string[]
}

const none: readonly string[] = []
const marks = /\p{Mn}/u

/**
 * Readers turn what runs from right to left around character by character, and so have to get it
 * as it stands; one takes a glyph that is a mark as well for one without a width, and sees a gap
 * behind it. Such a glyph is read as its first character, and the rest stands beside it unseen.
 */
function separated(text: string, isRightToLeft: boolean, face: EmbeddedFace): Separated {
  if (!face.hasUnseen || !(isRightToLeft || marks.test(text)))
    return { before: none, read: text, after: none }
  const [first, ...rest] = text
  return isRightToLeft
    ? { before: rest.reverse(), read: first, after: none }
    : { before: none, read: first, after: rest }
}

/** Glyphs by themselves: the first shows all of the text, and the others none. */
function eachApart(
  { glyphs }: GlyphsItem,
  from: number,
  to: number,
  text: string,
  pen: number,
  face: EmbeddedFace,
  visit: VisitAt,
) {
  let x = pen
  for (let i = from; i < to; i++) {
    const code = face.encoded(glyphs.glyphs[i], i === from ? text : nothing)
    visit(code, x + glyphs.offsetsX[i], glyphs.offsetsY[i])
    x += glyphs.advances[i]
  }
}

/** Visits a leader as one glyph, identified by its count and not by its start. */
function visitLeader(
  { glyphs }: GlyphsItem,
  from: number,
  to: number,
  pen: number,
  face: EmbeddedFace,
  visit: VisitAt,
) {
  const parts = clusterParts(glyphs, from, to, glyphs.offsetsY[from])
  const start = parts[0].x
  const leader = parts.map(part => ({ ...part, x: part.x - start }))
  visit(face.composed(leader, '\t'), pen + start, glyphs.offsetsY[from])
}

/** The glyph that the others of a cluster are put to: one that advances. */
function baseGlyph({ advances }: GlyphsItem['glyphs'], from: number, to: number): number {
  for (let i = from; i < to; i++) if (advances[i] !== 0) return i
  return from
}

/** Glyphs as parts of one, from its origin. */
function clusterParts(
  { glyphs, offsetsX, offsetsY, advances }: GlyphsItem['glyphs'],
  from: number,
  to: number,
  rise: number,
): GlyphPart[] {
  const parts: GlyphPart[] = []
  let pen = 0
  for (let i = from; i < to; i++) {
    parts.push({
      glyph: glyphs[i],
      x: Math.round(pen + offsetsX[i]),
      y: offsetsY[i] - rise,
    })
    pen += advances[i]
  }
  return parts
}
