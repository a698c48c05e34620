import {
  type Box,
  openRectangle,
  type RectangleSides,
  rectangleOutline,
  unionOfBoxes,
} from '../geometry/index.ts'
import {
  faceOf,
  type GlyphRun,
  type Layout,
  type Line,
  sidesOf,
  unitScale,
} from '../layout/index.ts'
import { type Ink, isSameBacking, representativeColor, type Style } from '../sheet/index.ts'
import type { Item } from './drawing.ts'
import { fillOf } from './fill.ts'

type Backing = Exclude<Style['backing'], 'none'>

/** The border of a backing, or of a frame. */
type Border = NonNullable<Backing['border']>

/** The background of text: a box with an ink, a border, or both. */
export function backingItem(
  box: Box,
  ink: Ink | undefined,
  radius: number,
  border: Border | undefined,
  through = 1,
  open?: RectangleSides,
): Item[] {
  const items: Item[] = []
  if (ink) {
    const outline = rectangleOutline(box, radius, open)
    items.push({ kind: 'path', outline, fill: fillOf(ink, box, through) })
  }
  if (border && border.width > 0) {
    const half = border.width / 2
    const inner = padded(box, sidesBut(open, -half, 0))
    const innerRadius = Math.max(0, radius - half)
    const solid = representativeColor(border.ink)
    items.push({
      kind: 'path',
      outline: open
        ? openRectangle(inner, innerRadius, open)
        : rectangleOutline(inner, innerRadius),
      stroke: {
        ink: { ...solid, opacity: solid.opacity * through },
        width: border.width,
        align: 'center',
      },
    })
  }
  return items
}

/** Everything that lies behind the text of some lines, block by block, line by line, run by run. */
export function backingItems(layout: Layout, lines: readonly Line[]): Item[] {
  const items: Item[] = []
  for (const extent of ['block', 'line', 'run'] as const) {
    for (const { box, backing, style, open, level } of backed(layout, lines, extent)) {
      const { ink, border, radius = 0, padding = 0 } = backing
      const own = padded(box, sidesBut(open, padding, level))
      items.push(...backingItem(own, ink, radius, border, style.opacity, open))
    }
  }
  return items
}

/** Boxes that are nearer than this count as touching, in units. */
const touching = 0.01

interface Backed {
  box: Box
  readonly backing: Backing
  readonly style: Style
  /** The level of its first paragraph, which decides where `start` is. */
  readonly level: number
  /** Sides on which it goes on, on another line. */
  open: RectangleSides | undefined
}

/** Neighbors with the same backing are backed as one: runs of a line, or lines below each other. */
function backed(layout: Layout, lines: readonly Line[], extent: NonNullable<Backing['extent']>) {
  const found: Backed[] = []
  let last: Backed | undefined
  for (const line of lines) {
    if (extent !== 'block') last = undefined
    let isHere = false
    for (const run of line.runs.toSorted((a, b) => a.x - b.x)) {
      const { backing } = run.style
      const isText = run.end > run.start || run.kind === 'hyphen' || run.kind === 'ellipsis'
      if (backing === 'none' || (backing.extent ?? 'run') !== extent || !isText) continue
      const box = boxOf(layout, line, run, extent)
      if (!box) continue
      const isSame = last && isSameBacking(last.style, run.style)
      if (last && isSame && (extent !== 'run' || box.x - last.box.x - last.box.width < touching)) {
        last.box = unionOfBoxes(last.box, box) ?? box
        last.open = bothSides(last.open, run.openEnds)
      } else {
        last = { box, backing, style: run.style, level: line.level, open: run.openEnds }
        found.push(last)
      }
      isHere = true
    }
    // A line without it lies between: what comes below is another block.
    if (!isHere) last = undefined
  }
  return found
}

function boxOf(
  layout: Layout,
  line: Line,
  run: GlyphRun,
  extent: NonNullable<Backing['extent']>,
): Box | undefined {
  const { x, width, top, height } = line
  if (extent === 'line') return { x, y: top, width, height }
  const isAcross = layout.writingMode === 'horizontal-tb'
  const length = isAcross ? layout.width : layout.height
  if (extent === 'block') return { x: 0, y: top, width: length, height }
  const [left, right] = [Math.max(x, run.x), Math.min(x + width, run.x + run.width)]
  // Hanging content at the line's end is outside of it, apart from rounding.
  if (right - left < touching) return undefined
  const { box: object, style, upright } = run
  const y = line.baseline - run.rise
  const across = { x: left, width: right - left }
  if (upright) return { ...across, y: y - style.size / 2, height: style.size }
  if (object) return { ...across, y: y - object.baseline, height: object.height }
  const face = faceOf(run)
  const scale = unitScale(face, style.size)
  const { ascent, descent } = face.metrics
  return { ...across, y: y - ascent * scale, height: (ascent - descent) * scale }
}

const bothSides = (one: RectangleSides | undefined, other: RectangleSides | undefined) =>
  one && other && one !== other ? 'both' : (one ?? other)

type Sides = ReturnType<typeof sidesOf>

/** The sides of a padding, without that of open sides. */
function sidesBut(
  open: RectangleSides | undefined,
  padding: Style['padding'],
  level: number,
): Sides {
  const { top, right, bottom, left } = sidesOf(padding, level)
  if (!open) return { top, right, bottom, left }
  return {
    top,
    bottom,
    left: open === 'right' ? left : 0,
    right: open === 'left' ? right : 0,
  }
}

/** A box with room around it, on each side alike or as stated. */
function padded({ x, y, width, height }: Box, { top, right, bottom, left }: Sides): Box {
  return { x: x - left, y: y - top, width: width + left + right, height: height + top + bottom }
}
