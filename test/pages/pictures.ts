// Draws scenes on a canvas, from their SVG, and from their PDF, and counts the pixels that differ.
import type { Drawing } from 'dot-line'
import { paintCanvas } from 'dot-line/canvas'
import { toPdf } from 'dot-line/pdf'
import { type SvgOptions, toSvg } from 'dot-line/svg'
import { GlobalWorkerOptions, getDocument } from 'pdfjs-dist'
import worker from 'pdfjs-dist/build/pdf.worker.mjs?url'
import { openScenes, sceneDrawing, sceneNames } from './scenes.ts'

GlobalWorkerOptions.workerSrc = worker

export interface Comparison {
  readonly name: string
  /** Pixels that are not ground. */
  readonly inked: number
  /** Of those, the share that another target shows otherwise. */
  readonly svg: number
  readonly pdf: number
  /** A canvas on which it was painted before, and one of a worker. */
  readonly again: number
  readonly worker: number
  /** SVG whose text is text, in fonts that are in it. */
  readonly text: number
}

declare global {
  interface Window {
    comparisons?: readonly Comparison[]
    failure?: string
  }
}

const pixelRatio = 2
/** Rasterizers place the edge of a glyph up to a pixel apart, and shade it each in its way. */
const nearby = 1
const sameShade = 56

interface Pixels {
  readonly data: Uint8ClampedArray
  readonly width: number
  readonly height: number
}

function pixelsOf({ box }: Drawing, paint: (context: CanvasRenderingContext2D) => void): Pixels {
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(box.width * pixelRatio)
  canvas.height = Math.round(box.height * pixelRatio)
  const context = canvas.getContext('2d', { willReadFrequently: true })
  if (!context) throw new Error('no 2D context')
  paint(context)
  return context.getImageData(0, 0, canvas.width, canvas.height)
}

async function fromSvg(drawing: Drawing, options: SvgOptions = {}): Promise<Pixels> {
  const image = new Image()
  image.src = `data:image/svg+xml,${encodeURIComponent(toSvg(drawing, options))}`
  await image.decode()
  return pixelsOf(drawing, context => {
    context.scale(pixelRatio, pixelRatio)
    context.drawImage(image, 0, 0)
  })
}

async function fromPdf(drawing: Drawing): Promise<Pixels> {
  const task = getDocument({ data: toPdf(drawing), disableFontFace: true, verbosity: 0 })
  const page = await (await task.promise).getPage(1)
  const viewport = page.getViewport({ scale: pixelRatio })
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(viewport.width)
  canvas.height = Math.round(viewport.height)
  await page.render({ canvas, viewport }).promise
  const context = canvas.getContext('2d')
  if (!context) throw new Error('no 2D context')
  const pixels = context.getImageData(0, 0, canvas.width, canvas.height)
  await task.destroy()
  return pixels
}

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
function differing(a: Pixels, b: Pixels): number {
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

const painter = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' })

/** The scene as a worker paints it on a canvas that is not shown. */
function fromWorker(name: string, { width, height }: Pixels): Promise<Pixels> {
  return new Promise((resolve, reject) => {
    painter.onmessage = ({ data }: MessageEvent<Uint8ClampedArray | string>) => {
      if (typeof data === 'string') reject(new Error(data))
      else resolve({ data, width, height })
    }
    painter.onerror = event => reject(new Error(event.message))
    painter.postMessage({ name, width, height, pixelRatio })
  })
}

async function compared(): Promise<Comparison[]> {
  const shelf = await openScenes()
  const comparisons: Comparison[] = []
  for (const name of sceneNames) {
    const drawing = sceneDrawing(name, shelf)
    const painted = pixelsOf(drawing, context => paintCanvas(context, drawing, { pixelRatio }))
    let inked = 0
    for (let y = 0; y < painted.height; y++) {
      for (let x = 0; x < painted.width; x++) if (isInk(colorAt(painted, x, y))) inked++
    }
    const [svg, pdf] = [await fromSvg(drawing), await fromPdf(drawing)]
    const text = await fromSvg(drawing, { text: 'embedded' })
    const again = pixelsOf(drawing, context => paintCanvas(context, drawing, { pixelRatio }))
    const worker = await fromWorker(name, painted)
    comparisons.push({
      name,
      inked,
      svg: differing(painted, svg) / inked,
      pdf: differing(painted, pdf) / inked,
      text: differing(painted, text) / inked,
      again: differing(painted, again) / inked,
      worker: differing(painted, worker) / inked,
    })
  }
  return comparisons
}

window.comparisons = await compared().catch((error: unknown) => {
  window.failure = String(error)
  return []
})
