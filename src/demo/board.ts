import type { Drawing, Item, Layout, Setting, Sheet, Typesetter, Values } from 'dot-line'
import { drawing, place, rectangle, rule } from 'dot-line'
import { type Departure, departures } from './scenario.ts'

/** Words of the demo by key, in markup. */
export type Strings = Readonly<Record<string, string>>

export interface Scene {
  readonly setter: Typesetter
  readonly sheet: Sheet
  readonly strings: Strings
}

const margin = 20
const gap = 12

/** A vertical flow: each call paints at the height reached so far and moves on. */
interface Flow {
  y: number
  readonly items: (Item | readonly Item[])[]
}

/** The departures board of a phone app, `width` units wide and as high as its text asks. */
export function boardDrawing({ setter, sheet, strings }: Scene, width = 390): Drawing {
  const inner = width - 2 * margin
  const set = (key: string, setting: Setting) =>
    setter.set(strings[key], { source: key, ...setting })
  const flow: Flow = { y: 0, items: [] }

  const title = set('board.title', { style: 'headline', width: inner })
  const values = { port: 'Quillhaven', date: 'Thursday 9 April' }
  const subtitle = set('board.place', { style: 'small', width: inner, values })
  flow.y = margin + 8
  flow.items.push(place(title, margin, flow.y))
  flow.y += title.height + 2
  flow.items.push(place(subtitle, margin, flow.y))
  flow.y += subtitle.height + gap

  addDepartures(flow, width, { setter, sheet, strings })
  flow.items.push(rule([margin, flow.y], [width - margin, flow.y], sheet.ink('line')))

  flow.y += margin
  const pad = 14
  const bar = 4
  const noticeValues = { port: 'Saint Orrin’s Landing' }
  const notice = set('board.notice', {
    style: 'body',
    width: inner - 2 * pad - bar,
    values: noticeValues,
  })
  const card = { x: margin, y: flow.y, width: inner, height: notice.height + 2 * pad }
  flow.items.push(
    rectangle(card, sheet.ink('card')),
    rectangle({ ...card, width: bar }, sheet.ink('mark')),
    place(notice, margin + bar + pad, flow.y + pad),
  )
  flow.y += card.height + margin

  const label = set('board.button', { style: 'button', width: inner - 2 * pad, align: 'center' })
  const button = { x: margin, y: flow.y, width: inner, height: label.height + 24 }
  flow.items.push(
    rectangle(button, sheet.ink('plate'), 10),
    place(label, margin + pad, flow.y + 12),
  )
  flow.y += button.height + margin

  const options = { width, height: Math.ceil(flow.y), title: 'Departures board', language: 'en' }
  return drawing({ ...options, ground: sheet.ink('ground') }, flow.items)
}

/** The texts of one departure that are set on one line each. */
interface Row {
  readonly departure: Departure
  readonly time: Layout
  readonly state: Layout
  readonly portWidth: number
}

function rowOf(departure: Departure, { setter, strings }: Scene): Row {
  const values: Values =
    departure.state.kind === 'delayed' ? { minutes: departure.state.minutes } : {}
  const key = `board.${departure.state.kind}`
  return {
    departure,
    time: setter.set(departure.time, { style: 'time' }),
    state: setter.set(strings[key], { style: 'state', values, source: key }),
    portWidth: setter.set('{port}', { style: 'port', values: { port: departure.port } }).width,
  }
}

/**
 * Rows of time, port over boat, and state. The state stands at the end of the first line where
 * that leaves every port its room, and under the boat where a reader's larger text does not.
 */
function addDepartures(flow: Flow, width: number, scene: Scene) {
  const { setter, sheet, strings } = scene
  const rows = departures.map(departure => rowOf(departure, scene))
  const left = margin + Math.max(...rows.map(row => row.time.width)) + gap
  const room = width - margin - left
  const beside = rows.every(row => row.portWidth + gap + row.state.width <= room)
  for (const { departure, time, state } of rows) {
    const portWidth = beside ? room - state.width - gap : room
    const port = setter.set('{port}', {
      style: 'port',
      width: portWidth,
      values: { port: departure.port },
    })
    const boat = setter.set(strings['board.boat'], {
      style: 'small',
      width: portWidth,
      values: { boat: departure.boat, berth: departure.berth },
    })
    flow.items.push(rule([margin, flow.y], [width - margin, flow.y], sheet.ink('line')))
    flow.y += gap
    const baseline = flow.y + port.lines[0].baseline
    flow.items.push(
      place(time, margin, baseline, { down: 'alphabetic' }),
      place(port, left, flow.y),
      place(boat, left, flow.y + port.height),
    )
    flow.y += port.height + boat.height
    if (beside) {
      const atEnd = { across: 'end', down: 'alphabetic' } as const
      flow.items.push(place(state, width - margin, baseline, atEnd))
    } else {
      flow.items.push(place(state, left, flow.y))
      flow.y += state.height
    }
    flow.y += gap
  }
}
