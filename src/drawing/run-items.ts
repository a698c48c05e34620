import { type Box, identity, type Matrix, mapped, mappedBox, product } from '../geometry/index.ts'
import { flowMatrix, type Layout, type Line, type LineRun } from '../layout/index.ts'
import { type SolidInk, shapingFeatures, solidOf } from '../sheet/index.ts'
import type { Fill, GlyphsItem, Item } from './drawing.ts'
import { fillOf, solidFill } from './fill.ts'
import { boxContent } from './inline-box.ts'

/** Where a run stands, and how its coordinates become those of the frame. */
export interface Standing {
  readonly layout: Layout
  readonly line: Line
  readonly matrix: Matrix
}

export function standingOf(layout: Layout, line: Line): Standing {
  return { layout, line, matrix: flowMatrix(layout) }
}

/** What a run is painted with itself, in the coordinates of the frame; `ink` in place of its own. */
export function runItems(run: LineRun, standing: Standing, ink: SolidInk = run.ink): Item[] {
  const { line, matrix } = standing
  const y = line.baseline - run.rise
  if (matrix === identity) return linked(run, standing, itemsAcross(run, run.x, y, ink, standing))
  if (run.upright) {
    const [left, top] = mapped(matrix, run.x, y)
    return linked(run, standing, uprightItems(run, left, top, ink, standing))
  }
  return linked(run, standing, laidDown(matrix, itemsAcross(run, run.x, y, ink, standing)))
}

/** A run of a line that goes down or up lies on its side. */
export function laidDown(matrix: Matrix, items: readonly Item[]): Item[] {
  if (matrix === identity || items.length === 0) return [...items]
  return [{ kind: 'group', matrix, items }]
}

/** The items of a link, with the box that is clicked on. */
function linked({ link, x, width }: LineRun, { line, matrix }: Standing, items: Item[]): Item[] {
  if (link === undefined || items.length === 0) return items
  const { top, height } = line
  const area = mappedBox(matrix, { x, y: top, width, height })
  return [{ kind: 'group', link, area, items }]
}

function itemsAcross(
  run: LineRun,
  x: number,
  y: number,
  ink: SolidInk,
  standing: Standing,
): Item[] {
  const { box, face, style, glyphs, text } = run
  if (box) {
    const { width, height } = box
    return boxItems(run, { x, y: y - box.baseline, width, height })
  }
  const item: GlyphsItem = { kind: 'glyphs', x, y, face, size: style.size, ink, glyphs, text }
  return [finished(asText(item, run), run, ink, standing, identity)]
}

/** What is to be known of a run where it is written as text. */
function asText(item: GlyphsItem, { style, isHyphenated, level }: LineRun): GlyphsItem {
  const features = shapingFeatures(style)
  const isRightToLeft = level % 2 === 1
  if (features.length === 0 && !isHyphenated && !isRightToLeft) return item
  return {
    ...item,
    ...(features.length > 0 && { features }),
    ...(isRightToLeft && { isRightToLeft }),
    ...(isHyphenated && { isHyphenated }),
  }
}

/** Letters below each other, or a box among them; (x, y) is the middle of the line where they begin. */
function uprightItems(
  run: LineRun,
  x: number,
  y: number,
  ink: SolidInk,
  standing: Standing,
): Item[] {
  const { box, face, style, text } = run
  if (box) {
    const { width, height } = box
    return boxItems(run, { x: x - width / 2, y, width, height })
  }
  const glyphs = stacked(run.glyphs)
  const item: GlyphsItem = {
    kind: 'glyphs',
    ...{ x, y, face, size: style.size, ink, glyphs, text },
    isStacked: true,
  }
  return [finished(item, run, ink, standing, standing.matrix)]
}

/** Glyphs with the gradient and the stroke that their style asks for; colored ones have their own. */
function finished(
  item: GlyphsItem,
  run: LineRun,
  ink: SolidInk,
  standing: Standing,
  matrix: Matrix,
): GlyphsItem {
  const { style, face, glyphs } = run
  const { stroke } = style
  if (style.ink.kind === 'solid' && stroke === 'none') return item
  const isColored = face.colored && [...glyphs.glyphs].some(glyph => face.colorParts(glyph))
  if (isColored) return item
  const through = ink.opacity / (solidOf(style.ink).opacity || 1)
  const fill =
    stroke !== 'none' && stroke.fill === false ? undefined : runFill(run, standing, through)
  if (stroke === 'none') return { ...item, finish: { fill: fill && turnedFill(fill, matrix) } }
  const line = solidOf(stroke.ink)
  return {
    ...item,
    finish: {
      fill: fill && turnedFill(fill, matrix),
      stroke: {
        ink: { ...line, opacity: line.opacity * through },
        width: stroke.width,
        place: stroke.place ?? 'outside',
      },
    },
  }
}

/** A gradient spans the run, its line, or all of the text. */
function runFill(run: LineRun, { layout, line }: Standing, through: number): Fill {
  const { ink } = run.style
  if (ink.kind === 'solid') return solidFill(ink, through)
  const { top, height } = line
  const isAcross = layout.writingMode === 'horizontal-tb'
  const [length, depth] = isAcross ? [layout.width, layout.height] : [layout.height, layout.width]
  const boxes: Record<typeof ink.over, Box> = {
    run: { x: run.x, y: top, width: run.width, height },
    line: { x: line.x, y: top, width: line.width, height },
    block: { x: 0, y: 0, width: length, height: depth },
  }
  return fillOf(ink, boxes[ink.over], through)
}

function turnedFill(fill: Fill, matrix: Matrix): Fill {
  if (fill.kind === 'solid' || matrix === identity) return fill
  return { ...fill, matrix: product(matrix, fill.matrix) }
}

/** Glyphs whose advances go down, as glyphs without advances, each at its place. */
function stacked(glyphs: LineRun['glyphs']): LineRun['glyphs'] {
  let pen = 0
  const offsetsY = glyphs.offsetsY.map((offset, i) => {
    const at = Math.round(offset - pen)
    pen += glyphs.advances[i]
    return at
  })
  return { ...glyphs, offsetsY, advances: new Int32Array(glyphs.advances.length) }
}

function boxItems({ box }: LineRun, place: Box): Item[] {
  if (!box) return []
  const { x, y, width, height } = place
  const { image: picture, drawing } = boxContent(box)
  if (picture) return [{ kind: 'image', x, y, width, height, picture }]
  if (!drawing) return []
  const { box: shown, items } = drawing
  const scale = Math.min(width / shown.width, height / shown.height)
  if (!(scale > 0 && scale < Infinity)) return []
  // The drawing keeps its proportions, and stands in the middle of the box.
  const dx = x + (width - shown.width * scale) / 2 - shown.x * scale
  const dy = y + (height - shown.height * scale) / 2 - shown.y * scale
  return [{ kind: 'group', matrix: { xx: scale, yx: 0, xy: 0, yy: scale, dx, dy }, items }]
}
