// Paints a layout on a canvas, and its SVG on another, and counts the pixels that differ.
import { openShelf } from 'dot-line'
import { paintCanvas } from 'dot-line/canvas'
import { toSvg } from 'dot-line/svg'
import { frames, setFrame } from '../support/setting.ts'

declare global {
  interface Window {
    compared?: { inked: number; differing: number }
  }
}

const pixelRatio = 2
/** Two rasterizers of one browser may round an edge apart; a missing stroke differs by far more. */
const edgeDifference = 48

const layout = setFrame(await openShelf(), frames[0])
const width = Math.ceil(layout.width * pixelRatio)
const height = Math.ceil(layout.height * pixelRatio)

function pixels(paint: (context: CanvasRenderingContext2D) => void): Uint8ClampedArray {
  const canvas = document.createElement('canvas')
  canvas.width = width
  canvas.height = height
  const context = canvas.getContext('2d')
  if (!context) throw new Error('no 2D context')
  paint(context)
  return context.getImageData(0, 0, width, height).data
}

const painted = pixels(context => paintCanvas(context, layout, { pixelRatio }))
const image = new Image()
image.src = `data:image/svg+xml,${encodeURIComponent(toSvg(layout))}`
await image.decode()
const fromSvg = pixels(context => {
  context.scale(pixelRatio, pixelRatio)
  context.drawImage(image, 0, 0)
})

let inked = 0
let differing = 0
for (let i = 3; i < painted.length; i += 4) {
  if (painted[i] > 128) inked++
  if (Math.abs(painted[i] - fromSvg[i]) > edgeDifference) differing++
}
window.compared = { inked, differing }
