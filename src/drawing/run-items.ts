import { type Box, identity, type Matrix, mapped, mappedBox, product } from '../geometry/index.ts'
import {
  faceOf,
  flowMatrix,
  type GlyphRun,
  type Layout,
  type Line,
  spacingOf,
} from '../layout/index.ts'
import { shapingFeatures } from '../sheet/index.ts'
import type { Fill, GlyphsItem, Item } from './drawing.ts'
import { fillOf, inkOf, isHollow, solidFill, strokeOf } from './fill.ts'
import { hasColors } from './has-colors.ts'
import { imageItem } from './image-item.ts'
import { objectContent } from './inline-object.ts'

/** The position of a run, and the matrix from its coordinates to those of the frame. */
export interface Standing {
  readonly layout: Layout
  readonly line: Line
  readonly matrix: Matrix
}

export function standingOf(layout: Layout, line: Line): Standing {
  return { layout, line, matrix: flowMatrix(layout) }
}

/** The items of a run itself, in the coordinates of the frame; `through` is its opacity. */
export function runItems(
  run: GlyphRun,
  standing: Standing,
  through: number = run.style.opacity,
): Item[] {
  const { line, matrix } = standing
  const y = line.baseline - run.rise
  if (matrix === identity)
    return linked(run, standing, itemsAcross(run, run.x, y, through, standing))
  if (run.upright) {
    const [left, top] = mapped(matrix, run.x, y)
    return linked(run, standing, uprightItems(run, left, top, through, standing))
  }
  return linked(run, standing, laidDown(matrix, itemsAcross(run, run.x, y, through, standing)))
}

/** A run of a line that goes down or up lies on its side. */
export function laidDown(matrix: Matrix, items: readonly Item[]): Item[] {
  if (matrix === identity || items.length === 0) return [...items]
  return [{ kind: 'group', matrix, items }]
}

/** The items of a link, with the box that is clicked on. */
function linked({ link, x, width }: GlyphRun, { line, matrix }: Standing, items: Item[]): Item[] {
  if (link === undefined || items.length === 0) return items
  const { top, height } = line
  const area = mappedBox(matrix, { x, y: top, width, height })
  return [{ kind: 'group', link, area, items }]
}

function itemsAcross(
  run: GlyphRun,
  x: number,
  y: number,
  through: number,
  standing: Standing,
): Item[] {
  const { box: object, style, glyphs, text } = run
  if (object) {
    const { width, height } = object
    return objectItems(run, { x, y: y - object.baseline, width, height })
  }
  const ink = inkOf(style, through)
  const face = faceOf(run)
  const { size, language } = style
  const item: GlyphsItem = { kind: 'glyphs', x, y, face, size, ink, glyphs, language, text }
  return [finished(asText(item, run), run, through, standing, identity)]
}

/** A run's details for targets that write it as text. */
function asText(item: GlyphsItem, run: GlyphRun): GlyphsItem {
  const { style, kind, level } = run
  const features = shapingFeatures(style)
  const { letters, words } = spacingOf(run)
  const isRightToLeft = level % 2 === 1
  const isHyphen = kind === 'hyphen'
  const isSpaced = letters !== 0 || words !== 0
  const { isOfPlatform } = run
  const isPlain = !isHyphen && !isRightToLeft && !isSpaced && !isOfPlatform
  if (features.length === 0 && isPlain) return item
  return {
    ...item,
    ...(features.length > 0 && { features }),
    ...(letters !== 0 && { letterSpacing: letters }),
    ...(words !== 0 && { wordSpacing: words }),
    ...(isRightToLeft && { isRightToLeft }),
    ...(isOfPlatform && { isOfPlatform }),
    // It is of no character, so that words are found, and copied whole.
    ...(isHyphen && { isHyphen, text: '' }),
  }
}

