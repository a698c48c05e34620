// Paints scenes on a canvas of its own, away from the page.
import { paintCanvas } from 'dot-line/canvas'
import { openScenes, sceneDrawing } from './scenes.ts'

interface Order {
  readonly name: string
  readonly width: number
  readonly height: number
  readonly pixelRatio: number
}

const fonts = openScenes()

self.onmessage = async ({ data }: MessageEvent<Order>) => {
  const { name, width, height, pixelRatio } = data
  try {
    const context = new OffscreenCanvas(width, height).getContext('2d', {
      willReadFrequently: true,
    })
    if (!context) throw new Error('no 2D context')
    paintCanvas(context, sceneDrawing(name, await fonts), { pixelRatio })
    self.postMessage(context.getImageData(0, 0, width, height).data)
  } catch (error) {
    self.postMessage(String(error))
  }
}
