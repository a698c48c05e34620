import { faceOf, isCursive, type ShapedParagraph, unitScale } from '../../shaping/index.ts'
import type { Style } from '../../sheet/index.ts'
import { scriptOf, scriptTag } from '../../unicode/index.ts'
import type { GlyphRun } from '../layout.ts'
import type { BrokenLine } from '../measure/line-of.ts'
import { advanceOf, arranged, widthOf } from '../measure/line-runs.ts'

/** The flexibility of a style's spaces and letters, in ems. */
interface JustificationLimits {
  readonly words: readonly [min: number, max: number]
  readonly letters: readonly [min: number, max: number]
}

/** The space after each letter of a run, and after each word space in addition, in units. */
export function spacingOf(run: GlyphRun): { readonly letters: number; readonly words: number } {
  const { style, wordGap = 0, letterGap = 0, isJoined } = run
  const { size, tracking, wordSpacing } = style
  return {
    letters: (isJoined ? 0 : tracking * size) + letterGap,
    words: wordSpacing * size + wordGap,
  }
}

export function justificationLimits({
  justification: { words, letters },
}: Style): JustificationLimits {
  return { words: words ?? [0, Infinity], letters: letters ?? [0, 0] }
}

/** A place in a line that can be made wider: behind a glyph of a run. */
interface Opportunity {
  readonly run: number
  readonly glyph: number
  readonly size: number
  readonly kind: 'word' | 'letter'
}

/**
 * A line as wide as its room: spaces, and the places between ideographs, take what is left over or
 * give what lacks, as far as the style lets them; then letters, but not of joined scripts; then
 * nothing. Boxes keep their width, and so does what stands before a tab. It is done when the line
 * is in its visual order, run by run.
 */
export function justified(line: BrokenLine, paragraph: ShapedParagraph, room: number): BrokenLine {
  const end = paragraph.offset + line.contentEnd
  const content = line.runs.filter(run => isContent(run, end))
  const lacking = room - line.width
  const give = justificationLimits(paragraph.style)
  const [least, most] = give.letters
  const places = placesIn(content, least !== 0 || most !== 0)
  const amounts = content.map(run => new Float64Array(run.glyphs.glyphs.length))
  const behindWords = share(lacking, places, 'word', give.words, amounts)
  const rest = share(behindWords, places, 'letter', give.letters, amounts)
  // Nothing gives way.
  if (rest === lacking) return line
  const widened = content.map((run, i) => widenedRun(run, i, places, amounts[i]))
  const hanging = line.runs.filter(run => !isContent(run, end))
  const runs = arranged(widened, hanging, paragraph.level)
  const width = rest === 0 ? room : line.width + widthOf(widened) - widthOf(content)
  return { ...line, runs, width }
}

/** Whether a run is content of its line: spaces that hang, from `end` on, are not. */
const isContent = ({ kind, start }: GlyphRun, end: number) => start < end || kind === 'hyphen'

/** Less than that is not shared out, in units. */
export const leastShare = 1e-9

/** Gives each place its share, within limits; what is left over. */
function share(
  units: number,
  places: readonly Opportunity[],
  kind: Opportunity['kind'],
  [min, max]: readonly [number, number],
  amounts: readonly Float64Array[],
): number {
  const open = places.filter(place => place.kind === kind)
  if (open.length === 0 || Math.abs(units) < leastShare) return units
  let rest = units
  open.forEach(({ run, glyph, size }, i) => {
    const even = rest / (open.length - i)
    const amount = Math.min(max * size, Math.max(min * size, even))
    amounts[run][glyph] += amount
    rest -= amount
  })
  return rest
}

