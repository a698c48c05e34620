// A text on a canvas with a caret and a selection: left to right and right to left in one line,
// lines that wrap, and a link.

import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import arabicBold from '@expo-google-fonts/noto-sans-arabic/700Bold/NotoSansArabic_700Bold.ttf?url'
import hebrew from '@expo-google-fonts/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf?url'
import {
  type Affinity,
  caretAt,
  defineSheet,
  drawing,
  hitTest,
  type Layout,
  openShelf,
  place,
  rangeBoxes,
  rectangle,
  rule,
  typesetter,
} from 'dot-line'
import { paintCanvas } from 'dot-line/canvas'
import { graphemes } from 'dot-line/unicode'
import { found } from '../found.ts'

const margin = 24
const canvas = found('canvas', HTMLCanvasElement)
const selected = found('#selected', HTMLOutputElement)
const under = found('#under', HTMLOutputElement)
const alert = found('[role=alert]', HTMLParagraphElement)

const sheet = defineSheet({
  inks: { deep: '#0b3d5c', kelp: '#2c6e49', flare: '#c8331f', chosen: '#f3d9a4' },
  styles: {
    defaults: { family: ['sans', 'Noto Sans Arabic', 'Noto Sans Hebrew'], ink: 'deep' },
    notice: { size: 22, leading: 1.5 },
    strong: { weight: 'bold' },
    link: { ink: 'kelp', underline: true },
    alert: { ink: 'flare', weight: 'bold' },
  },
})
const markup =
  '~alert[Gale warning.] Boats to ~strong[Saint Orrin’s Landing] (مرسى القديس أورين, נמל) are ' +
  'delayed by difficult weather. ~link,href=https://lantern-sound.example/notices[Read the notice] ' +
  'or ask at the harbour office.'

/** Where a selection begins, and where its caret stands: the same while nothing is selected. */
let selection: { anchor: number; focus: number; affinity: Affinity } | undefined

try {
  const shelf = await openShelf({ builtIn: ['sans'], fonts: [arabic, arabicBold, hebrew] })
  const setter = typesetter({ sheet, shelf })
  let layout = set()

  function set(): Layout {
    const width = Math.max(80, canvas.clientWidth - 2 * margin)
    return setter.set(markup, { style: 'notice', width })
  }

  function paint() {
    const size = { width: canvas.clientWidth, height: layout.height + 2 * margin }
    const { anchor, focus, affinity } = selection ?? { anchor: 0, focus: 0, affinity: 'after' }
    const [start, end] = [Math.min(anchor, focus), Math.max(anchor, focus)]
    const boxes = rangeBoxes(layout, start, end).map(box =>
      rectangle({ ...box, x: box.x + margin, y: box.y + margin }, sheet.ink('chosen')),
    )
    const { from, to } = caretAt(layout, focus, affinity)
    const moved = ([x, y]: readonly [number, number]) => [x + margin, y + margin] as const
    const caret = selection ? [rule(moved(from), moved(to), sheet.ink('flare'), 1.5)] : []
    const shown = drawing(size, [...boxes, place(layout, margin, margin), ...caret])
    const pixelRatio = window.devicePixelRatio
    canvas.width = Math.round(size.width * pixelRatio)
    canvas.height = Math.round(size.height * pixelRatio)
    canvas.style.height = `${size.height}px`
    const context = canvas.getContext('2d')
    if (!context) throw new Error('this browser gives no 2D context')
    paintCanvas(context, shown, { pixelRatio })
    selected.value = layout.text.slice(start, end)
  }

  const hitAt = ({ offsetX, offsetY }: MouseEvent) =>
    hitTest(layout, offsetX - margin, offsetY - margin)

  canvas.addEventListener('pointerdown', event => {
    const { offset, affinity } = hitAt(event)
    selection = { anchor: offset, focus: offset, affinity }
    canvas.setPointerCapture(event.pointerId)
    paint()
  })
  canvas.addEventListener('pointermove', event => {
    const hit = hitAt(event)
    under.value = hit.link ?? (hit.isInside ? (hit.run?.styleNames?.join(' ') ?? '') : 'nothing')
    canvas.style.cursor = hit.link ? 'pointer' : 'text'
    if (!selection || event.buttons === 0) return
    selection = { ...selection, focus: hit.offset, affinity: hit.affinity }
    paint()
  })
  canvas.addEventListener('click', event => {
    const { link } = hitAt(event)
    if (link && selection?.anchor === selection?.focus) under.value = `would open ${link}`
  })
  canvas.addEventListener('keydown', event => {
    const steps: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1 }
    const step = steps[event.key]
    if (!selection || step === undefined) return
    event.preventDefault()
    const edges = [0, ...graphemes(layout.text)]
    const at = edges.indexOf(selection.focus) + step
    const focus = edges[Math.min(edges.length - 1, Math.max(0, at))]
    selection = {
      anchor: event.shiftKey ? selection.anchor : focus,
      focus,
      affinity: step > 0 ? 'before' : 'after',
    }
    paint()
  })
  new ResizeObserver(() => {
    layout = set()
    paint()
  }).observe(canvas.parentElement ?? canvas)
} catch (error) {
  alert.hidden = false
  alert.textContent = error instanceof Error ? error.message : String(error)
}
