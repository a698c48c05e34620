import type {
  Anchor,
  Box,
  Catalog,
  Drawing,
  Item,
  Layout,
  Sheet,
  Typesetter,
  Values,
} from 'dot-line'
import { draw, type InlineBoxItem, inlineBox, place, rectangle, rule } from 'dot-line'
import { type Departure, departures } from './scenario.ts'

export interface Scene {
  readonly typesetter: Typesetter
  readonly sheet: Sheet
  readonly catalog: Catalog
}

const margin = 20
const gap = 12

/** A vertical flow: each call paints at the height reached so far and moves on. */
interface Flow {
  y: number
  readonly items: (Item | readonly Item[])[]
  /** The width of the whole board. */
  readonly width: number
  /** Whether the board is read from right to left, and so is the other way round. */
  readonly mirrored: boolean
}

const opposite = { left: 'right', center: 'center', right: 'left' } as const

/** Puts a layout `x` units from the edge where reading starts. */
function put(flow: Flow, layout: Layout, x: number, y: number, anchor: BoardAnchor = {}) {
  const { across = 'left', down } = anchor
  const placed = flow.mirrored
    ? place(layout, flow.width - x, y, { across: opposite[across], down })
    : place(layout, x, y, { across, down })
  flow.items.push(placed)
}

interface BoardAnchor {
  readonly across?: keyof typeof opposite
  readonly down?: Anchor['down']
}

/** Maps a box onto the board. */
function onBoard(flow: Flow, box: Box): Box {
  return flow.mirrored ? { ...box, x: flow.width - box.x - box.width } : box
}

/** Languages of the scenario that are written from right to left. */
const rightToLeft = ['ar', 'he']

/** The departures board of a phone app, `width` units wide and as high as its text asks. */
export function boardDrawing({ typesetter, sheet, catalog }: Scene, width = 390): Drawing {
  const inner = width - 2 * margin
  const text = (key: string, values?: Values) => catalog.text(`board.${key}`, values)
  const mirrored = rightToLeft.includes(catalog.language ?? '')
  const flow: Flow = { y: 0, items: [], width, mirrored }

  const title = typesetter.set(text('title'), { style: 'headline', width: inner })
  const where = text('place', { port: 'Quillhaven', date: text('date') })
  const subtitle = typesetter.set(where, { style: 'small', width: inner })
  flow.y = margin + 8
  put(flow, title, margin, flow.y)
  flow.y += title.height + 2
  put(flow, subtitle, margin, flow.y)
  flow.y += subtitle.height + gap

  addDepartures(flow, width, { typesetter, sheet, catalog })
  flow.items.push(rule([margin, flow.y], [width - margin, flow.y], sheet.ink('line')))

  flow.y += margin
  const pad = 14
  const bar = 4
  const noticeValues = { port: 'Saint Orrin’s Landing', lamp: lampIcon(sheet) }
  const notice = typesetter.set(text('notice', noticeValues), {
    style: 'body',
    width: inner - 2 * pad - bar,
  })
  const card = { x: margin, y: flow.y, width: inner, height: notice.height + 2 * pad }
  flow.items.push(
    rectangle(card, sheet.ink('card')),
    rectangle(onBoard(flow, { ...card, width: bar }), sheet.ink('mark')),
  )
  put(flow, notice, margin + bar + pad, flow.y + pad)
  flow.y += card.height + margin

  const label = typesetter.set(text('button'), { style: 'button', width: inner - 2 * pad })
  const button = { x: margin, y: flow.y, width: inner, height: label.height + 24 }
  flow.items.push(rectangle(button, sheet.ink('plate'), 10))
  put(flow, label, margin + pad, flow.y + 12)
  flow.y += button.height + margin

  const options = {
    width,
    height: Math.ceil(flow.y),
    title: 'Departures board',
    language: catalog.language,
  }
  return draw({ ...options, background: sheet.ink('paper') }, flow.items)
}

/** The texts of one departure that are set on one line each. */
interface Row {
  readonly departure: Departure
  readonly time: Layout
  readonly state: Layout
  readonly portWidth: number
}

function rowOf(departure: Departure, { typesetter, catalog }: Scene): Row {
  const { kind, ...values } = departure.state
  return {
    departure,
    time: typesetter.set(departure.time, { style: 'time' }),
    state: typesetter.set(catalog.text(`board.${kind}`, values), { style: 'state' }),
    portWidth: typesetter.set('{port}', { style: 'port', values: { port: departure.port } }).width,
  }
}

/**
 * Rows of time, port over boat, and state. The state stands at the end of the first line where
 * that leaves every port its room, and under the boat where a reader's larger text does not.
 */
function addDepartures(flow: Flow, width: number, scene: Scene) {
  const { typesetter, sheet, catalog } = scene
  const rows = departures.map(departure => rowOf(departure, scene))
  const left = margin + Math.max(...rows.map(row => row.time.width)) + gap
  const room = width - margin - left
  const beside = rows.every(row => row.portWidth + gap + row.state.width <= room)
  for (const { departure, time, state } of rows) {
    const portWidth = beside ? room - state.width - gap : room
    const port = typesetter.set('{port}', {
      style: 'port',
      width: portWidth,
      values: { port: departure.port },
    })
    const boatValues = { boat: departure.boat, berth: departure.berth }
    const boat = typesetter.set(catalog.text('board.boat', boatValues), {
      style: 'small',
      width: portWidth,
    })
    flow.items.push(rule([margin, flow.y], [width - margin, flow.y], sheet.ink('line')))
    flow.y += gap
    const baseline = flow.y + port.lines[0].baseline
    put(flow, time, margin, baseline, { down: 'alphabetic' })
    put(flow, port, left, flow.y)
    put(flow, boat, left, flow.y + port.height)
    flow.y += port.height + boat.height
    if (beside) {
      put(flow, state, width - margin, baseline, { across: 'right', down: 'alphabetic' })
    } else {
      put(flow, state, left, flow.y)
      flow.y += state.height
    }
    flow.y += gap
  }
}

/** The lamp that the harbour office lights before a gale, to stand in a line of text. */
export function lampIcon(sheet: Sheet): InlineBoxItem {
  const flame = sheet.ink('warning')
  const frame = sheet.ink('text')
  const lamp = draw({ width: 12, height: 15 }, [
    rule([6, 0], [6, 3], frame, 1.4),
    rule([1.5, 3], [10.5, 3], frame, 1.6),
    rectangle({ x: 3, y: 4.4, width: 6, height: 8.2 }, flame, 1.5),
    rule([0.5, 13.8], [11.5, 13.8], frame, 1.8),
  ])
  return inlineBox({ width: 12, height: 15, baseline: 14, drawing: lamp, label: '' })
}
