// Paints the frames of the tests on a context that notes where each run of glyphs starts.
import { openShelf } from 'dot-line'
import { paintCanvas } from 'dot-line/canvas'
import { frames, setFrame } from '../support/setting.ts'

declare global {
  interface Window {
    recorded?: { x: number; y: number }[][]
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
