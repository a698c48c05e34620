import {
  concatenatedOutlines,
  flattened,
  mappedOutline,
  type Outline,
  outlineBox,
  polygonOf,
  rectangleOutline,
  unionContours,
} from '../geometry/index.ts'
import { unitScale } from '../layout/index.ts'
import type { Fill, GlyphsItem, PathItem, Stroke } from './drawing.ts'
import { eachGlyph } from './glyph-pens.ts'

/** The outlines of all glyphs of an item as one, in units with y downward. */
export const glyphsOutline = (item: GlyphsItem): Outline => concatenatedOutlines(outlinesOf(item))

function outlinesOf(item: GlyphsItem): Outline[] {
  const scale = unitScale(item.face, item.size)
  const outlines: Outline[] = []
  eachGlyph(item, (glyph, x, y) => {
    const outline = item.face.outline(glyph)
    if (outline.segments === '') return
    const [dx, dy] = [item.x + x * scale, item.y - y * scale]
    outlines.push(mappedOutline({ xx: scale, yx: 0, xy: 0, yy: -scale, dx, dy }, outline))
  })
  return outlines
}

/** Glyphs that are not just filled with one color, as shapes. */
export function finishPath(item: GlyphsItem): PathItem | undefined {
  if (!item.paint) return undefined
  const known = finished.get(item)
  if (known) return known
  const { stroke, fill } = item.paint
  const outlines = outlinesOf(item)
  // A paint that hides the inner half of a stroke hides the seams as well.
  const showsSeams = stroke !== undefined && !(stroke.align === 'outside' && isOpaque(fill))
  const outline = concatenatedOutlines(showsSeams ? withoutSeams(outlines) : outlines)
  if (outline.segments === '') return undefined
  const path: PathItem = { kind: 'path', outline, ...item.paint }
  finished.set(item, path)
  return path
}

/** Finished items, kept because pages that repaint each frame paint the same items. */
const finished = new WeakMap<GlyphsItem, PathItem>()

/** Lines lie within this of their curves, in units, and points on a grid within that. */
const flattening = { tolerance: 0.008 }
const grid = 1 / 512

/**
 * Letters whose contours overlap, and neighbors that touch, as the outline of all that they fill:
 * a stroke goes around that, and not through it. Those that overlap nothing keep their curves.
 */
function withoutSeams(outlines: readonly Outline[]): Outline[] {
  return touching(outlines).map(together => {
    const whole = concatenatedOutlines(together)
    const rings = unionContours(flattened(whole, flattening), grid)
    return rings ? concatenatedOutlines(rings.map(ring => polygonOf([...ring]))) : whole
  })
}

/** Outlines in groups whose boxes meet. */
function touching(outlines: readonly Outline[]): Outline[][] {
  const boxed = outlines
    .flatMap(outline => {
      const box = outlineBox(outline)
      return box ? [{ outline, box }] : []
    })
    .sort((a, b) => a.box.left - b.box.left)
  const groups: { outlines: Outline[]; right: number }[] = []
  for (const { outline, box } of boxed) {
    const last = groups[groups.length - 1]
    if (last && box.left <= last.right) {
      last.outlines.push(outline)
      last.right = Math.max(last.right, box.right)
    } else groups.push({ outlines: [outline], right: box.right })
  }
  return groups.map(group => group.outlines)
}

/** Whether a fill hides everything below it. */
function isOpaque(fill: Fill | undefined): boolean {
  if (!fill) return false
  return fill.kind === 'solid' ? fill.opacity >= 1 : fill.stops.every(stop => stop.opacity >= 1)
}

/** A target's way to paint the stroke of a shape without changing its letters. */
interface StrokeParts {
  /** The width of the pen, in units: half of it is on either side of the edge. */
  readonly width: number
  /** Whether the fill is painted after the stroke, and so over the half of it that is inside. */
  readonly isBelow: boolean
  /** Whether the half that is inside is to be kept off the shape: no fill hides it. */
  readonly isCut: boolean
}

/** A stroke outside is one of twice the width of which half is hidden. */
export function strokeParts({ align, width }: Stroke, fill: Fill | undefined): StrokeParts {
  const isOutside = align === 'outside'
  return {
    width: isOutside ? 2 * width : width,
    isBelow: isOutside,
    isCut: isOutside && !isOpaque(fill),
  }
}

/** By the even-odd rule: all around a shape as far as a stroke of a width goes, without the shape. */
export function surroundings(outline: Outline, width: number): Outline {
  const { left, bottom, right, top } = outlineBox(outline) ?? nowhere
  const room = width + 1
  const around = rectangleOutline({
    x: left - room,
    y: bottom - room,
    width: right - left + 2 * room,
    height: top - bottom + 2 * room,
  })
  return concatenatedOutlines([around, outline])
}

const nowhere = { left: 0, bottom: 0, right: 0, top: 0 }
