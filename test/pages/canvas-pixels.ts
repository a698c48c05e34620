// Paints a layout on a canvas, its SVG many times as large on another, and counts the pixels that are not
// as dark as that shows them to be.
import { draw, image, openFonts, openImage, place } from 'dot-line'
import { paintCanvas } from 'dot-line/canvas'
import { allFaces } from 'dot-line/fonts/all'
import { toSvg } from 'dot-line/svg'
import { frames, setFrame } from '../support/setting.ts'

declare global {
  interface Window {
    compared?: { inked: number; differing: number }
  }
}

const pixelRatio = 2
/** A letter may stand a sixteenth of a pixel off; a missing stroke differs by far more. */
const edgeDifference = 40
const timesLarger = 8

/** A picture of two stripes, as a PNG file that this browser writes. */
async function stripes(): Promise<Uint8Array<ArrayBuffer>> {
  const canvas = new OffscreenCanvas(20, 20)
  const context = canvas.getContext('2d')
  if (!context) throw new Error('no 2D context')
  context.fillStyle = '#0b3d5c'
  context.fillRect(0, 0, 20, 10)
  return new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer())
}

const layout = setFrame(await openFonts({ builtIn: allFaces }), frames[0])
const picture = await openImage(await stripes())
const scene = draw({ width: 280, height: layout.height + 40 }, [
  place(layout, 0, 0),
  image({ x: 10, y: layout.height + 5, width: 60, height: 30 }, picture),
])
const width = Math.ceil(scene.box.width * pixelRatio)
const height = Math.ceil(scene.box.height * pixelRatio)

function pixels(times: number, paint: (context: CanvasRenderingContext2D) => void) {
  const canvas = document.createElement('canvas')
  canvas.width = width * times
  canvas.height = height * times
  const context = canvas.getContext('2d')
  if (!context) throw new Error('no 2D context')
  paint(context)
  return context.getImageData(0, 0, canvas.width, canvas.height).data
}

const painted = pixels(1, context => paintCanvas(context, scene, { pixelRatio }))
const loaded = new Image()
loaded.src = `data:image/svg+xml,${encodeURIComponent(toSvg(scene))}`
await loaded.decode()
const large = pixels(timesLarger, context => {
  context.scale(pixelRatio * timesLarger, pixelRatio * timesLarger)
  context.drawImage(loaded, 0, 0)
})

/** How much of a pixel is covered, of 255. */
function covered(x: number, y: number): number {
  let sum = 0
  for (let down = y * timesLarger; down < (y + 1) * timesLarger; down++) {
    for (let across = x * timesLarger; across < (x + 1) * timesLarger; across++) {
      sum += large[(down * width * timesLarger + across) * 4 + 3]
    }
  }
  return sum / timesLarger ** 2
}

let inked = 0
let differing = 0
for (let y = 0; y < height; y++) {
  for (let x = 0; x < width; x++) {
    const opacity = painted[(y * width + x) * 4 + 3]
    if (opacity > 128) inked++
    if (Math.abs(opacity - covered(x, y)) > edgeDifference) differing++
  }
}
window.compared = { inked, differing }
