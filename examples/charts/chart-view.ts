import { type Drawing, draw, inkBox, place, rectangle, type Sheet } from 'dot-line'
import { paintCanvas } from 'dot-line/canvas'
import { type ChartTexts, dataTableHtml } from 'dot-line/chart'
import type { ChartMark, DemoChart } from '../scenes/index.ts'

/** A chart on a page: its picture, its marks by pointer and keyboard, and its data. */
export interface ChartView {
  show(chart: DemoChart, texts: ChartTexts): void
}

/** Makes the elements of a chart and puts them into the page. */
export function chartView(into: Element, name: string): ChartView {
  const figure = document.createElement('figure')
  const picture = element('div', 'picture')
  const canvas = element('canvas', '')
  const notes = element('canvas', 'notes')
  const marks = element('div', 'marks')
  const data = element('details', '')
  const summary = element('summary', '')
  const table = element('div', '')
  const spoken = element('p', 'unseen')
  figure.id = name
  canvas.setAttribute('role', 'img')
  spoken.setAttribute('role', 'status')
  notes.setAttribute('aria-hidden', 'true')
  marks.tabIndex = 0
  marks.setAttribute('role', 'application')
  marks.setAttribute('aria-roledescription', 'chart')
  data.append(summary, table)
  picture.append(canvas, notes, marks, spoken)
  figure.append(picture, data)
  into.append(figure)

  let shown: DemoChart | undefined
  let setBy: ChartTexts | undefined
  let current = -1

  function note(index: number) {
    current = index
    if (!shown || !setBy) return
    const mark = shown.marks[index]
    const { box } = shown.drawing
    const drawn = mark ? noteDrawing(mark, box.width, box.height, setBy) : undefined
    paint(notes, drawn ?? draw({ width: box.width, height: box.height }, []))
    const said = mark?.note ?? ''
    if (spoken.textContent !== said) spoken.textContent = said
  }

  marks.addEventListener('pointermove', ({ offsetX, offsetY }) => {
    const next = nearest(shown?.marks ?? [], offsetX, offsetY)
    if (next !== current) note(next)
  })
  marks.addEventListener('pointerleave', () => note(-1))
  marks.addEventListener('blur', () => note(-1))
  marks.addEventListener('keydown', event => {
    const last = (shown?.marks.length ?? 0) - 1
    const steps: Readonly<Record<string, number>> = {
      ArrowRight: current + 1,
      ArrowDown: current + 1,
      ArrowLeft: current - 1,
      ArrowUp: current - 1,
      Home: 0,
      End: last,
      Escape: -1,
    }
    const next = steps[event.key]
    if (next === undefined) return
    event.preventDefault()
    note(event.key === 'Escape' ? -1 : Math.max(0, Math.min(next, last)))
  })

  return {
    show(chart, texts) {
      shown = chart
      setBy = texts
      const { title = name } = chart.drawing
      paint(canvas, chart.drawing)
      canvas.setAttribute('aria-label', `${title}. ${chart.description}`)
      canvas.lang = texts.language
      marks.setAttribute('aria-label', title)
      marks.lang = texts.language
      summary.textContent = title
      summary.lang = texts.language
      // What the library writes is safe: it escapes all that is data.
      table.innerHTML = dataTableHtml(chart.table)
      note(Math.min(current, chart.marks.length - 1))
    },
  }
}

function element<K extends keyof HTMLElementTagNameMap>(tag: K, name: string) {
  const made = document.createElement(tag)
  if (name !== '') made.className = name
  return made
}

function paint(canvas: HTMLCanvasElement, shown: Drawing) {
  const pixelRatio = window.devicePixelRatio
  const { width, height } = shown.box
  canvas.width = Math.round(width * pixelRatio)
  canvas.height = Math.round(height * pixelRatio)
  canvas.style.width = `${width}px`
  canvas.style.height = `${height}px`
  const context = canvas.getContext('2d')
  if (context) paintCanvas(context, shown, { pixelRatio })
}

/** The mark that a point is on, or comes near to; -1 for none. */
function nearest(marks: readonly ChartMark[], x: number, y: number): number {
  let found = -1
  let best = 12
  marks.forEach(({ box }, i) => {
    const dx = Math.max(box.x - x, 0, x - box.x - box.width)
    const dy = Math.max(box.y - y, 0, y - box.y - box.height)
    const away = Math.hypot(dx, dy)
    if (away < best) [found, best] = [i, away]
  })
  return found
}

/** A note at a mark, inside of the chart, as wide as that lets it. */
function noteDrawing(
  { box, note }: ChartMark,
  width: number,
  height: number,
  { sheet, setPlain }: ChartTexts,
): Drawing {
  const alone = setPlain('note', note)
  const room = width - 24
  const layout = alone.width <= room ? alone : setPlain('note', note, { width: room })
  const ink = inkBox(layout) ?? { x: 0, y: 0, width: layout.width, height: layout.height }
  const middle = box.x + box.width / 2
  const left = Math.max(4, Math.min(middle - ink.width / 2, width - 4 - ink.width))
  const above = box.y - ink.height - 6
  const top = above >= 4 ? above : Math.min(box.y + box.height + 6, height - 4 - ink.height)
  return draw({ width, height }, [...ring(box, sheet), place(layout, left - ink.x, top - ink.y)])
}

/** A frame about a mark, to be seen on the mark and on the paper. */
function ring({ x, y, width, height }: ChartMark['box'], sheet: Sheet) {
  const outer = { x: x - 2, y: y - 2, width: width + 4, height: height + 4 }
  const side = 2
  const ink = sheet.ink('text')
  return [
    rectangle({ ...outer, height: side }, ink),
    rectangle({ ...outer, y: outer.y + outer.height - side, height: side }, ink),
    rectangle({ ...outer, width: side }, ink),
    rectangle({ ...outer, x: outer.x + outer.width - side, width: side }, ink),
  ]
}
