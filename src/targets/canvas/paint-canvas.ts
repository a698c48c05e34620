import {
  asDrawing,
  type Drawing,
  eachGlyph,
  type GlyphsItem,
  type ImageItem,
  type Item,
} from '../../drawing/index.ts'
import type { Face, Outline } from '../../fonts/index.ts'
import type { Layout } from '../../layout/index.ts'
import { fail } from '../../problem/index.ts'
import type { SolidInk } from '../../sheet/index.ts'

/** What is used of the browser's `Path2D`. */
interface GlyphPath {
  moveTo(x: number, y: number): void
  lineTo(x: number, y: number): void
  quadraticCurveTo(cx: number, cy: number, x: number, y: number): void
  bezierCurveTo(ax: number, ay: number, bx: number, by: number, x: number, y: number): void
  closePath(): void
}

/** What is used of a 2D context, on screen or off. */
export interface CanvasContext {
  fillStyle: unknown
  strokeStyle: unknown
  lineWidth: number
  globalAlpha: number
  save(): void
  restore(): void
  translate(x: number, y: number): void
  scale(x: number, y: number): void
  beginPath(): void
  roundRect(x: number, y: number, width: number, height: number, radius: number): void
  rect(x: number, y: number, width: number, height: number): void
  moveTo(x: number, y: number): void
  lineTo(x: number, y: number): void
  clip(): void
  drawImage(image: object, x: number, y: number, width: number, height: number): void
  stroke(): void
  fill(path?: GlyphPath): void
}

declare const Path2D: new () => GlyphPath

export interface CanvasOptions {
  /** Where the drawing's top left corner goes, in units. */
  readonly x?: number
  readonly y?: number
  /** Device pixels a unit, for a canvas that was made so much larger than it is shown. */
  readonly pixelRatio?: number
}

/** Paints a drawing or a layout on a 2D context, whose state it leaves as it was. */
export function paintCanvas(
  context: CanvasContext,
  shown: Drawing | Layout,
  { x = 0, y = 0, pixelRatio = 1 }: CanvasOptions = {},
) {
  const { box, items } = asDrawing(shown)
  context.save()
  context.scale(pixelRatio, pixelRatio)
  context.translate(x - box.x, y - box.y)
  context.beginPath()
  context.rect(box.x, box.y, box.width, box.height)
  context.clip()
  for (const item of items) paintItem(context, item)
  context.restore()
}

function paintItem(context: CanvasContext, item: Item) {
  switch (item.kind) {
    case 'glyphs':
      return paintGlyphs(context, item)
    case 'rectangle':
      setFill(context, item.ink)
      context.beginPath()
      context.roundRect(item.x, item.y, item.width, item.height, item.radius)
      return context.fill()
    case 'image':
      return paintImage(context, item)
    case 'rule':
      context.strokeStyle = item.ink.color
      context.globalAlpha = item.ink.opacity
      context.lineWidth = item.width
      context.beginPath()
      context.moveTo(...item.from)
      context.lineTo(...item.to)
      return context.stroke()
  }
}

function paintImage(context: CanvasContext, { x, y, width, height, picture }: ImageItem) {
  if (!picture.bitmap) {
    fail('no-bitmap', 'an image was not made ready for a canvas', {
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
  const scale = item.size / item.face.metrics.unitsPerEm
  setFill(context, item.ink)
  context.save()
  context.translate(item.x, item.y)
  context.scale(scale, -scale)
  let [atX, atY] = [0, 0]
  eachGlyph(item, (glyph, x, y) => {
    const path = glyphPath(item.face, glyph)
    if (!path) return
    if (x !== atX || y !== atY) context.translate(x - atX, y - atY)
    atX = x
    atY = y
    context.fill(path)
  })
  context.restore()
}

const paths = new WeakMap<Face, Map<number, GlyphPath | undefined>>()

/** A glyph's path in font units, made once a face; undefined where there is nothing to paint. */
function glyphPath(face: Face, glyph: number): GlyphPath | undefined {
  let known = paths.get(face)
  if (!known) {
    known = new Map()
    paths.set(face, known)
  }
  if (!known.has(glyph)) {
    const outline = face.outline(glyph)
    known.set(glyph, outline.segments === '' ? undefined : pathOf(outline))
  }
  return known.get(glyph)
}

function pathOf({ segments, points: p }: Outline): GlyphPath {
  const pen = new Path2D()
  let i = 0
  for (const segment of segments) {
    if (segment === 'M') pen.moveTo(p[i++], p[i++])
    else if (segment === 'L') pen.lineTo(p[i++], p[i++])
    else if (segment === 'Q') pen.quadraticCurveTo(p[i++], p[i++], p[i++], p[i++])
    else if (segment === 'C') pen.bezierCurveTo(p[i++], p[i++], p[i++], p[i++], p[i++], p[i++])
    else pen.closePath()
  }
  return pen
}
