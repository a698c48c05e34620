import { boundedMap } from '../../blocks/index.ts'
import { type GlyphsItem, hasColors } from '../../drawing/index.ts'
import type { ShapedGlyphs } from '../../fonts/index.ts'
import type { CanvasContext } from './canvas-context.ts'
import { composeRun, fillRun, type RunPicture } from './compose-run.ts'
import { phases } from './glyph-mask.ts'
import { keptBitmaps } from './kept-bitmaps.ts'

/** All that makes a difference to the pixels of glyphs, but the glyphs. */
interface Look {
  /** Of the face: glyphs that are shared are those of several. */
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

const known = new WeakMap<ShapedGlyphs, Painted>()
/** By the look and the glyphs: labels that say the same share a picture. */
const shared = boundedMap<string, Painted>(5000)
const kept = keptBitmaps()

/** Larger letters, in pixels an em, are filled: there are few of them, and they have many pixels. */
const largest = 160

/**
 * Paints glyphs as pictures that are put together of their letters' pixels: a browser takes many times
 * as long to fill their paths. False where they are turned or large, and have to be filled.
 */
export function paintFromBitmap(
  context: CanvasContext,
  item: GlyphsItem,
  fill: (context: CanvasContext, item: GlyphsItem) => void,
): boolean {
  const { a, b, c, d, e, f } = context.getTransform()
  if (b !== 0 || c !== 0 || a <= 0 || d <= 0) return false
  if (item.size * Math.max(a, d) > largest) return false
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
  const before = known.get(item.glyphs)
  const painted =
    before && isCurrent(before, look)
      ? before
      : remember(item.glyphs, look, () => compose(item, look, fill))
  if (!painted) return false
  const { bitmap, left, top } = painted.picture
  if (!bitmap) return true
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.globalAlpha = item.ink.opacity
  context.drawImage(bitmap, wholeX + left, wholeY + top, bitmap.width, bitmap.height)
  context.setTransform(a, b, c, d, e, f)
  return true
}

function compose(
  item: GlyphsItem,
  { scaleX, scaleY, phaseX, phaseY }: Look,
  fill: (context: CanvasContext, item: GlyphsItem) => void,
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
  const own = sharedKey(look, glyphs)
  const other = own === undefined ? undefined : shared.get(own)
  if (other?.round === kept.round) {
    known.set(glyphs, other)
    return other
  }
  const picture = composed()
  if (!picture) return undefined
  if (picture.bitmap) kept.keep(picture.bitmap)
  const painted = { look, picture, round: kept.round }
  known.set(glyphs, painted)
  if (own !== undefined) shared.set(own, painted, 1)
  return painted
}

/** Labels are short; longer runs are hardly ever the same, and would take room to be told apart. */
const longestShared = 64

/** By what glyphs are shared; not where that would be more than their numbers and advances. */
function sharedKey(look: Look, glyphs: ShapedGlyphs): string | undefined {
  if (glyphs.glyphs.length > longestShared || hasOffsets(glyphs)) return undefined
  const { face, size, color, scaleX, scaleY, phaseX, phaseY } = look
  const key = `${face} ${size} ${color} ${scaleX} ${scaleY} ${phaseX} ${phaseY}`
  return `${key} ${glyphs.glyphs.join()} ${glyphs.advances.join()}`
}

/** Glyphs that stand off their places are told by more than their advances. */
function hasOffsets({ offsetsX, offsetsY }: ShapedGlyphs): boolean {
  for (let i = 0; i < offsetsX.length; i++) if (offsetsX[i] !== 0 || offsetsY[i] !== 0) return true
  return false
}
