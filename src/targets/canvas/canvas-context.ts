/** The members of the browser's `Path2D` that are used. */
export interface GlyphPath {
  moveTo(x: number, y: number): void
  lineTo(x: number, y: number): void
  quadraticCurveTo(cx: number, cy: number, x: number, y: number): void
  bezierCurveTo(ax: number, ay: number, bx: number, by: number, x: number, y: number): void
  closePath(): void
}

/** The members of a gradient that are used. */
interface CanvasGradientFill {
  addColorStop(offset: number, color: string): void
}

/** The members of the matrix from units to device pixels that are used. */
export interface CanvasMatrix {
  readonly a: number
  readonly b: number
  readonly c: number
  readonly d: number
  readonly e: number
  readonly f: number
}

/** A canvas as it is drawn on another. */
export interface CanvasImage {
  readonly width: number
  readonly height: number
}

/** The part of a 2D context that is used, on screen or off. */
export interface CanvasContext {
  readonly canvas: CanvasImage
  fillStyle: unknown
  strokeStyle: unknown
  lineWidth: number
  lineJoin: string
  lineDashOffset: number
  shadowColor: string
  shadowBlur: number
  shadowOffsetX: number
  globalAlpha: number
  globalCompositeOperation: string
  save(): void
  restore(): void
  translate(x: number, y: number): void
  scale(x: number, y: number): void
  transform(a: number, b: number, c: number, d: number, e: number, f: number): void
  setTransform(a: number, b: number, c: number, d: number, e: number, f: number): void
  getTransform(): CanvasMatrix
  createLinearGradient(x0: number, y0: number, x1: number, y1: number): CanvasGradientFill
  createRadialGradient(
    x0: number,
    y0: number,
    r0: number,
    x1: number,
    y1: number,
    r1: number,
  ): CanvasGradientFill
  beginPath(): void
  roundRect(x: number, y: number, width: number, height: number, radius: number): void
  rect(x: number, y: number, width: number, height: number): void
  moveTo(x: number, y: number): void
  lineTo(x: number, y: number): void
  clip(path?: GlyphPath): void
  setLineDash(lengths: number[]): void
  drawImage(image: object, x: number, y: number, width: number, height: number): void
  drawImage(
    image: object,
    fromX: number,
    fromY: number,
    fromWidth: number,
    fromHeight: number,
    x: number,
    y: number,
    width: number,
    height: number,
  ): void
  stroke(path?: GlyphPath): void
  fill(path?: GlyphPath): void
}
