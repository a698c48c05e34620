import type { Face, Segment, ShapedGlyphs } from '../fonts/index.ts'
import type { Style } from '../sheet/index.ts'
import { hasCentralBaseline } from '../sheet/index.ts'
import { graphemes, verticalOrientation } from '../unicode/index.ts'
import type { ShapedAs } from './glyph-run.ts'
import type { Shape } from './shape-cache.ts'
import { spaced } from './spacing.ts'

/** Features of letters below each other: their own forms, and no kerning with a neighbor beside them. */
const uprightFeatures = ['vert=1', 'kern=0']

/** The segments of vertical text: one for its letters, one for them among kana. */
interface UprightSegments {
  readonly own: Segment
  readonly kana: Segment
}

const uprightSegments = new WeakMap<Segment, UprightSegments>()

function segmentsFor(segment: Segment): UprightSegments {
  const known = uprightSegments.get(segment)
  if (known) return known
  const features = [...segment.features, ...uprightFeatures]
  const own: Segment = { ...segment, direction: 'ltr', features }
  const made = { own, kana: { ...own, script: 'Kana' } }
  uprightSegments.set(segment, made)
  return made
}

/**
 * A letter in its form for vertical text. Punctuation takes the script of what is before it, and
 * fonts may have its vertical forms among kana only.
 */
function verticalLetter(face: Face, letter: string, segment: Segment, shape: Shape): ShapedGlyphs {
  const { own, kana } = segmentsFor(segment)
  const shaped = shape(face, letter, own)
  if (!verticalOrientation(letter.codePointAt(0) ?? 0).startsWith('T')) return shaped
  const [plain] = shape(face, letter, { ...segment, direction: 'ltr' }).glyphs
  return shaped.glyphs[0] === plain ? shape(face, letter, kana) : shaped
}

/**
 * The glyphs of a text whose letters stand upright below each other: advances go down, offsets
 * count from the middle of the line. Marks stay beside their letters.
 */
export function shapedUpright(text: string, as: ShapedAs, shape: Shape): ShapedGlyphs {
  const { face, segment, spacing, isPaired } = as
  const { unitsPerEm, capHeight } = face.metrics
  const metrics = face.vertical()
  const glyphs: number[] = []
  const advances: number[] = []
  const offsetsX: number[] = []
  const offsetsY: number[] = []
  const clusters: number[] = []
  let start = 0
  // Two figures beside each other are one letter, with their middle in that of an em.
  for (const end of isPaired ? [text.length] : graphemes(text)) {
    const letter = isPaired
      ? shape(face, text, paired(segment))
      : verticalLetter(face, text.slice(start, end), segment, shape)
    const count = letter.glyphs.length
    let width = 0
    for (const advance of letter.advances) width += advance
    let pen = Math.round(-width / 2)
    const [base] = letter.glyphs
    const down = isPaired ? unitsPerEm : metrics.advance(base)
    const origin = isPaired ? Math.round((unitsPerEm + capHeight) / 2) : metrics.origin(base)
    for (let i = 0; i < count; i++) {
      glyphs.push(letter.glyphs[i])
      advances.push(i === count - 1 ? down : 0)
      offsetsX.push(pen + letter.offsetsX[i])
      offsetsY.push(letter.offsetsY[i] - origin)
      clusters.push(start)
      pen += letter.advances[i]
    }
    start = end
  }
  const shaped = {
    glyphs: Uint32Array.from(glyphs),
    advances: Int32Array.from(advances),
    offsetsX: Int32Array.from(offsetsX),
    offsetsY: Int32Array.from(offsetsY),
    clusters: Uint32Array.from(clusters),
    unsafe: new Uint8Array(glyphs.length),
  }
  return spaced(shaped, text, spacing, face)
}

/** Features of two figures in the width of one letter: the font's own for that, where it has them. */
const pairFeatures = ['hwid=1', 'kern=0']

const paired = (segment: Segment): Segment => ({
  ...segment,
  direction: 'ltr',
  features: [...segment.features, ...pairFeatures],
})

/**
 * For each UTF-16 unit whether it stands upright; `byFace` where that is the font's to say, `paired`
 * of two figures that stand beside each other.
 */
export const orientation = { turned: 0, upright: 1, byFace: 2, paired: 3 } as const

/** The orientations of a stretch of a paragraph, by graphemes; undefined if all of it is turned. */
export function orientations(
  text: string,
  paragraphStyle: Style,
  runs: readonly { readonly start: number; readonly end: number; readonly style: Style }[],
): Uint8Array | undefined {
  if (!hasCentralBaseline(paragraphStyle.writingMode)) return undefined
  const found = new Uint8Array(text.length)
  let start = 0
  let run = 0
  for (const end of graphemes(text)) {
    while (run + 1 < runs.length && runs[run].end <= start) run++
    found.fill(orientationOf(text.codePointAt(start) ?? 0, runs[run].style), start, end)
    start = end
  }
  for (const { start: from, end: to, style } of runs)
    if (style.combineDigits) pair(found, text, from, to)
  return found
}

/** Two figures with none before and behind them, and of no longer number (CSS Writing Modes 4, 9.1.1). */
function pair(found: Uint8Array, text: string, from: number, to: number) {
  for (const { 0: figures, index } of text.slice(from, to).matchAll(/[0-9]+/g)) {
    const start = from + index
    const isWhole = !/[0-9]/.test(text[start - 1] ?? '') && !/[0-9]/.test(text[start + 2] ?? '')
    if (figures.length === 2 && isWhole) found.fill(orientation.paired, start, start + 2)
  }
}

function orientationOf(codePoint: number, { orientation: wanted }: Style): number {
  if (wanted === 'sideways') return orientation.turned
  if (wanted === 'upright') return orientation.upright
  const own = verticalOrientation(codePoint)
  if (own === 'Tr') return orientation.byFace
  return own === 'R' ? orientation.turned : orientation.upright
}

/** Whether a font has a glyph of its own for a letter in vertical text. */
export function hasVerticalForm(face: Face, letter: string, segment: Segment, shape: Shape) {
  const [plain] = shape(face, letter, { ...segment, direction: 'ltr' }).glyphs
  const [vertical] = verticalLetter(face, letter, segment, shape).glyphs
  return plain !== vertical
}
