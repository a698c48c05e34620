import { type Box, identity, type Matrix, mapped } from '../geometry/index.ts'
import { flowMatrix, type Layout, type Line, type LineRun } from '../layout/index.ts'
import type { GlyphsItem, Item } from './drawing.ts'
import { boxContent } from './inline-box.ts'

/** What lines are painted with, in the coordinates of their layout's frame. */
export function lineItems(layout: Layout, lines: readonly Line[] = layout.lines): Item[] {
  const matrix = flowMatrix(layout)
  const items: Item[] = []
  for (const line of lines) {
    for (const run of line.runs) {
      const y = line.baseline - run.rise
      if (matrix === identity) items.push(...runItems(run, run.x, y))
      else if (run.upright) items.push(...uprightItems(run, ...mapped(matrix, run.x, y)))
      else items.push(...turned(matrix, runItems(run, run.x, y)))
    }
  }
  return items
}

/** A run of a line that goes down or up lies on its side. */
function turned(matrix: Matrix, items: readonly Item[]): Item[] {
  return items.length === 0 ? [] : [{ kind: 'group', matrix, items }]
}

function runItems(run: LineRun, x: number, y: number): Item[] {
  const { box, face, style, ink, glyphs, text } = run
  if (!box) return [{ kind: 'glyphs', x, y, face, size: style.size, ink, glyphs, text }]
  const { width, height } = box
  return boxItems(run, { x, y: y - box.baseline, width, height })
}

/** Letters below each other, or a box among them; (x, y) is the middle of the line where they begin. */
function uprightItems(run: LineRun, x: number, y: number): Item[] {
  const { box, face, style, ink, text } = run
  if (box) {
    const { width, height } = box
    return boxItems(run, { x: x - width / 2, y, width, height })
  }
  const item: GlyphsItem = {
    kind: 'glyphs',
    x,
    y,
    face,
    size: style.size,
    ink,
    glyphs: stacked(run.glyphs),
    text,
  }
  return [item]
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
