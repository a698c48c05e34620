import type { CanvasContext, CanvasImage } from './canvas-context.ts'

/** The members of pixel data that are used: four bytes for each pixel. */
export interface CanvasPixels {
  readonly data: Uint8ClampedArray
}

/** A picture of a canvas, which can be drawn on others. */
export interface CanvasBitmap extends CanvasImage {
  close(): void
}

interface OffscreenContext extends CanvasContext {
  putImageData(pixels: CanvasPixels, x: number, y: number): void
}

interface Offscreen extends CanvasImage {
  getContext(kind: '2d', settings?: { willReadFrequently: boolean }): OffscreenContext | null
  /** Takes the canvas's content, which leaves it empty. */
  transferToImageBitmap(): CanvasBitmap
}

/** A canvas that is not shown. */
export interface OpenedCanvas {
  readonly canvas: Offscreen
  readonly context: OffscreenContext
}

declare const OffscreenCanvas: (new (width: number, height: number) => Offscreen) | undefined
declare const ImageData: new (width: number, height: number) => CanvasPixels

/** Pixels without ink. */
export const emptyPixels = (width: number, height: number): CanvasPixels =>
  new ImageData(width, height)

/**
 * A canvas that is not shown; undefined if the platform has none. One for `pixels` is kept where
 * the processor reaches it: they are put there, not drawn.
 */
export function openCanvas(
  width: number,
  height: number,
  use: 'drawing' | 'pixels' = 'drawing',
): OpenedCanvas | undefined {
  if (typeof OffscreenCanvas === 'undefined') return undefined
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d', { willReadFrequently: use === 'pixels' })
  return context ? { canvas, context } : undefined
}
