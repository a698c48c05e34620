import {
  asDrawing,
  type Drawing,
  eachGlyph,
  eachItem,
  finishPath,
  type GlyphsItem,
  type ImageItem,
  type ItemVisitor,
  type PaintedItem,
  type RuleItem,
  unitScale,
} from '../../drawing/index.ts'
import type { Layout } from '../../layout/index.ts'
import {
  aboveZero,
  aNumber,
  being,
  checkArgument,
  checkOptions,
  fail,
  isObject,
} from '../../problem/index.ts'
import type { SolidInk } from '../../sheet/index.ts'
import type { CanvasContext } from './canvas-context.ts'
import { glyphPath } from './glyph-path.ts'
import { closeLayer, type Layer, openLayer } from './layers.ts'
import { paintColorParts } from './paint-color-glyph.ts'
import { paintLetters } from './paint-letters.ts'
import { paintPath } from './paint-path.ts'
import { paintPlatformLetters } from './platform-letters.ts'
import { paintFromBitmap } from './run-bitmaps.ts'

/** Options of `paintCanvas`. */
export interface CanvasOptions {
  /**
   * X of the top left corner of the drawing, or of the layout's frame, in units. Ink can extend
   * beyond a frame; see `inkBox`.
   */
  readonly x?: number
  /** Downward, in units. */
  readonly y?: number
  /** Device pixels a unit, for a canvas that was made so much larger than it is shown. */
  readonly pixelRatio?: number
}

const aContext = being(
  'the 2D context of a canvas',
  value => isObject(value) && typeof value.roundRect === 'function' && 'globalAlpha' in value,
)

/**
 * Paints a drawing or a layout on a 2D context, whose state it leaves as it was.
 *
 * @param context A 2D context, on screen or off.
 * @param shown A layout or a drawing.
 * @param options Position in units, and pixels a unit.
 * @example
 * paintCanvas(context, layout, { x: 10, y: 10, pixelRatio: devicePixelRatio })
 */
export function paintCanvas(
  context: CanvasContext,
  shown: Drawing | Layout,
  options: CanvasOptions = {},
) {
  checkArgument('paintCanvas', 'context', context, aContext)
  checkOptions('paintCanvas', options, { x: aNumber, y: aNumber, pixelRatio: aboveZero })
  const { x = 0, y = 0, pixelRatio = 1 } = options
  const drawing = asDrawing(shown)
  const { box, items } = drawing
  const isText = shown.kind === 'layout'
  if (isText && paintLetters(context, drawing, x, y, pixelRatio, paintGlyphs)) return
  context.save()
  context.scale(pixelRatio, pixelRatio)
  // A layout stands where its numbers say, whatever its ink is, and nothing of it is cut off.
  if (isText) context.translate(x, y)
  else {
    context.translate(x - box.x, y - box.y)
    context.beginPath()
    context.rect(box.x, box.y, box.width, box.height)
    context.clip()
  }
  const contexts = [context]
  const layers: (Layer | undefined)[] = []
  const visitor: ItemVisitor = {
    enter({ matrix, opacity = 1, blur = 0 }) {
      const below = contexts[contexts.length - 1]
      const layer = opacity < 1 || blur > 0 ? openLayer(below) : undefined
      const target = layer?.context ?? below
      layers.push(layer)
      contexts.push(target)
      target.save()
      if (matrix) {
        const { xx, yx, xy, yy, dx, dy } = matrix
        target.transform(xx, yx, xy, yy, dx, dy)
      }
    },
    leave(group) {
      contexts.pop()?.restore()
      const layer = layers.pop()
      if (layer) closeLayer(contexts[contexts.length - 1], layer, group)
    },
    item: item => paintItem(contexts[contexts.length - 1], item),
  }
  try {
    eachItem(items, visitor)
  } finally {
    // An item that cannot be painted leaves groups open around it.
    for (const open of contexts.toReversed()) open.restore()
  }
}

function paintItem(context: CanvasContext, item: PaintedItem) {
  switch (item.kind) {
    case 'glyphs': {
      if (item.isOfPlatform && !item.paint) {
        return paintItem(context, paintPlatformLetters(context, item))
      }
      const path = finishPath(item)
      if (path) return paintPath(context, path)
      if (!paintFromBitmap(context, item, paintGlyphs)) paintGlyphs(context, item)
      return
    }
    case 'path':
      return paintPath(context, item)
    case 'rectangle':
      setFill(context, item.ink)
      context.beginPath()
      context.roundRect(item.x, item.y, item.width, item.height, item.radius)
      return context.fill()
    case 'image':
      return paintImage(context, item)
    case 'rule':
      return paintRule(context, item)
  }
}

function paintRule(
  context: CanvasContext,
  { from, to, width, ink, dash, dashStart = 0 }: RuleItem,
) {
  context.strokeStyle = ink.color
  context.globalAlpha = ink.opacity
  context.lineWidth = width
  if (dash) {
    context.setLineDash([...dash])
    context.lineDashOffset = dashStart
  }
  context.beginPath()
  context.moveTo(...from)
  context.lineTo(...to)
  context.stroke()
  if (dash) context.setLineDash([])
}

function paintImage(context: CanvasContext, { x, y, width, height, picture }: ImageItem) {
  if (!picture.bitmap) {
    fail('unavailable-bitmap', 'the image was not decoded for canvases', {
      hint: 'open it with openImage()',
    })
  }
  context.globalAlpha = 1
  context.drawImage(picture.bitmap, x, y, width, height)
}

function setFill(context: CanvasContext, ink: SolidInk) {
  context.fillStyle = ink.color
  context.globalAlpha = ink.opacity
}

function paintGlyphs(context: CanvasContext, item: GlyphsItem) {
  const scale = unitScale(item.face, item.size)
  setFill(context, item.ink)
  context.save()
  context.translate(item.x, item.y)
  context.scale(scale, -scale)
  let [atX, atY] = [0, 0]
  eachGlyph(item, (glyph, x, y) => {
    const parts = item.face.colorParts(glyph)
    const path = parts ? undefined : glyphPath(item.face, glyph)
    if (!parts && !path) return
    if (x !== atX || y !== atY) context.translate(x - atX, y - atY)
    atX = x
    atY = y
    if (path) context.fill(path)
    if (!parts) return
    paintColorParts(context, parts, item.ink, item.ink.opacity)
    setFill(context, item.ink)
  })
  context.restore()
}