/** A run with what was added behind its spaces and its letters, which is the same behind each. */
function widenedRun(
  run: GlyphRun,
  index: number,
  places: readonly Opportunity[],
  amounts: Float64Array,
): GlyphRun {
  if (amounts.every(amount => amount === 0)) return run
  const scale = unitScale(faceOf(run), run.style.size)
  const { glyphs: ids, offsetsX, offsetsY, clusters, unsafe } = run.glyphs
  const advances = new Float64Array(ids.length)
  for (let i = 0; i < advances.length; i++) {
    advances[i] = run.glyphs.advances[i] + amounts[i] / scale
  }
  const glyphs = { glyphs: ids, advances, offsetsX, offsetsY, clusters, unsafe }
  const width = advanceOf(glyphs) * scale
  const added = (isSpace: boolean) => {
    const place = places.find(
      p => p.run === index && isWordSpace(run.text.charCodeAt(clusters[p.glyph])) === isSpace,
    )
    return place ? amounts[place.glyph] : 0
  }
  const [wordGap, letterGap] = [added(true), added(false)]
  if (wordGap === 0 && letterGap === 0) return { ...run, glyphs, width }
  const gaps = { wordGap: wordGap - letterGap, letterGap: letterGap + (run.letterGap ?? 0) }
  return { ...run, glyphs, width, ...gaps }
}

/** Behind each cluster but the last of the line, from the last tab on; behind letters where they give way. */
function placesIn(runs: readonly GlyphRun[], doLettersGive: boolean): Opportunity[] {
  let places: Opportunity[] = []
  runs.forEach((run, r) => {
    if (run.box) return
    const { clusters } = run.glyphs
    const isLeftward = run.level % 2 === 1 && !run.upright
    const count = clusters.length
    for (let n = 0; n < count; n++) {
      const glyph = isLeftward ? count - 1 - n : n
      const next = isLeftward ? glyph - 1 : glyph + 1
      if (next >= 0 && next < count && clusters[next] === clusters[glyph]) continue
      const at = clusters[glyph]
      const character = run.text.codePointAt(at) ?? 0
      if (character === tab) {
        places = []
        continue
      }
      const isLast = r === runs.length - 1 && (next < 0 || next >= count)
      // Most letters give nothing, and are the most of a line.
      if (character < firstIdeographic && !doLettersGive && !isWordSpace(character)) continue
      const kind = kindOf(
        character,
        following(runs, r, next < 0 || next >= count ? -1 : clusters[next]),
      )
      const spot = kind && !isLast && placeOf(runs, r, glyph, isLeftward && kind === 'letter')
      if (spot) places.push({ ...spot, size: run.style.size, kind })
    }
  })
  return places
}

const tab = 0x09

/**
 * The glyph that room behind another one is given to: it lies to the right of a glyph, and so, of
 * letters that run to the left, goes to the next one. That may be the first of the next run.
 */
function placeOf(runs: readonly GlyphRun[], run: number, glyph: number, isLeftward: boolean) {
  if (!isLeftward) return { run, glyph }
  if (glyph > 0) return { run, glyph: glyph - 1 }
  const next = runs[run + 1]
  const count = next.box || next.level % 2 === 0 ? 0 : next.glyphs.glyphs.length
  return count > 0 ? { run: run + 1, glyph: count - 1 } : undefined
}

/** The character behind a cluster, in its run or in the next. */
function following(runs: readonly GlyphRun[], run: number, cluster: number): number {
  if (cluster >= 0) return runs[run].text.codePointAt(cluster) ?? 0
  return runs[run + 1]?.box ? 0 : (runs[run + 1]?.text.codePointAt(0) ?? 0)
}

const isWordSpace = (code: number) => code === 0x20 || code === 0xa0 || code === 0x3000

function kindOf(character: number, next: number): Opportunity['kind'] | undefined {
  if (isWordSpace(character)) return 'word'
  if (isIdeographic(character) && (isIdeographic(next) || next === 0)) return 'word'
  return isCursive(scriptTag(scriptOf(character))) ? undefined : 'letter'
}

const firstIdeographic = 0x2e80

/** Characters that stand in squares of their own: ideographs, kana and their punctuation. */
function isIdeographic(character: number): boolean {
  if (character < firstIdeographic) return false
  if (character <= 0xa4cf || character >= 0x20000) return true
  return (
    (character >= 0xf900 && character <= 0xfaff) || (character >= 0xff00 && character <= 0xff60)
  )
}
