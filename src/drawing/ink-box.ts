import {
  type Box,
  type Extents,
  identity,
  type Matrix,
  mapped,
  mappedBox,
  outlineExtents,
  unionOfBoxes,
} from '../geometry/index.ts'
import { unitScale } from '../layout/index.ts'
import type { GlyphPaint, GlyphsItem, Item, PaintedItem, RuleItem } from './drawing.ts'
import { eachItem } from './each-item.ts'
import { eachGlyph } from './glyph-pens.ts'

/** The smallest box that holds what is painted; undefined if nothing is. */
export function inkBoxOf(items: readonly Item[]): Box | undefined {
  let box: Box | undefined
  eachInkBox(items, (_, own) => {
    box = unionOfBoxes(box, own)
  })
  return box
}

/** Tells of each item that paints something, and that is asked for, the box of what it paints. */
export function eachInkBox(
  items: readonly Item[],
  visit: (item: PaintedItem, box: Box) => void,
  isAsked: (item: PaintedItem) => boolean = () => true,
) {
  let blurs = 0
  eachItem(items, {
    enter({ blur = 0 }) {
      blurs += blur
    },
    leave({ blur = 0 }) {
      blurs -= blur
    },
    item(item, matrix) {
      const box = isAsked(item) ? itemBox(item, matrix) : undefined
      if (box) visit(item, blurs > 0 ? grown(box, blurs * scaleOf(matrix)) : box)
    },
  })
}

export function itemBox(item: PaintedItem, matrix: Matrix): Box | undefined {
  switch (item.kind) {
    case 'glyphs': {
      const own = isUpright(matrix) ? uprightGlyphs(item, matrix) : turnedGlyphs(item, matrix)
      return own && item.paint ? grown(own, strokeReach(item.paint) * scaleOf(matrix)) : own
    }
    case 'rule':
      return mappedBox(matrix, ruleBox(item))
    case 'path': {
      const own = outlineExtents(item.outline, matrix)
      return own && grown(asBox(own), strokeReach(item) * scaleOf(matrix))
    }
    case 'rectangle':
    case 'image':
      return mappedBox(matrix, item)
  }
}

/** The distance that a stroke reaches beyond the outline. */
function strokeReach({ stroke }: GlyphPaint): number {
  if (!stroke) return 0
  return stroke.align === 'outside' ? stroke.width : stroke.width / 2
}

export const scaleOf = ({ xx, yx, xy, yy }: Matrix) => Math.sqrt(Math.abs(xx * yy - xy * yx))

export function grown({ x, y, width, height }: Box, by: number): Box {
  return { x: x - by, y: y - by, width: width + 2 * by, height: height + 2 * by }
}

/** A rule is as thick to both sides, and ends where it ends. */
function ruleBox({ from, to, width }: RuleItem): Box {
  const [across, down] = [Math.abs(to[0] - from[0]), Math.abs(to[1] - from[1])]
  const half = width / 2 / (Math.hypot(across, down) || 1)
  return {
    x: Math.min(from[0], to[0]) - down * half,
    y: Math.min(from[1], to[1]) - across * half,
    width: across + 2 * down * half,
    height: down + 2 * across * half,
  }
}

/** Whether boxes stay boxes: nothing is turned or slanted, nor mirrored. */
const isUpright = ({ xx, yx, xy, yy }: Matrix) => yx === 0 && xy === 0 && xx > 0 && yy > 0

function uprightGlyphs(item: GlyphsItem, matrix: Matrix): Box | undefined {
  const { face, size, x, y } = item
  const scale = unitScale(face, size)
  let [left, bottom, right, top] = [Infinity, Infinity, -Infinity, -Infinity]
  eachGlyph(item, (glyph, dx, dy) => {
    const extents = face.extents(glyph)
    if (!extents) return
    left = Math.min(left, dx + extents.left)
    right = Math.max(right, dx + extents.right)
    bottom = Math.min(bottom, dy + extents.bottom)
    top = Math.max(top, dy + extents.top)
  })
  if (left > right) return undefined
  const box = { x: x + left * scale, y: y - top * scale }
  const own = { ...box, width: (right - left) * scale, height: (top - bottom) * scale }
  return matrix === identity ? own : mappedBox(matrix, own)
}

/**
 * The box of rotated glyphs, from their outlines: a rotated box would be larger than its content.
 */
function turnedGlyphs(item: GlyphsItem, matrix: Matrix): Box | undefined {
  const { face, size } = item
  const scale = unitScale(face, size)
  let box: Box | undefined
  eachGlyph(item, (glyph, dx, dy) => {
    const [x, y] = mapped(matrix, item.x + dx * scale, item.y - dy * scale)
    const { xx, yx, xy, yy } = matrix
    const toUnits = {
      xx: xx * scale,
      yx: yx * scale,
      xy: -xy * scale,
      yy: -yy * scale,
      dx: x,
      dy: y,
    }
    const colored = face.colorParts(glyph) ? face.extents(glyph) : undefined
    const own = colored
      ? mappedBox(toUnits, asBox(colored))
      : outlineExtents(face.outline(glyph), toUnits)
    if (own) box = unionOfBoxes(box, 'left' in own ? asBox(own) : own)
  })
  return box
}

const asBox = ({ left, bottom, right, top }: Extents): Box => ({
  x: left,
  y: bottom,
  width: right - left,
  height: top - bottom,
})
