// A text on a canvas with a caret and a selection, by pointer, touch and keyboard: left to right and
// right to left in one line, lines that wrap, and links that the keyboard reaches.

import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import arabicBold from '@expo-google-fonts/noto-sans-arabic/700Bold/NotoSansArabic_700Bold.ttf?url'
import hebrew from '@expo-google-fonts/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf?url'
import {
  type CaretMove,
  type CaretPlace,
  caretAt,
  defineSheet,
  draw,
  hitTest,
  type Layout,
  linkedTexts,
  moveCaret,
  openFonts,
  paragraphRange,
  place,
  placementOf,
  pointInLayout,
  rangeBoxes,
  rangeText,
  rectangle,
  rule,
  typesetterFor,
  wordRange,
} from 'dot-line'
import { paintCanvas } from 'dot-line/canvas'
import { sans } from 'dot-line/fonts/sans'
import { rangeHtml } from 'dot-line/html'
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
  'or ~link,action=ask[ask at the harbour office].'

/** Where a selection begins, and where its caret stands: the same while nothing is selected. */
let selection: { readonly anchor: number; readonly focus: CaretPlace } | undefined

/** What keys do, alone; with Control or Alt they go by words, and to the ends of the text. */
const keys: Readonly<Record<string, readonly [alone: CaretMove, farther: CaretMove]>> = {
  ArrowLeft: ['left', 'word-left'],
  ArrowRight: ['right', 'word-right'],
  ArrowUp: ['up', 'paragraph-start'],
  ArrowDown: ['down', 'paragraph-end'],
  Home: ['line-start', 'text-start'],
  End: ['line-end', 'text-end'],
}

