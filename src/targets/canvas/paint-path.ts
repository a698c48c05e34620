import { type Fill, isOpaque, type PathItem } from '../../drawing/index.ts'
import { joinedOutlines, outlineBox, rectangleOutline } from '../../geometry/index.ts'
import type { CanvasContext } from './canvas-context.ts'
import { pathOf } from './glyph-path.ts'
import { fillGradient } from './paint-color-glyph.ts'

/** Paints a shape with its fill and its stroke; one outside shows beyond the shape only. */
export function paintPath(context: CanvasContext, item: PathItem) {
  const { fill, stroke } = item
  if (stroke?.place === 'outside') {
    strokeOutside(context, item)
    paintFill(context, item, fill)
  } else {
    paintFill(context, item, fill)
    if (stroke) strokePath(context, item, stroke.width)
  }
}

function paintFill(context: CanvasContext, { outline }: PathItem, fill: Fill | undefined) {
  if (!fill) return
  if (fill.kind === 'solid') {
    context.fillStyle = fill.color
    context.globalAlpha = fill.opacity
    context.fill(pathOf(outline))
  } else {
    context.globalAlpha = 1
    fillGradient(context, outline, fill)
  }
}

function strokePath(context: CanvasContext, { outline, stroke }: PathItem, width: number) {
  if (!stroke) return
  context.strokeStyle = stroke.ink.color
  context.globalAlpha = stroke.ink.opacity
  context.lineWidth = width
  context.lineJoin = 'round'
  context.stroke(pathOf(outline))
}

/** What is painted over the inner half hides it; where nothing does, it is cut off. */
function strokeOutside(context: CanvasContext, item: PathItem) {
  const { outline, fill, stroke } = item
  const box = outlineBox(outline)
  if (!stroke || !box) return
  if (isOpaque(fill)) return strokePath(context, item, stroke.width * 2)
  const room = stroke.width + 1
  const around = rectangleOutline({
    x: box.left - room,
    y: box.bottom - room,
    width: box.right - box.left + 2 * room,
    height: box.top - box.bottom + 2 * room,
  })
  context.save()
  context.clip(pathOf(joinedOutlines([around, outline])), 'evenodd')
  strokePath(context, item, stroke.width * 2)
  context.restore()
}
