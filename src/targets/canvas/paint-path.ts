import { type Fill, type PathItem, strokeParts } from '../../drawing/index.ts'
import type { CanvasContext } from './canvas-context.ts'
import { pathOf } from './glyph-path.ts'
import { closeLayer, openLayer } from './layers.ts'
import { fillGradient } from './paint-color-glyph.ts'

/** Paints a shape with its fill and its stroke; one outside shows beyond the shape only. */
export function paintPath(context: CanvasContext, item: PathItem) {
  const { fill, stroke } = item
  const parts = stroke && strokeParts(stroke, fill)
  if (!parts?.isBelow) paintFill(context, item, fill)
  if (parts) {
    if (parts.isCut) strokeOutside(context, item, parts.width)
    else strokePath(context, item, parts.width)
  }
  if (parts?.isBelow) paintFill(context, item, fill)
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

/**
 * Where nothing is painted over the inner half it is taken away again. (A clip would do, but workers
 * of some browsers leave its edges rough.)
 */
function strokeOutside(context: CanvasContext, item: PathItem, width: number) {
  const layer = openLayer(context)
  strokePath(layer.context, item, width)
  layer.context.globalCompositeOperation = 'destination-out'
  layer.context.globalAlpha = 1
  layer.context.fill(pathOf(item.outline))
  closeLayer(context, layer, { kind: 'group', items: [] })
}
