import { eachGlyph, type GlyphsItem, inkBoxOf, unitScale } from '../../drawing/index.ts'
import type { Coverage } from '../../geometry/index.ts'
import type { CanvasContext } from './canvas-context.ts'
import { glyphMasks, phases } from './glyph-mask.ts'
import { type CanvasBitmap, openCanvas } from './open-canvas.ts'
import { type Scratch, scratchFor } from './scratch.ts'

/** A run of glyphs in pixels, which is laid down as it is. */
export interface RunPicture {
  /** None where the glyphs have no ink. */
  readonly bitmap: CanvasBitmap | undefined
  /** Column of its first pixel, relative to the one in which the run starts. */
  readonly left: number
  /** Downward. */
  readonly top: number
}

/** Pixels a unit, and where the run starts within its pixel. */
interface RunPlace {
  readonly scaleX: number
  readonly scaleY: number
  readonly x: number
  readonly y: number
}

const withoutInk: RunPicture = { bitmap: undefined, left: 0, top: 0 }

/** Longer runs are filled, across and down: no canvas is as large as a text can be. */
const longest = 8192

/** The letters at work, and where their pixels go: kept, for runs are many and short. */
const masks: Coverage[] = []
const places: number[] = []

/** Undefined where the platform has no canvases, or the picture would be too large for one. */
export function composeRun(item: GlyphsItem, place: RunPlace): RunPicture | undefined {
  masks.length = 0
  places.length = 0
  placeMasks(item, place)
  if (masks.length === 0) return withoutInk
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let i = 0; i < masks.length; i++) {
    const [x, y] = [places[i * 2], places[i * 2 + 1]]
    if (x < left) left = x
    if (y < top) top = y
    if (x + masks[i].width > right) right = x + masks[i].width
    if (y + masks[i].height > bottom) bottom = y + masks[i].height
  }
  if (Math.max(right - left, bottom - top) > longest) return undefined
  const scratch = scratchFor(right - left, bottom - top)
  if (!scratch) return undefined
  const color = wordOf(item.ink.color)
  for (let i = 0; i < masks.length; i++) {
    lay(masks[i], scratch, places[i * 2] - left, places[i * 2 + 1] - top, color)
  }
  scratch.context.putImageData(scratch.pixels, 0, 0)
  return { bitmap: scratch.canvas.transferToImageBitmap(), left, top }
}

function placeMasks(item: GlyphsItem, { scaleX, scaleY, x, y }: RunPlace) {
  const scale = unitScale(item.face, item.size)
  const maskOf = glyphMasks(item.face, scale * scaleX, scale * scaleY)
  eachGlyph(item, (glyph, dx, dy) => {
    const toX = Math.round((x + dx * scale * scaleX) * phases)
    const toY = Math.round((y - dy * scale * scaleY) * phases)
    const [pixelX, pixelY] = [Math.floor(toX / phases), Math.floor(toY / phases)]
    const mask = maskOf(glyph, toX - pixelX * phases, toY - pixelY * phases)
    if (!mask) return
    masks.push(mask)
    places.push(pixelX + mask.left, pixelY + mask.top)
  })
}

const bytes = new Uint8Array(4)
const oneWord = new Uint32Array(bytes.buffer)
/** The shift of the last of four bytes in a word: processors differ in their order. */
const opacityShift = (() => {
  bytes[3] = 1
  return oneWord[0] === 1 ? 0 : 24
})()

/** A color `#rrggbb` as the bytes of a pixel, without its opacity. */
function wordOf(color: string): number {
  const value = Number.parseInt(color.slice(1, 7), 16)
  bytes.set([value >> 16, (value >> 8) & 255, value & 255, 0])
  return oneWord[0]
}

/** Lays a letter over those that are there, as paint that covers. */
function lay(mask: Coverage, { words, stride }: Scratch, x: number, y: number, color: number) {
  const { width, height, values } = mask
  for (let row = 0; row < height; row++) {
    let to = (y + row) * stride + x
    const from = row * width
    for (let column = from; column < from + width; column++, to++) {
      const more = values[column]
      if (more === 0) continue
      const before = (words[to] >>> opacityShift) & 255
      const both = before === 0 ? more : before + more - Math.round((before * more) / 255)
      words[to] = color | (both << opacityShift)
    }
  }
}

/** Glyphs with colors of their own are filled as they would be, once. */
export function fillRun(
  item: GlyphsItem,
  { scaleX, scaleY, x, y }: RunPlace,
  fill: (context: CanvasContext, item: GlyphsItem) => void,
): RunPicture | undefined {
  const atOrigin = { ...item, x: 0, y: 0, ink: { ...item.ink, opacity: 1 } }
  const ink = inkBoxOf([atOrigin])
  if (!ink) return withoutInk
  const left = Math.floor(ink.x * scaleX) - 1
  const top = Math.floor(ink.y * scaleY) - 1
  const width = Math.ceil((ink.x + ink.width) * scaleX) + 2 - left
  const height = Math.ceil((ink.y + ink.height) * scaleY) + 2 - top
  if (Math.max(width, height) > longest) return undefined
  const opened = openCanvas(width, height)
  if (!opened) return undefined
  opened.context.setTransform(scaleX, 0, 0, scaleY, x - left, y - top)
  fill(opened.context, atOrigin)
  return { bitmap: opened.canvas.transferToImageBitmap(), left, top }
}
