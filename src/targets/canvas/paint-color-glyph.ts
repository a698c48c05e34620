import type { ColorPart, LinearPaint, RadialPaint } from '../../fonts/index.ts'
import { identity, inverse, mappedOutline, type Outline } from '../../geometry/index.ts'
import { colorText } from '../../notation/index.ts'
import type { SolidInk } from '../../sheet/index.ts'
import type { CanvasContext } from './canvas-context.ts'
import { pathOf } from './glyph-path.ts'
import { openCanvas } from './open-canvas.ts'

/** Paints a glyph of colors of its own, in font units; `ink` is that of the text. */
export function paintColorParts(
  context: CanvasContext,
  parts: readonly ColorPart[],
  ink: SolidInk,
  opacity: number,
) {
  for (const part of parts) {
    if (part.kind === 'fill') {
      const { outline, paint } = part
      if (paint.kind === 'solid') {
        context.globalAlpha = opacity * paint.opacity
        context.fillStyle = paint.color ?? ink.color
        context.fill(pathOf(outline))
      } else {
        context.globalAlpha = opacity
        fillGradient(context, outline, paint)
      }
      continue
    }
    const { clip, parts: inner, blend } = part
    context.save()
    if (clip) context.clip(pathOf(clip))
    const needsLayer = blend !== 'normal' || (part.opacity < 1 && inner.length > 1)
    if (needsLayer) {
      const paint = (layer: CanvasContext) => paintColorParts(layer, inner, ink, 1)
      paintLayer(context, paint, opacity * part.opacity, blend)
    } else {
      paintColorParts(context, inner, ink, opacity * part.opacity)
    }
    context.restore()
  }
}

/** Fills a shape with a gradient, whose coordinates are its own. */
export function fillGradient(
  context: CanvasContext,
  outline: Outline,
  paint: LinearPaint | RadialPaint,
) {
  const { matrix, stops } = paint
  const back = inverse(matrix)
  if (!back) return
  const gradient =
    paint.kind === 'linear'
      ? context.createLinearGradient(...paint.from, ...paint.to)
      : context.createRadialGradient(...paint.from, ...paint.to)
  for (const stop of stops) gradient.addColorStop(stop.offset, colorText(stop))
  context.save()
  // The gradient has coordinates of its own: the shape goes there, and comes back with it.
  if (matrix !== identity) {
    context.transform(matrix.xx, matrix.yx, matrix.xy, matrix.yy, matrix.dx, matrix.dy)
  }
  context.fillStyle = gradient
  context.fill(pathOf(matrix === identity ? outline : mappedOutline(back, outline)))
  context.restore()
}

/** Paints on a canvas of its own, which is then laid over this one as a whole. */
function paintLayer(
  context: CanvasContext,
  paint: (layer: CanvasContext) => void,
  opacity: number,
  blend: string,
) {
  const { width, height } = context.canvas
  const opened = openCanvas(width, height)
  if (!opened) return
  const { canvas, context: layer } = opened
  const { a, b, c, d, e, f } = context.getTransform()
  layer.setTransform(a, b, c, d, e, f)
  paint(layer)
  context.save()
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.globalAlpha = opacity
  context.globalCompositeOperation = blend === 'normal' ? 'source-over' : blend
  context.drawImage(canvas, 0, 0, width, height)
  context.restore()
}
