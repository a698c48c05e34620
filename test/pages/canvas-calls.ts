// Paints the frames of the tests on a context that notes where each run of glyphs starts.
import { defineSheet, inkBox, openFonts, typesetterFor } from 'dot-line'
import { paintCanvas } from 'dot-line/canvas'
import { allFaces } from 'dot-line/fonts/all'
import { frames, setFrame } from '../support/setting.ts'

declare global {
  interface Window {
    recorded?: { x: number; y: number }[][]
    /** Of each frame in which labels were painted: what was done with canvases. */
    repainted?: Record<string, string[]>
    /** Whether a context was left as it was: with labels as pictures, filled, and with more than letters. */
    leftAlone?: boolean[]
    /** Of texts whose ink reaches beyond their frames: where it should be on a canvas, and where it is. */
    standing?: { wanted: number[]; found: number[] }[]
  }
}

const fonts = await openFonts({ builtIn: allFaces })
const noCanvas = { value: undefined, configurable: true }
const offscreen = Object.getOwnPropertyDescriptor(globalThis, 'OffscreenCanvas')
if (!offscreen) throw new Error('no canvases off the screen')
// Where there are none, the paths of glyphs are filled.
Object.defineProperty(globalThis, 'OffscreenCanvas', noCanvas)
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
  paintCanvas(context, setFrame(fonts, frame))
  return runs
})

Object.defineProperty(globalThis, 'OffscreenCanvas', offscreen)

// The same labels in several frames: in which of them is what done?
const { set } = typesetterFor({ sheet: defineSheet({ styles: {} }), fonts })
const labels = Array.from({ length: 50 }, (_, i) => set(`Boat ${i}`))
const screen = document.createElement('canvas').getContext('2d')
if (!screen) throw new Error('no 2D context')
const calls = new Set<string>()
const noted = (on: object, method: string, what: string) => {
  const own: unknown = Reflect.get(on, method)
  Reflect.set(on, method, function (this: object, ...args: readonly unknown[]) {
    calls.add(what)
    if (typeof own === 'function') Reflect.apply(own, this, args)
  })
}
noted(screen, 'fill', 'paths')
noted(screen, 'drawImage', 'bitmaps')
noted(OffscreenCanvasRenderingContext2D.prototype, 'fill', 'paths of a bitmap')
noted(OffscreenCanvasRenderingContext2D.prototype, 'putImageData', 'pixels of a bitmap')
const paintAll = () => {
  calls.clear()
  for (const [i, label] of labels.entries()) paintCanvas(screen, label, { x: 10, y: i * 20 })
  return [...calls].sort()
}
const scaledBy = (factor: number) => {
  screen.save()
  screen.scale(factor, factor)
  const done = paintAll()
  screen.restore()
  return done
}
const turned = () => {
  screen.save()
  screen.rotate(0.1)
  const done = paintAll()
  screen.restore()
  return done
}
window.repainted = {
  first: paintAll(),
  again: paintAll(),
  larger: scaledBy(2),
  'larger again': scaledBy(2),
  huge: scaledBy(20),
  turned: turned(),
}

const state = () => {
  const { a, b, c, d, e, f } = screen.getTransform()
  return [screen.globalAlpha, screen.fillStyle, a, b, c, d, e, f].join()
}
const underlined = set('~underline=true[Tern] and ~ink=#c0392b[more]')
window.leftAlone = [labels[0], underlined].flatMap(label =>
  [1, 20].map(factor => {
    screen.save()
    screen.globalAlpha = 0.5
    screen.fillStyle = '#123456'
    screen.transform(factor, 0, 0, factor, 3.25, 4.5)
    const before = state()
    paintCanvas(screen, label, { x: 10, y: 20, pixelRatio: 1.5 })
    const isSame = state() === before
    screen.restore()
    return isSame
  }),
)

/** The pixels with ink: left, top, right, bottom. */
function painted(context: CanvasRenderingContext2D): number[] {
  const { width, height } = context.canvas
  const { data } = context.getImageData(0, 0, width, height)
  let [left, top, right, bottom] = [width, height, 0, 0]
  for (let i = 3; i < data.length; i += 4) {
    if (data[i] < 8) continue
    const [x, y] = [((i - 3) / 4) % width, Math.floor((i - 3) / 4 / width)]
    left = Math.min(left, x)
    top = Math.min(top, y)
    right = Math.max(right, x + 1)
    bottom = Math.max(bottom, y + 1)
  }
  return [left, top, right, bottom]
}

const reaching = typesetterFor({
  fonts,
  sheet: defineSheet({
    styles: {
      trimmed: { trim: { above: 'cap', below: 'alphabetic' }, size: 30 },
      backed: { backing: { ink: '#dde', padding: 6 } },
      slanted: { family: 'serif', slant: 'italic', size: 40 },
      plain: {},
    },
  }),
})
window.standing = (['trimmed', 'backed', 'slanted', 'plain'] as const).map(style => {
  const layout = reaching.set('fjord', { style })
  const context = document.createElement('canvas').getContext('2d')
  if (!context) throw new Error('no 2D context')
  paintCanvas(context, layout, { x: 20, y: 30 })
  const ink = inkBox(layout)
  if (!ink) throw new Error('no ink')
  const { x, y, width, height } = ink
  return {
    wanted: [x + 20, y + 30, x + width + 20, y + height + 30],
    found: painted(context),
  }
})