try {
  const fonts = await openFonts({ builtIn: sans, files: [arabic, arabicBold, hebrew] })
  const typesetter = typesetterFor({ sheet, fonts })
  let layout = set()

  function set(): Layout {
    const width = Math.max(80, canvas.clientWidth - 2 * margin)
    return typesetter.set(markup, { style: 'notice', width })
  }

  const placed = () => placementOf(layout, margin, margin)
  const onPage = (box: { x: number; y: number; width: number; height: number }) => ({
    ...box,
    x: box.x + margin,
    y: box.y + margin,
  })

  /** The edges of a box. */
  function ring({ x, y, width, height }: { x: number; y: number; width: number; height: number }) {
    const [right, bottom] = [x + width, y + height]
    const edges = [
      [x, y, right, y],
      [right, y, right, bottom],
      [right, bottom, x, bottom],
      [x, bottom, x, y],
    ] as const
    return edges.map(([x1, y1, x2, y2]) => rule([x1, y1], [x2, y2], sheet.ink('deep'), 2))
  }

  /** What is chosen, from its start to its end. */
  function chosen(): readonly [start: number, end: number] {
    const { anchor, focus } = selection ?? { anchor: 0, focus: { offset: 0 } }
    return [Math.min(anchor, focus.offset), Math.max(anchor, focus.offset)]
  }

  function paint() {
    const size = { width: canvas.clientWidth, height: layout.height + 2 * margin }
    const [start, end] = chosen()
    const boxes = rangeBoxes(layout, start, end).map(box =>
      rectangle(onPage(box), sheet.ink('chosen')),
    )
    const caret = []
    if (selection) {
      const { from, to } = caretAt(layout, selection.focus.offset, selection.focus.affinity)
      const moved = ([x, y]: readonly [number, number]) => [x + margin, y + margin] as const
      caret.push(rule(moved(from), moved(to), sheet.ink('flare'), 1.5))
    }
    const rings = focusedBoxes().flatMap(box => ring(onPage(box)))
    const shown = draw(size, [...boxes, place(layout, margin, margin), ...caret, ...rings])
    const pixelRatio = window.devicePixelRatio
    canvas.width = Math.round(size.width * pixelRatio)
    canvas.height = Math.round(size.height * pixelRatio)
    canvas.style.height = `${size.height}px`
    const context = canvas.getContext('2d')
    if (!context) throw new Error('this browser gives no 2D context')
    paintCanvas(context, shown, { pixelRatio })
    selected.value = rangeText(layout, start, end)
  }

  // What is in a canvas is read out and reached by the keyboard in its place.
  const linked = linkedTexts(layout)
  const parts = linked.map(({ text, link, action }) => {
    const part = document.createElement(link === undefined ? 'button' : 'a')
    if (part instanceof HTMLAnchorElement && link !== undefined) part.href = link
    part.textContent = text
    part.addEventListener('click', event => {
      event.preventDefault()
      under.value = link === undefined ? `would do ${action}` : `would open ${link}`
    })
    for (const change of ['focus', 'blur']) part.addEventListener(change, paint)
    return part
  })
  let at = 0
  for (const [i, { start, end }] of linked.entries()) {
    canvas.append(layout.text.slice(at, start), parts[i])
    at = end
  }
  canvas.append(layout.text.slice(at))

  function focusedBoxes() {
    const index = parts.findIndex(part => part.matches(':focus'))
    return index < 0 ? [] : rangeBoxes(layout, linked[index].start, linked[index].end)
  }

  const hitAt = ({ offsetX, offsetY }: MouseEvent) =>
    hitTest(layout, ...pointInLayout(placed(), offsetX, offsetY))

  canvas.addEventListener('pointerdown', event => {
    const { offset, affinity } = hitAt(event)
    const focus = { offset, affinity }
    selection = { anchor: event.shiftKey ? (selection?.anchor ?? offset) : offset, focus }
    canvas.setPointerCapture(event.pointerId)
    paint()
  })
  canvas.addEventListener('pointermove', event => {
    const hit = hitAt(event)
    const target = hit.link ?? hit.action
    under.value = target ?? (hit.isOnText ? (hit.run?.styleNames?.join(' ') ?? '') : 'nothing')
    canvas.style.cursor = target ? 'pointer' : 'text'
    if (!selection || event.buttons === 0) return
    selection = { ...selection, focus: { offset: hit.offset, affinity: hit.affinity } }
    paint()
  })
  canvas.addEventListener('click', event => {
    const { link, action, offset } = hitAt(event)
    // Two clicks choose a word, three a paragraph.
    if (event.detail > 1) {
      const { start, end } = (event.detail === 2 ? wordRange : paragraphRange)(layout, offset)
      selection = { anchor: start, focus: { offset: end, affinity: 'before' } }
      return paint()
    }
    const [start, end] = chosen()
    if (start !== end) return
    if (link) under.value = `would open ${link}`
    if (action) under.value = `would do ${action}`
  })
  canvas.addEventListener('keydown', event => {
    if (event.target !== canvas) return
    const isFarther = event.ctrlKey || event.altKey || event.metaKey
    if (isFarther && event.key === 'a') {
      event.preventDefault()
      selection = { anchor: 0, focus: { offset: layout.text.length, affinity: 'before' } }
      return paint()
    }
    const move = keys[event.key]?.[isFarther ? 1 : 0]
    if (!move) return
    event.preventDefault()
    const from = selection?.focus ?? { offset: 0, affinity: 'after' as const }
    const focus = moveCaret(layout, from, move)
    const anchor = event.shiftKey ? (selection?.anchor ?? from.offset) : focus.offset
    selection = { anchor, focus }
    paint()
  })
  document.addEventListener('copy', event => {
    const [start, end] = chosen()
    if (start === end || !canvas.contains(document.activeElement)) return
    event.preventDefault()
    event.clipboardData?.setData('text/plain', rangeText(layout, start, end))
    event.clipboardData?.setData('text/html', rangeHtml(layout, start, end))
  })
  new ResizeObserver(() => {
    layout = set()
    paint()
  }).observe(canvas.parentElement ?? canvas)
} catch (error) {
  alert.hidden = false
  alert.textContent = error instanceof Error ? error.message : String(error)
}
