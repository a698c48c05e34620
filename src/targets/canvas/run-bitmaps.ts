import { type GlyphsItem, inkBoxOf } from '../../drawing/index.ts'
import type { ShapedGlyphs } from '../../fonts/index.ts'
import type { CanvasContext, CanvasImage, CanvasMatrix } from './canvas-context.ts'
import { openCanvas } from './open-canvas.ts'

/** Glyphs as they were painted, to be laid down again where they come to the same pixels. */
interface RunBitmap {
  readonly key: string
  /** Nothing while they have been painted only once, or when others needed the room. */
  canvas: CanvasImage | undefined
  /** Of its top left corner from the origin of the glyphs, in whole pixels. */
  left: number
  top: number
}

const known = new WeakMap<ShapedGlyphs, RunBitmap>()
/** In the order they were made. */
let kept: { readonly bitmap: RunBitmap; readonly pixels: number }[] = []
let keptPixels = 0
/** Of four bytes each: 64 MB at most. */
const mostPixels = 1 << 24
const mostPixelsEach = 1 << 19

/** Places within a pixel are told apart this finely. */
const parts = 64

/**
 * Paints glyphs from a bitmap, where they are painted again in the same size, color and place
 * within a pixel; a browser takes forty times as long to fill their paths. False where they are
 * not, and have to be filled.
 */
export function paintFromBitmap(
  context: CanvasContext,
  item: GlyphsItem,
  fill: (context: CanvasContext, item: GlyphsItem) => void,
): boolean {
  const matrix = context.getTransform()
  const { a, b, c, d, e, f } = matrix
  if (b !== 0 || c !== 0 || a <= 0 || d <= 0) return false
  const [x, y] = [a * item.x + e, d * item.y + f]
  const [wholeX, wholeY] = [Math.floor(x), Math.floor(y)]
  const phaseX = Math.round((x - wholeX) * parts)
  const phaseY = Math.round((y - wholeY) * parts)
  // Glyphs that are shared are those of several faces.
  const key = `${item.face.id} ${item.size} ${a} ${d} ${phaseX} ${phaseY} ${item.ink.color}`
  let bitmap = known.get(item.glyphs)
  if (bitmap?.key !== key) {
    // What moves or changes is never the same twice: a bitmap is made the second time only.
    known.set(item.glyphs, { key, canvas: undefined, left: 0, top: 0 })
    return false
  }
  bitmap = bitmap.canvas ? bitmap : madeBitmap(bitmap, item, matrix, [phaseX, phaseY], fill)
  if (!bitmap.canvas) return false
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.globalAlpha = item.ink.opacity
  const { canvas, left, top } = bitmap
  context.drawImage(canvas, wholeX + left, wholeY + top, canvas.width, canvas.height)
  context.setTransform(a, b, c, d, e, f)
  return true
}

function madeBitmap(
  bitmap: RunBitmap,
  item: GlyphsItem,
  { a, d }: CanvasMatrix,
  [phaseX, phaseY]: readonly [number, number],
  fill: (context: CanvasContext, item: GlyphsItem) => void,
): RunBitmap {
  const atOrigin = { ...item, x: 0, y: 0, ink: { ...item.ink, opacity: 1 } }
  const ink = inkBoxOf([atOrigin])
  if (!ink) return bitmap
  const left = Math.floor(ink.x * a) - 1
  const top = Math.floor(ink.y * d) - 1
  const width = Math.ceil((ink.x + ink.width) * a) + 2 - left
  const height = Math.ceil((ink.y + ink.height) * d) + 2 - top
  if (width * height > mostPixelsEach) return bitmap
  const opened = openCanvas(width, height)
  if (!opened) return bitmap
  const { canvas, context } = opened
  context.setTransform(a, 0, 0, d, phaseX / parts - left, phaseY / parts - top)
  fill(context, atOrigin)
  Object.assign(bitmap, { canvas, left, top })
  kept.push({ bitmap, pixels: width * height })
  keptPixels += width * height
  if (keptPixels > mostPixels) forgetOldest()
  return bitmap
}

/** Gives back half of the room. */
function forgetOldest() {
  let count = 0
  while (keptPixels > mostPixels / 2 && count < kept.length) {
    const { bitmap, pixels } = kept[count++]
    bitmap.canvas = undefined
    keptPixels -= pixels
  }
  kept = kept.slice(count)
}
