// Compares pictures of one thing by two rasterizers; runs in pages and in Node.

/** Four channels of eight bits a pixel. */
export interface Pixels {
  readonly data: Uint8ClampedArray | Uint8Array
  readonly width: number
  readonly height: number
}

/** Rasterizers place the edge of a glyph up to a pixel apart, and shade it each in its way. */
const nearby = 1
const sameShade = 56

/** Whether a picture has a color at a place, or very near it. */
function hasNear(picture: Pixels, x: number, y: number, color: readonly number[]): boolean {
  const { data, width, height } = picture
  for (let dy = -nearby; dy <= nearby; dy++) {
    for (let dx = -nearby; dx <= nearby; dx++) {
      const [nx, ny] = [x + dx, y + dy]
      if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue
      const at = (ny * width + nx) * 4
      if (color.every((c, i) => Math.abs(c - data[at + i]) <= sameShade)) return true
    }
  }
  return false
}

function colorAt({ data, width }: Pixels, x: number, y: number): readonly number[] {
  const at = (y * width + x) * 4
  return [data[at], data[at + 1], data[at + 2]]
}

const isInk = (color: readonly number[]) => color.some(c => c < 200)

/** Inked pixels of either picture that the other has nothing like. */
export function differing(a: Pixels, b: Pixels): number {
  let count = 0
  for (let y = 0; y < a.height; y++) {
    for (let x = 0; x < a.width; x++) {
      const [one, other] = [colorAt(a, x, y), colorAt(b, x, y)]
      if (isInk(one) && !hasNear(b, x, y, one)) count++
      else if (isInk(other) && !hasNear(a, x, y, other)) count++
    }
  }
  return count
}

/** Pixels that are not ground. */
export function inkedCount(picture: Pixels): number {
  let count = 0
  for (let y = 0; y < picture.height; y++) {
    for (let x = 0; x < picture.width; x++) if (isInk(colorAt(picture, x, y))) count++
  }
  return count
}
