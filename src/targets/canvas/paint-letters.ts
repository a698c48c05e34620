import { type Drawing, eachItem, finishPath, type GlyphsItem } from '../../drawing/index.ts'
import type { CanvasContext, CanvasMatrix } from './canvas-context.ts'
import { drawPicture, type FillGlyphs, pictureOf } from './run-bitmaps.ts'

/**
 * The letters of drawings that are repainted for each frame; undefined for those with other items.
 */
const letters = new WeakMap<Drawing, readonly GlyphsItem[] | undefined>()

function lettersIn(drawing: Drawing): readonly GlyphsItem[] | undefined {
  if (letters.has(drawing)) return letters.get(drawing)
  const glyphItems: GlyphsItem[] = []
  let isMore = false
  eachItem(drawing.items, {
    enter() {
      isMore = true
    },
    item(item) {
      const isWhole = item.kind === 'glyphs' && !item.isOfPlatform && !finishPath(item)
      if (isWhole) glyphItems.push(item)
      else isMore = true
    },
  })
  const own = isMore ? undefined : glyphItems
  letters.set(drawing, own)
  return own
}

/**
 * Paints a text that has letters and nothing else; false where it has more. Most labels are such: the state
 * of the context is asked for once, and not saved.
 */
export function paintLetters(
  context: CanvasContext,
  drawing: Drawing,
  x: number,
  y: number,
  pixelRatio: number,
  fill: FillGlyphs,
): boolean {
  const items = lettersIn(drawing)
  if (!items) return false
  const { a, b, c, d, e, f } = context.getTransform()
  const [along, down] = [x * pixelRatio, y * pixelRatio]
  const matrix = {
    a: a * pixelRatio,
    b: b * pixelRatio,
    c: c * pixelRatio,
    d: d * pixelRatio,
    e: a * along + c * down + e,
    f: b * along + d * down + f,
  }
  const { globalAlpha } = context
  context.setTransform(1, 0, 0, 1, 0, 0)
  for (const item of items) {
    const picture = pictureOf(item, matrix, fill)
    if (picture) drawPicture(context, picture)
    else fillLetters(context, item, matrix, fill)
  }
  context.setTransform(a, b, c, d, e, f)
  context.globalAlpha = globalAlpha
  return true
}

function fillLetters(
  context: CanvasContext,
  item: GlyphsItem,
  { a, b, c, d, e, f }: CanvasMatrix,
  fill: FillGlyphs,
) {
  context.save()
  context.setTransform(a, b, c, d, e, f)
  fill(context, item)
  context.restore()
}
