import { faceOf, faceOfAll, unitScale } from '../../shaping/index.ts'
import type { Style } from '../../sheet/index.ts'
import type { GlyphRun } from '../layout.ts'
import { advanceOf, lengthOf } from './line-runs.ts'
import type { Breakable } from './stops.ts'
import { reached, sortedStops, stopFrom, type TabStop } from './tab-stops.ts'

const tab = '\t'

/**
 * Makes the tabs of a line as wide as it takes for what follows to stand at their stops, which are
 * counted from the start edge of the frame. `runs` are in the order of the text. Gives the offsets
 * of tabs that cannot reach the stop that is stated for them.
 */
export function tabulate(text: Breakable, runs: GlyphRun[], indent: number): readonly number[] {
  const { paragraph, tabWidth, leastTab } = text
  const stated = sortedStops(paragraph.style.tabs)
  const unreached: number[] = []
  let count = 0
  let x = indent
  runs.forEach((run, i) => {
    if (run.text === tab && !run.box) {
      const stop = stopFrom(x + leastTab, stated, tabWidth)
      const width = stop.at - widthBefore(stop, runs, i + 1, paragraph.style) - x
      const own = stated[count++]?.at
      // Once one is missed, all behind it are.
      const isMissed =
        own !== undefined && (own < x + leastTab - reached || width < leastTab - reached)
      if (isMissed && unreached.length === 0) unreached.push(run.start)
      runs[i] = filledTab(text, run, x, Math.max(leastTab, width), stop.leader ?? '')
    }
    x += lengthOf(runs[i])
  })
  return unreached
}

/** The width of the text after a tab that stands before the stop. */
function widthBefore(
  { align = 'start' }: TabStop,
  runs: readonly GlyphRun[],
  from: number,
  style: Style,
): number {
  if (align === 'start') return 0
  const separator = align === 'decimal' ? decimalSeparator(style.language) : undefined
  let width = 0
  for (let i = from; i < runs.length && runs[i].text !== tab; i++) {
    const at = separator === undefined ? -1 : decimalPlace(runs[i].text, separator)
    if (at >= 0) return width + (runs[i].room?.left ?? 0) + widthUpTo(runs[i], at)
    width += lengthOf(runs[i])
  }
  return align === 'center' ? width / 2 : width
}

/** The offset at which the decimals of a number begin: at a separator between digits. */
function decimalPlace(text: string, separator: string): number {
  for (let at = text.indexOf(separator); at >= 0; at = text.indexOf(separator, at + 1)) {
    if (/\p{Nd}/u.test(text[at + 1] ?? '') && !isGrouping(text, at, separator)) return at
  }
  return -1
}

/** A separator that comes again later stands between thousands. */
const isGrouping = (text: string, at: number, separator: string) => text.includes(separator, at + 1)

const separators = new Map<string, string>()

/** The decimal separator of a language. */
function decimalSeparator(language: string): string {
  const known = separators.get(language)
  if (known !== undefined) return known
  const parts = new Intl.NumberFormat(language).formatToParts(0.5)
  const found = parts.find(part => part.type === 'decimal')?.value ?? '.'
  separators.set(language, found)
  return found
}

function widthUpTo(run: GlyphRun, offset: number): number {
  const { glyphs, style } = run
  let units = 0
  for (let g = 0; g < glyphs.glyphs.length; g++) {
    if (glyphs.clusters[g] < offset) units += glyphs.advances[g]
  }
  return units * unitScale(faceOf(run), style.size)
}

/** A leader of more pieces is one across no page. */
const mostPieces = 100_000

/** A tab of a width, with the leader as often as it goes into it, in step with the lines around. */
function filledTab(
  { tools, paragraph }: Breakable,
  run: GlyphRun,
  x: number,
  width: number,
  leader: string,
): GlyphRun {
  const own = faceOf(run)
  const { faces, fallback } = tools.shapingStyle(run.style)
  // A leader that the face lacks is of another, whose space the tab is then.
  const able = leader === '' ? own : faceOfAll(` ${leader}`, [own, ...faces], fallback)
  const face = able.glyphOf(0x20) === 0 ? own : able
  const scale = unitScale(face, run.style.size)
  const units = width / scale
  // By its id: of two open fonts with one font, a run does not tell whose its face is.
  const segment = paragraph.glyphRuns.find(r => r.face.id === own.id && !r.box)?.segment
  const piece = leader !== '' && segment ? tools.shape(face, leader, segment) : undefined
  const step = piece ? advanceOf(piece) : 0
  // Counted from the start edge, so that leaders of lines below each other stand below each other.
  // A space at least stands between the text and the first of them.
  const from = x / scale
  const free = face.advance(face.glyphOf(0x20))
  const first = step > 0 ? Math.ceil((from + free) / step - reached) * step - from : 0
  // More of them than that are too small to be seen.
  const count = step > 0 ? Math.min(mostPieces, Math.floor((units - first) / step + reached)) : 0
  if (!piece || count < 1) {
    const advances = Float64Array.of(units)
    return { ...run, width, glyphs: { ...oneSpace(run), advances } }
  }
  const perPiece = piece.glyphs.length
  const total = 1 + perPiece * count
  const glyphs = {
    glyphs: new Uint32Array(total),
    advances: new Float64Array(total),
    offsetsX: new Int32Array(total),
    offsetsY: new Int32Array(total),
    clusters: new Uint32Array(total),
    unsafe: new Uint8Array(total),
  }
  glyphs.glyphs[0] = face.glyphOf(0x20)
  // Text that runs to the left begins at the right of the tab.
  const rest = units - first - step * count
  const [ahead, behind] = run.level % 2 === 1 ? [rest, first] : [first, rest]
  glyphs.advances[0] = ahead
  for (let g = 1; g < total; g++) {
    const i = (g - 1) % perPiece
    glyphs.glyphs[g] = piece.glyphs[i]
    glyphs.advances[g] = piece.advances[i]
    glyphs.offsetsX[g] = piece.offsetsX[i]
    glyphs.offsetsY[g] = piece.offsetsY[i]
  }
  glyphs.advances[total - 1] += behind
  return { ...run, kind: 'leader', face: face.id, width, glyphs }
}

function oneSpace(run: GlyphRun): GlyphRun['glyphs'] {
  const one = () => Int32Array.of(0)
  return {
    glyphs: Uint32Array.of(faceOf(run).glyphOf(0x20)),
    advances: one(),
    offsetsX: one(),
    offsetsY: one(),
    clusters: Uint32Array.of(0),
    unsafe: Uint8Array.of(0),
  }
}
