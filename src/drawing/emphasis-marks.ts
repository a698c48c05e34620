import { arcCubics } from '../geometry/index.ts'
import { faceOf, type GlyphRun, type Line, unitScale } from '../layout/index.ts'
import type { SolidInk } from '../sheet/index.ts'
import type { PathItem } from './drawing.ts'
import { inkOf } from './fill.ts'

/** Half the width of a mark, and how far its middle is from the letter, in ems (JLREQ 3.3.9). */
const radius = 0.11
const distance = 0.16

/** Half of what a letter of horizontal text takes above the baseline, and of vertical text beside its middle. */
const reach = { across: 0.88, down: 0.5 }

/** Characters without a mark: blanks and punctuation (CSS Text Decoration 3, section 3.5). */
const unmarked = /^[\p{Z}\p{C}\p{P}]/u

/** Marks at the letters of a line, in its own coordinates: along it, and across it. */
export function emphasisMarks(
  line: Line,
  runs: readonly GlyphRun[],
  isVertical: boolean,
  throughOf: (run: GlyphRun) => number,
): PathItem[] {
  return runs.flatMap(run => {
    const { style, rise, x } = run
    const { emphasisMark, size } = style
    if (emphasisMark === 'none' || run.kind !== 'text') return []
    const away = isVertical ? reach.down : reach.across
    // Letters that lie on their side have their baseline beside the line's.
    const base = isVertical ? line.baseline : line.baseline - rise
    const y = base - (away + distance) * size
    const ink = inkOf(style, throughOf(run))
    return middlesOf(run).map(middle => markAt(emphasisMark, x + middle, y, size, isVertical, ink))
  })
}

/** The middles of a run's letters, from its left edge. */
function middlesOf(run: GlyphRun): number[] {
  const { advances, clusters } = run.glyphs
  const scale = unitScale(faceOf(run), run.style.size)
  const found: number[] = []
  let pen = 0
  for (let from = 0; from < clusters.length; ) {
    let to = from
    let advance = 0
    while (to < clusters.length && clusters[to] === clusters[from]) advance += advances[to++]
    if (!unmarked.test(run.text.slice(clusters[from]))) {
      // Half a blank that is left out of what is closed up is not of the letter.
      const whole = run.letterGap === undefined ? advance : advance - run.letterGap / scale
      found.push((pen + whole / 2) * scale)
    }
    pen += advance
    from = to
  }
  return found
}

function markAt(
  kind: 'dot' | 'circle' | 'sesame',
  x: number,
  y: number,
  size: number,
  isVertical: boolean,
  fill: SolidInk,
): PathItem {
  const r = radius * size
  // Lines that go down lie on their side, and what stands on them with them.
  const turn = isVertical ? -Math.PI / 4 : Math.PI / 4
  const round = (long: number, short: number, sweep: number): number[] => {
    const [cos, sin] = [Math.cos(turn) * long, Math.sin(turn) * long]
    return [x + cos, y + sin, ...arcCubics(x, y, long, short, turn, 0, sweep)]
  }
  const outer = kind === 'sesame' ? round(r * 1.25, r * 0.6, full) : round(r, r, full)
  const points = kind === 'circle' ? [...outer, ...round(r * 0.66, r * 0.66, -full)] : outer
  const segments = kind === 'circle' ? 'MCCCCZMCCCCZ' : 'MCCCCZ'
  return { kind: 'path', outline: { segments, points: Float32Array.from(points) }, fill }
}

/** All around, in radians. */
const full = 2 * Math.PI
