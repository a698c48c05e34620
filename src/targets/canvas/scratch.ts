import { boundedMap } from '../../blocks/index.ts'
import { type CanvasPixels, emptyPixels, type OpenedCanvas, openCanvas } from './open-canvas.ts'

/** A canvas and the pixels that are put on it; taken again for pictures of about its size. */
export interface Scratch extends OpenedCanvas {
  readonly pixels: CanvasPixels
  /** The same, four bytes as one number; without ink where nobody wrote since it was asked for. */
  readonly words: Uint32Array
  /** In pixels: how many of them a row has. */
  readonly stride: number
}

/** So many pixels of four bytes, twice: 16 MB in all. */
const scratches = boundedMap<number, Scratch>(2 ** 21)

/** Undefined where the platform has no canvases. */
export function scratchFor(width: number, height: number): Scratch | undefined {
  const [across, down] = [Math.ceil(width / 32), Math.ceil(height / 8)]
  const key = across * 2 ** 16 + down
  const before = scratches.get(key)
  if (before) {
    before.words.fill(0)
    return before
  }
  const opened = openCanvas(across * 32, down * 8, 'pixels')
  if (!opened) return undefined
  const pixels = emptyPixels(across * 32, down * 8)
  const words = new Uint32Array(pixels.data.buffer)
  const scratch = { ...opened, pixels, words, stride: across * 32 }
  scratches.set(key, scratch, words.length)
  return scratch
}
