import { type GlyphsItem, inkBoxOf } from '../../drawing/index.ts'
import type { ShapedGlyphs } from '../../fonts/index.ts'
import { type BitmapPlace, bitmapStore } from './bitmap-store.ts'
import type { CanvasContext, CanvasMatrix } from './canvas-context.ts'

/** Glyphs as they were painted, to be laid down again where they come to the same pixels. */
interface RunBitmap {
  /** Nothing while they have been painted only once, or when others needed the room. */
  place: BitmapPlace | undefined
  /** The round of the store that the place is of. */
  round: number
  /** Of its top left corner from the origin of the glyphs, in whole pixels. */
  left: number
  top: number
}

/** What glyphs were painted as last: most are painted again as they were. */
interface Painted {
  readonly key: string
  readonly bitmap: RunBitmap
}

const known = new WeakMap<ShapedGlyphs, Painted>()
/** By all that makes a difference to their pixels: labels that say the same share a bitmap. */
const shared = new Map<string, RunBitmap>()
const mostShared = 5000
const store = bitmapStore()

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
  const before = known.get(item.glyphs)
  let bitmap = before?.key === key ? before.bitmap : undefined
  if (!bitmap) {
    const own = sharedKey(key, item.glyphs)
    const other = own === undefined ? undefined : shared.get(own)
    bitmap = other ?? { place: undefined, round: 0, left: 0, top: 0 }
    known.set(item.glyphs, { key, bitmap })
    if (!other) {
      // What moves or changes is never the same twice: a bitmap is made the second time only.
      if (own !== undefined) share(own, bitmap)
      return false
    }
  }
  if (!bitmap.place || bitmap.round !== store.round) {
    makeLater({ bitmap, item, matrix, phase: [phaseX, phaseY], fill })
    return false
  }
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.globalAlpha = item.ink.opacity
  const { place, left, top } = bitmap
  const { width, height } = place
  const [toX, toY] = [wholeX + left, wholeY + top]
  context.drawImage(place.canvas, place.x, place.y, width, height, toX, toY, width, height)
  context.setTransform(a, b, c, d, e, f)
  return true
}

/** Labels are short; longer runs are hardly ever the same, and would take room to be told apart. */
const longestShared = 64

/** By what glyphs are shared; not where that would be more than their numbers and advances. */
function sharedKey(key: string, glyphs: ShapedGlyphs): string | undefined {
  if (glyphs.glyphs.length > longestShared || hasOffsets(glyphs)) return undefined
  return `${key} ${glyphs.glyphs.join()} ${glyphs.advances.join()}`
}

function share(key: string, bitmap: RunBitmap) {
  if (shared.size >= mostShared) shared.clear()
  shared.set(key, bitmap)
}

/** Glyphs that stand off their places are told by more than their advances. */
function hasOffsets({ offsetsX, offsetsY }: ShapedGlyphs): boolean {
  for (let i = 0; i < offsetsX.length; i++) if (offsetsX[i] !== 0 || offsetsY[i] !== 0) return true
  return false
}

interface Wanted {
  readonly bitmap: RunBitmap
  readonly item: GlyphsItem
  readonly matrix: CanvasMatrix
  readonly phase: readonly [x: number, y: number]
  readonly fill: (context: CanvasContext, item: GlyphsItem) => void
}

const wanted = new Map<RunBitmap, Wanted>()

/**
 * Bitmaps are made when all that is painted now has been painted: a browser copies a whole sheet
 * where it is painted on between two times that something is taken from it.
 */
function makeLater(one: Wanted) {
  if (wanted.size === 0) void Promise.resolve().then(makeWanted)
  wanted.set(one.bitmap, one)
}

function makeWanted() {
  const all = [...wanted.values()]
  wanted.clear()
  for (const one of all) makeBitmap(one)
}

function makeBitmap({ bitmap, item, matrix: { a, d }, phase: [phaseX, phaseY], fill }: Wanted) {
  bitmap.place = undefined
  const atOrigin = { ...item, x: 0, y: 0, ink: { ...item.ink, opacity: 1 } }
  const ink = inkBoxOf([atOrigin])
  if (!ink) return
  const left = Math.floor(ink.x * a) - 1
  const top = Math.floor(ink.y * d) - 1
  const width = Math.ceil((ink.x + ink.width) * a) + 2 - left
  const height = Math.ceil((ink.y + ink.height) * d) + 2 - top
  const place = store.place(width, height)
  if (!place) return
  const { context, x, y } = place
  context.setTransform(a, 0, 0, d, x + phaseX / parts - left, y + phaseY / parts - top)
  fill(context, atOrigin)
  Object.assign(bitmap, { place, left, top, round: store.round })
}
