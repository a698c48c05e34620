// Paints a layout on a canvas, and its SVG on another, and counts the pixels that differ.
import { drawing, image, openImage, openShelf, place } from 'dot-line'
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

/** A picture of two stripes, as a PNG file that this browser writes. */
async function stripes(): Promise<Uint8Array<ArrayBuffer>> {
  const canvas = new OffscreenCanvas(20, 20)
  const context = canvas.getContext('2d')
  if (!context) throw new Error('no 2D context')
  context.fillStyle = '#0b3d5c'
  context.fillRect(0, 0, 20, 10)
  return new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer())
}

const layout = setFrame(await openShelf(), frames[0])
const picture = await openImage(await stripes())
const scene = drawing({ width: 280, height: layout.height + 40 }, [
  place(layout, 0, 0),
  image({ x: 10, y: layout.height + 5, width: 60, height: 30 }, picture),
])
const width = Math.ceil(scene.box.width * pixelRatio)
const height = Math.ceil(scene.box.height * pixelRatio)

function pixels(paint: (context: CanvasRenderingContext2D) => void): Uint8ClampedArray {
  const canvas = document.createElement('canvas')
  canvas.width = width
  canvas.height = height
  const context = canvas.getContext('2d')
  if (!context) throw new Error('no 2D context')
  paint(context)
  return context.getImageData(0, 0, width, height).data
}

const painted = pixels(context => paintCanvas(context, scene, { pixelRatio }))
const loaded = new Image()
loaded.src = `data:image/svg+xml,${encodeURIComponent(toSvg(scene))}`
await loaded.decode()
const fromSvg = pixels(context => {
  context.scale(pixelRatio, pixelRatio)
  context.drawImage(loaded, 0, 0)
})

let inked = 0
let differing = 0
for (let i = 3; i < painted.length; i += 4) {
  if (painted[i] > 128) inked++
  if (Math.abs(painted[i] - fromSvg[i]) > edgeDifference) differing++
}
window.compared = { inked, differing }
