import type { CanvasBitmap } from './open-canvas.ts'

/** Maximum number of kept pixels: 64 MB at four bytes for each. */
const mostPixels = 2 ** 24

/** Bitmaps that may be drawn again, of a bounded size in all: with the last of it all are given up. */
interface KeptBitmaps {
  /** Bitmaps that were kept before it was raised are closed. */
  readonly round: number
  keep(bitmap: CanvasBitmap): void
}

export function keptBitmaps(): KeptBitmaps {
  let kept: CanvasBitmap[] = []
  let pixels = 0
  let round = 0
  return {
    get round() {
      return round
    },
    keep(bitmap) {
      const area = bitmap.width * bitmap.height
      if (pixels + area > mostPixels) {
        for (const one of kept) one.close()
        kept = []
        pixels = 0
        round++
      }
      kept.push(bitmap)
      pixels += area
    },
  }
}
