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

/** Whether the color at an index of one picture is, or nearly, at an index of the other. */
function isLike(a: Pixels['data'], i: number, b: Pixels['data'], j: number): boolean {
  return (
    Math.abs(a[i] - b[j]) <= sameShade &&
    Math.abs(a[i + 1] - b[j + 1]) <= sameShade &&
    Math.abs(a[i + 2] - b[j + 2]) <= sameShade
  )
}

/** Whether a picture has the color of another's place there, or very near. */
function hasNear(picture: Pixels, x: number, y: number, other: Pixels): boolean {
  const { data, width, height } = picture
  const at = (y * other.width + x) * 4
  for (let ny = Math.max(y - nearby, 0); ny <= Math.min(y + nearby, height - 1); ny++) {
    for (let nx = Math.max(x - nearby, 0); nx <= Math.min(x + nearby, width - 1); nx++) {
      if (isLike(other.data, at, data, (ny * width + nx) * 4)) return true
    }
  }
  return false
}

function isInk({ data, width }: Pixels, x: number, y: number): boolean {
  const at = (y * width + x) * 4
  return data[at] < 200 || data[at + 1] < 200 || data[at + 2] < 200
}

/** Inked pixels of either picture that the other has nothing like. */
export function differing(a: Pixels, b: Pixels): number {
  let count = 0
  for (let y = 0; y < a.height; y++) {
    for (let x = 0; x < a.width; x++) {
      if (isInk(a, x, y) && !hasNear(b, x, y, a)) count++
      else if (isInk(b, x, y) && !hasNear(a, x, y, b)) count++
    }
  }
  return count
}

/** Pixels that are not ground. */
export function inkedCount(picture: Pixels): number {
  let count = 0
  for (let y = 0; y < picture.height; y++) {
    for (let x = 0; x < picture.width; x++) if (isInk(picture, x, y)) count++
  }
  return count
}
