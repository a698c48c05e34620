// Paints the frames of the tests on a context that notes where each run of glyphs starts.
import { defineSheet, openShelf, typesetter } from 'dot-line'
import { paintCanvas } from 'dot-line/canvas'
import { frames, setFrame } from '../support/setting.ts'

declare global {
  interface Window {
    recorded?: { x: number; y: number }[][]
    /** Of each frame in which the same labels were painted: what was done with any canvas, in turn. */
    repainted?: string[][]
  }
}

const shelf = await openShelf()
window.recorded = frames.map(frame => {
  const context = document.createElement('canvas').getContext('2d')
  if (!context) throw new Error('no 2D context')
  const runs: { x: number; y: number }[] = []
  let origin = { x: 0, y: 0 }
  let inRun = false
  const { save, restore, fill, scale } = context
  context.save = () => {
    inRun = false
    save.call(context)
  }
  context.restore = () => {
    inRun = false
    restore.call(context)
  }
  // A run's own scale comes once its origin is set; its first glyph is painted from there.
  context.scale = (x, y) => {
    const { e, f } = context.getTransform()
    origin = { x: e, y: f }
    scale.call(context, x, y)
  }
  context.fill = (...args: unknown[]) => {
    if (!inRun) runs.push(origin)
    inRun = true
    if (args[0] instanceof Path2D) fill.call(context, args[0])
  }
  paintCanvas(context, setFrame(shelf, frame))
  return runs
})

// The same labels in four frames: in which of them is what done, and in which order?
const { set } = typesetter({ sheet: defineSheet({ styles: {} }), shelf })
const labels = Array.from({ length: 50 }, (_, i) => set(`Boat ${i}`))
const screen = document.createElement('canvas').getContext('2d')
if (!screen) throw new Error('no 2D context')
let calls: string[] = []
const noted = <T extends object>(on: T, method: 'fill' | 'drawImage', what: string) => {
  const own: unknown = Reflect.get(on, method)
  Reflect.set(on, method, function (this: T, ...args: readonly unknown[]) {
    if (calls.at(-1) !== what) calls.push(what)
    if (typeof own === 'function') Reflect.apply(own, this, args)
  })
}
noted(screen, 'fill', 'paths')
noted(screen, 'drawImage', 'bitmaps')
noted(OffscreenCanvasRenderingContext2D.prototype, 'fill', 'making bitmaps')
const repainted: string[][] = []
for (let frame = 0; frame < 4; frame++) {
  calls = []
  for (const [i, label] of labels.entries()) paintCanvas(screen, label, { x: 10, y: i * 20 })
  await new Promise(resolve => setTimeout(resolve))
  repainted.push(calls)
}
window.repainted = repainted