/** Letters below each other, or an object among them; (x, y) is the middle of the line where they begin. */
function uprightItems(
  run: GlyphRun,
  x: number,
  y: number,
  through: number,
  standing: Standing,
): Item[] {
  const { box: object, style, text } = run
  if (object) {
    const { width, height } = object
    return objectItems(run, { x: x - width / 2, y, width, height })
  }
  const glyphs = stacked(run.glyphs)
  const item: GlyphsItem = {
    kind: 'glyphs',
    ...{ x, y, face: faceOf(run), size: style.size, ink: inkOf(style, through), glyphs, text },
    isStacked: true,
  }
  return [finished(item, run, through, standing, standing.matrix)]
}

/** Glyphs with the gradient and the stroke that their style asks for; colored ones have their own. */
function finished(
  item: GlyphsItem,
  run: GlyphRun,
  through: number,
  standing: Standing,
  matrix: Matrix,
): GlyphsItem {
  const { style } = run
  const stroke = strokeOf(style, through)
  if (style.ink.kind === 'solid' && !stroke) return item
  if (hasColors(item)) return item
  const fill = isHollow(style) ? undefined : turnedFill(runFill(run, standing, through), matrix)
  return { ...item, paint: { fill, ...(stroke && { stroke }) } }
}

/** A gradient spans the run, its line, or all of the text. */
function runFill(run: GlyphRun, { layout, line }: Standing, through: number): Fill {
  const { ink } = run.style
  if (ink.kind === 'solid') return solidFill(ink, through)
  const { top, height } = line
  const isAcross = layout.writingMode === 'horizontal-tb'
  const [length, depth] = isAcross ? [layout.width, layout.height] : [layout.height, layout.width]
  const boxes: Record<typeof ink.extent, Box> = {
    run: { ...stretchOf(run, line), y: top, height },
    line: { x: line.x, y: top, width: line.width, height },
    block: { x: 0, y: 0, width: length, height: depth },
  }
  return fillOf(ink, boxes[ink.extent], through)
}

/** The extent of a run along its line; a word and its hyphen are painted as one. */
function stretchOf(run: GlyphRun, { runs }: Line): { readonly x: number; readonly width: number } {
  const isHyphen = run.kind === 'hyphen'
  const other = runs.find(
    isHyphen
      ? r => r.end === run.start && r.end > r.start && r.style === run.style
      : r => r.kind === 'hyphen' && r.start === run.end && r.style === run.style,
  )
  if (!other) return { x: run.x, width: run.width }
  return { x: Math.min(run.x, other.x), width: run.width + other.width }
}

function turnedFill(fill: Fill, matrix: Matrix): Fill {
  if (fill.kind === 'solid' || matrix === identity) return fill
  return { ...fill, matrix: product(matrix, fill.matrix) }
}

/** Glyphs whose advances go down, as glyphs without advances, each at its place. */
function stacked(glyphs: GlyphRun['glyphs']): GlyphRun['glyphs'] {
  let pen = 0
  const offsetsY = glyphs.offsetsY.map((offset, i) => {
    const at = Math.round(offset - pen)
    pen += glyphs.advances[i]
    return at
  })
  return { ...glyphs, offsetsY, advances: new Int32Array(glyphs.advances.length) }
}

function objectItems({ box: object }: GlyphRun, place: Box): Item[] {
  if (!object) return []
  const { x, y, width, height } = place
  const { image: picture, drawing } = objectContent(object)
  const said = object.label.trim() === '' ? {} : { inlineLabel: object.label }
  if (picture) {
    const item = imageItem({ x, y, width, height }, picture)
    return object.label.trim() === '' ? [item] : [{ kind: 'group', items: [item], ...said }]
  }
  if (!drawing) return []
  const { box: shown, items } = drawing
  const scale = Math.min(width / shown.width, height / shown.height)
  if (!(scale > 0 && scale < Infinity)) return []
  // The drawing keeps its proportions, and stands in the middle of its place.
  const dx = x + (width - shown.width * scale) / 2 - shown.x * scale
  const dy = y + (height - shown.height * scale) / 2 - shown.y * scale
  const matrix = { xx: scale, yx: 0, xy: 0, yy: scale, dx, dy }
  return [{ kind: 'group', matrix, items, ...said }]
}
