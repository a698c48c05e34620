import type { GroupItem, PathItem } from '../../drawing/index.ts'
import { fail } from '../../problem/index.ts'
import type { CanvasContext, CanvasImage } from './canvas-context.ts'
import { openCanvas } from './open-canvas.ts'

/** A canvas that is laid over another when it is done. */
export interface Layer {
  readonly context: CanvasContext
  readonly canvas: CanvasImage
}

/** An empty canvas as large as another, with the same coordinates. */
export function openLayer(below: CanvasContext): Layer {
  const { width, height } = below.canvas
  const layer = openCanvas(width, height)
  if (!layer) return fail('unavailable-layer', 'no canvas is available to paint a group on')
  const { a, b, c, d, e, f } = below.getTransform()
  layer.context.setTransform(a, b, c, d, e, f)
  return layer
}

/** Lays a group that was painted on a layer over what is below it. */
export function closeLayer(below: CanvasContext, { canvas }: Layer, group: GroupItem) {
  const { opacity = 1, blur = 0 } = group
  const { a, b, c, d } = below.getTransform()
  below.save()
  below.setTransform(1, 0, 0, 1, 0, 0)
  below.globalAlpha = opacity
  let x = 0
  if (blur > 0) {
    // The layer itself stands beside the canvas; only its shadow falls onto it.
    const beside = 2 * canvas.width + 4096
    below.shadowColor = colorOf(group)
    below.shadowBlur = blur * Math.sqrt(Math.abs(a * d - b * c))
    below.shadowOffsetX = beside
    x = -beside
  }
  below.drawImage(canvas, x, 0, canvas.width, canvas.height)
  below.restore()
}

/** The color of blurred items, which all have the same one. */
function colorOf({ items }: GroupItem): string {
  for (const item of items) {
    if (item.kind === 'group') return colorOf(item)
    if (item.kind === 'path') return pathColor(item)
  }
  return '#000000'
}

function pathColor({ fill, stroke }: PathItem): string {
  if (fill?.kind === 'solid') return fill.color
  return stroke?.ink.color ?? '#000000'
}
