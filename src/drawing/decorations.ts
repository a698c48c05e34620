import { faceOf, type GlyphRun, type Line, unitScale } from '../layout/index.ts'
import { representativeColor, type SolidInk, type Style } from '../sheet/index.ts'
import type { RuleItem } from './drawing.ts'
import { inkOf } from './fill.ts'
import { inkBetween, merged, type Stretch, without } from './ink-gaps.ts'

/** The lines that text may be decorated with. */
type Decoration = 'underline' | 'overline' | 'strike'

/** Neighbors on a line that are decorated as one. */
interface Decorated {
  readonly runs: readonly GlyphRun[]
  readonly from: number
  readonly to: number
}

/** Runs that are nearer than this are neighbors. */
const touching = 0.01

/**
 * The decoration lines of a line: straight through a span of several sizes, by the metrics of the
 * largest, in the ink of each part unless they have one of their own.
 */
export function decorationItems(
  line: Line,
  runs: readonly GlyphRun[],
  which: Decoration,
  throughOf: (run: GlyphRun) => number,
): RuleItem[] {
  return decorated(line, runs, which).flatMap(group => linesOf(line, group, which, throughOf))
}

function decorated(line: Line, runs: readonly GlyphRun[], which: Decoration): Decorated[] {
  const groups: { runs: GlyphRun[]; from: number; to: number; key: string }[] = []
  // Spaces that hang at the line's end are not decorated.
  const [left, right] = [line.x, line.x + line.width]
  for (const run of runs.toSorted((a, b) => a.x - b.x)) {
    const [from, to] = [Math.max(left, run.x), Math.min(right, run.x + run.width)]
    if (run.style[which] === false || to - from < touching) continue
    const key = JSON.stringify(run.style[which])
    const last = groups.at(-1)
    if (last?.key === key && from - last.to < touching) {
      last.runs.push(run)
      last.to = to
    } else groups.push({ runs: [run], from, to, key })
  }
  return groups
}

function linesOf(
  line: Line,
  { runs, from, to }: Decorated,
  which: Decoration,
  throughOf: (run: GlyphRun) => number,
): RuleItem[] {
  const largest = runs.reduce((a, b) => (b.style.size > a.style.size ? b : a))
  const stated = largest.style[which]
  const own = typeof stated === 'object' ? stated : {}
  const usual = usualPlace(largest, which)
  const width = own.width ?? usual.width
  // A gap is what lies between the baseline, or the top of the letters, and the line's near edge.
  // A line of another width begins where the face has its line begin.
  const moved = which === 'underline' ? (width - usual.width) / 2 : 0
  const middle =
    own.gap === undefined ? usual.middle + moved : placeBeyond(own.gap, width, largest, which)
  const shared = runs.every(run => run.rise === largest.rise) ? largest.rise : 0
  const y = line.baseline - shared + middle
  const skips = own.skip ?? which === 'underline'
  const gaps = skips ? merged(runs.flatMap(run => gapsOf(run, line.baseline, y, width))) : []
  return runs.flatMap(run => {
    const part = { from: Math.max(from, run.x), to: Math.min(to, run.x + run.width) }
    const ink = own.ink ? representativeColor(own.ink) : inkOf(run.style, throughOf(run))
    const min = gaps.length > 0 ? Math.max(width, run.style.size / 8) : 0
    const pieces = without(part, gaps).filter(piece => piece.to - piece.from > min)
    return pieces.map(piece => ruleOf(piece, y, width, ink, own.dash, from))
  })
}

function ruleOf(
  { from, to }: Stretch,
  y: number,
  width: number,
  ink: SolidInk,
  dash: readonly number[] | undefined,
  start: number,
): RuleItem {
  const ends = { from: [from, y], to: [to, y] } as const
  const rule: RuleItem = { kind: 'rule', ...ends, width, ink }
  const isDashed = dash?.some(length => length > 0)
  return dash && isDashed ? { ...rule, dash, dashStart: from - start } : rule
}

/**
 * The position and width of a line in the face: its middle, downward from the baseline, in units.
 */
function usualPlace(run: GlyphRun, which: Decoration) {
  const { style, upright } = run
  const { metrics } = faceOf(run)
  const scale = unitScale({ metrics }, style.size)
  const width = Math.max(metrics.underlineThickness * scale, style.size / 24)
  if (upright) return { width, middle: sideOf(which, style) }
  if (which === 'underline') {
    // `underlinePosition` is the top of the line (OpenType, `post` table).
    return { width, middle: -metrics.underlinePosition * scale + width / 2 }
  }
  if (which === 'overline') {
    return { width, middle: -metrics.capHeight * scale - overlineGap * style.size }
  }
  const strike = metrics.strikeThickness > 0 ? metrics.strikeThickness * scale : width
  const top = metrics.strikePosition > 0 ? metrics.strikePosition : metrics.xHeight / 2
  return { width: strike, middle: -top * scale + strike / 2 }
}

/** Above capitals, in ems: clear of letters that are higher than these. */
const overlineGap = 0.18

/** Beside letters that stand upright below each other, or through the middle of them. */
function sideOf(which: Decoration, { size }: Style): number {
  if (which === 'strike') return 0
  return which === 'underline' ? size * 0.55 : size * -0.55
}

function placeBeyond(gap: number, width: number, run: GlyphRun, which: Decoration) {
  const face = faceOf(run)
  const scale = unitScale(face, run.style.size)
  if (which === 'underline') return gap + width / 2
  if (which === 'overline') return -(face.metrics.capHeight * scale + gap + width / 2)
  return -gap - width / 2
}

/** The stretches where the letters of a run cross the line, with a margin on both sides. */
function gapsOf(run: GlyphRun, baseline: number, y: number, width: number): Stretch[] {
  const { style, glyphs, x, rise, box: object, upright } = run
  if (object || upright) return []
  const face = faceOf(run)
  const scale = unitScale(face, style.size)
  const up = (baseline - rise - y) / scale
  const reach = width / 2 / scale
  const room = Math.max(width, style.size / 16)
  const gaps: Stretch[] = []
  let pen = 0
  for (let i = 0; i < glyphs.glyphs.length; i++) {
    const raised = glyphs.offsetsY[i]
    const bottom = up - reach - raised
    for (const { from, to } of inkBetween(face, glyphs.glyphs[i], bottom, up + reach - raised)) {
      const left = pen + glyphs.offsetsX[i]
      gaps.push({ from: x + (left + from) * scale - room, to: x + (left + to) * scale + room })
    }
    pen += glyphs.advances[i]
  }
  return gaps
}
