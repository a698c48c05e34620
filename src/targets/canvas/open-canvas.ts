import type { CanvasContext, CanvasImage } from './canvas-context.ts'

declare const OffscreenCanvas:
  | (new (
      width: number,
      height: number,
    ) => CanvasImage & {
      getContext(kind: '2d'): CanvasContext | null
    })
  | undefined

/** A canvas that is not shown; undefined where the platform has none. */
export function openCanvas(
  width: number,
  height: number,
): { readonly canvas: CanvasImage; readonly context: CanvasContext } | undefined {
  if (typeof OffscreenCanvas === 'undefined') return undefined
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d')
  return context ? { canvas, context } : undefined
}
