// Draws scenes on a canvas, from their SVG, and from their PDF, and counts the pixels that differ.
import type { Drawing } from 'dot-line'
import { paintCanvas } from 'dot-line/canvas'
import { toPdf } from 'dot-line/pdf'
import { type SvgOptions, toSvg } from 'dot-line/svg'
import { GlobalWorkerOptions, getDocument, PDFWorker } from 'pdfjs-dist'
import worker from 'pdfjs-dist/build/pdf.worker.mjs?url'
import { differing, inkedCount, type Pixels } from '../support/compare-pixels.ts'
import { openScenes, sceneDrawing, sceneNames } from './scenes.ts'

GlobalWorkerOptions.workerSrc = worker
/** One for all documents: a start takes longer than a picture. */
const pdfReader = new PDFWorker()

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
  const task = getDocument({
    data: toPdf(drawing),
    disableFontFace: true,
    verbosity: 0,
    worker: pdfReader,
  })
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
  const fonts = await openScenes()
  const comparisons: Comparison[] = []
  for (const name of sceneNames) {
    const drawing = sceneDrawing(name, fonts)
    const painted = pixelsOf(drawing, context => paintCanvas(context, drawing, { pixelRatio }))
    // The second time bitmaps are made of the glyphs, which the third is painted from.
    pixelsOf(drawing, context => paintCanvas(context, drawing, { pixelRatio }))
    const inked = inkedCount(painted)
    const [svg, pdf] = [await fromSvg(drawing), await fromPdf(drawing)]
    const text = await fromSvg(drawing, { textAs: 'embedded' })
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
