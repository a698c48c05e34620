import { boundedMap } from '../../blocks/index.ts'
import { type GlyphsItem, hasColors } from '../../drawing/index.ts'
import type { ShapedGlyphs } from '../../fonts/index.ts'
import type { CanvasContext, CanvasMatrix } from './canvas-context.ts'
import { composeRun, fillRun, type RunPicture } from './compose-run.ts'
import { phases } from './glyph-mask.ts'
import { keptBitmaps } from './kept-bitmaps.ts'
import type { CanvasBitmap } from './open-canvas.ts'

/** All that makes a difference to the pixels of glyphs, but the glyphs. */
interface Look {
  /** Id of the face: glyph data may be shared by several. */
  readonly face: string
  readonly size: number
  readonly color: string
  /** Pixels a unit, and where the run starts within its pixel, in eighths. */
  readonly scaleX: number
  readonly scaleY: number
  readonly phaseX: number
  readonly phaseY: number
}

/** Glyphs as they were painted, to be laid down again where they come to the same pixels. */
interface Painted {
  readonly look: Look
  readonly picture: RunPicture
  /** In which its bitmap was kept. */
  readonly round: number
}

const paintedRuns = new WeakMap<ShapedGlyphs, Painted>()
/** By the look and the glyphs: labels that say the same share a picture. */
const shared = boundedMap<string, Painted>(5000)
const kept = keptBitmaps()

/**
 * Larger letters, in pixels an em, are filled: there are few of them, and they have many pixels.
 */
const largest = 160

/** The picture of some glyphs, and where it goes, in device pixels. */
interface PlacedPicture {
  /** None where they have no ink. */
  readonly bitmap: CanvasBitmap | undefined
  readonly x: number
  readonly y: number
  readonly opacity: number
}

/** Fills glyphs as a context does. */
export type FillGlyphs = (context: CanvasContext, item: GlyphsItem) => void

/**
 * Glyphs as a picture that is put together of their letters' pixels: a browser takes many times as long to
 * fill their paths. Undefined if they are turned or large, and have to be filled. The matrix leads from
 * their coordinates to device pixels.
 */
export function pictureOf(
  item: GlyphsItem,
  { a, b, c, d, e, f }: CanvasMatrix,
  fill: FillGlyphs,
): PlacedPicture | undefined {
  if (b !== 0 || c !== 0 || a <= 0 || d <= 0) return undefined
  if (item.size * Math.max(a, d) > largest) return undefined
  const x = Math.round((a * item.x + e) * phases)
  const y = Math.round((d * item.y + f) * phases)
  const [wholeX, wholeY] = [Math.floor(x / phases), Math.floor(y / phases)]
  const look: Look = {
    face: item.face.id,
    size: item.size,
    color: item.ink.color,
    scaleX: a,
    scaleY: d,
    phaseX: x - wholeX * phases,
    phaseY: y - wholeY * phases,
  }
  const before = paintedRuns.get(item.glyphs)
  const painted =
    before && isCurrent(before, look)
      ? before
      : remember(item.glyphs, look, () => compose(item, look, fill))
  if (!painted) return undefined
  const { bitmap, left, top } = painted.picture
  return { bitmap, x: wholeX + left, y: wholeY + top, opacity: item.ink.opacity }
}

/** Lays a picture down, on a context whose units are device pixels. */
export function drawPicture(context: CanvasContext, { bitmap, x, y, opacity }: PlacedPicture) {
  if (!bitmap) return
  context.globalAlpha = opacity
  context.drawImage(bitmap, x, y, bitmap.width, bitmap.height)
}

/** Paints glyphs as a picture. False where they have to be filled. */
export function paintFromBitmap(
  context: CanvasContext,
  item: GlyphsItem,
  fill: FillGlyphs,
): boolean {
  const matrix = context.getTransform()
  const picture = pictureOf(item, matrix, fill)
  if (!picture) return false
  if (!picture.bitmap) return true
  const { a, b, c, d, e, f } = matrix
  context.setTransform(1, 0, 0, 1, 0, 0)
  drawPicture(context, picture)
  context.setTransform(a, b, c, d, e, f)
  return true
}

function compose(
  item: GlyphsItem,
  { scaleX, scaleY, phaseX, phaseY }: Look,
  fill: FillGlyphs,
): RunPicture | undefined {
  const place = { scaleX, scaleY, x: phaseX / phases, y: phaseY / phases }
  return hasColors(item) ? fillRun(item, place, fill) : composeRun(item, place)
}

/** Compared part by part: what is painted again is painted often. */
const isCurrent = ({ look, round }: Painted, other: Look) =>
  round === kept.round &&
  look.phaseX === other.phaseX &&
  look.phaseY === other.phaseY &&
  look.scaleX === other.scaleX &&
  look.scaleY === other.scaleY &&
  look.size === other.size &&
  look.color === other.color &&
  look.face === other.face

function remember(
  glyphs: ShapedGlyphs,
  look: Look,
  composed: () => RunPicture | undefined,
): Painted | undefined {
  const key = sharedKey(look, glyphs)
  const other = key === undefined ? undefined : shared.get(key)
  if (other?.round === kept.round) {
    paintedRuns.set(glyphs, other)
    return other
  }
  const picture = composed()
  if (!picture) return undefined
  if (picture.bitmap) kept.keep(picture.bitmap)
  const painted = { look, picture, round: kept.round }
  paintedRuns.set(glyphs, painted)
  if (key !== undefined) shared.set(key, painted, 1)
  return painted
}

/** Labels are short; longer runs hardly ever repeat, and their keys would be long. */
const longestShared = 64

/** By what glyphs are shared; not where that would be more than their numbers and advances. */
function sharedKey(look: Look, glyphs: ShapedGlyphs): string | undefined {
  if (glyphs.glyphs.length > longestShared || hasOffsets(glyphs)) return undefined
  const { face, size, color, scaleX, scaleY, phaseX, phaseY } = look
  const key = `${face} ${size} ${color} ${scaleX} ${scaleY} ${phaseX} ${phaseY}`
  return `${key} ${glyphs.glyphs.join()} ${glyphs.advances.join()}`
}

/** Glyphs with offsets are identified by more than their advances. */
function hasOffsets({ offsetsX, offsetsY }: ShapedGlyphs): boolean {
  for (let i = 0; i < offsetsX.length; i++) if (offsetsX[i] !== 0 || offsetsY[i] !== 0) return true
  return false
}
