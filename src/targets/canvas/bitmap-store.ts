import type { CanvasContext, CanvasImage } from './canvas-context.ts'
import { openCanvas } from './open-canvas.ts'

/** A part of a sheet of bitmaps, in its pixels. */
export interface BitmapPlace {
  readonly canvas: CanvasImage
  readonly context: CanvasContext
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

interface BitmapSheet {
  readonly canvas: CanvasImage
  readonly context: CanvasContext
  /** Where the next bitmap of the row goes, and how high the row is. */
  x: number
  y: number
  rowHeight: number
}

/** Hundreds of labels go on one sheet; a canvas for each would cost more than to paint them. */
const side = 1024
/** Of four bytes a pixel: 64 MB at most. */
const mostSheets = 16

/** Places for bitmaps, on a bounded number of sheets: with the last of them all are begun anew. */
export interface BitmapStore {
  /** Which store it is: places that were given before `round` was raised hold something else. */
  readonly round: number
  /** Undefined where the platform has no canvases, or the bitmap is too large to be kept. */
  place(width: number, height: number): BitmapPlace | undefined
}

export function bitmapStore(): BitmapStore {
  let sheets: BitmapSheet[] = []
  let round = 0

  function newSheet(): BitmapSheet | undefined {
    if (sheets.length === mostSheets) {
      sheets = []
      round++
    }
    const opened = openCanvas(side, side)
    if (!opened) return undefined
    const sheet = { ...opened, x: 0, y: 0, rowHeight: 0 }
    sheets.push(sheet)
    return sheet
  }

  return {
    get round() {
      return round
    },
    place(width, height) {
      if (width > side || height > side / 4) return undefined
      let sheet = sheets.at(-1)
      if (sheet && sheet.x + width > side) {
        sheet.y += sheet.rowHeight
        sheet.x = 0
        sheet.rowHeight = 0
      }
      if (!sheet || sheet.y + height > side) sheet = newSheet()
      if (!sheet) return undefined
      const { canvas, context, x, y } = sheet
      sheet.x += width
      sheet.rowHeight = Math.max(sheet.rowHeight, height)
      return { canvas, context, x, y, width, height }
    },
  }
}
