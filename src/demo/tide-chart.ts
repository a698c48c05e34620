import { type Drawing, drawing, type Item, place, rectangle, rule, type Values } from 'dot-line'
import type { Scene } from './board.ts'
import { linear } from './scales.ts'
import { tideAt } from './scenario.ts'

const width = 800
const height = 460
const edge = 24
/** Minutes between two points of the curve. */
const step = 10

/** The height of the tide over a day: a turned axis title, boxed and turned annotations, many ticks. */
export function tideChart({ setter, sheet, catalog }: Scene): Drawing {
  const title = setter.set(catalog.text('tide.title', { port: 'Quillhaven' }), { style: 'subhead' })
  const small = (text: string) => setter.set('{text}', { style: 'small', values: { text } })
  const axisTitle = setter.set(catalog.text('tide.axis'), { style: 'small' })
  const ticksWidth = small('4.0').width
  const left = edge + axisTitle.height + 6 + ticksWidth + 8
  const top = edge + title.height + 20
  const floor = height - edge - small('00').height - 8
  const across = linear([0, 24], [left, width - edge])
  const up = linear([0, 5.4], [floor, top])

  const grid = [0, 1, 2, 3, 4, 5].flatMap((metres): Item[] => [
    rule([left, up(metres)], [width - edge, up(metres)], sheet.ink('line')),
    place(small(metres.toFixed(1)), left - 8, up(metres), { across: 'end', down: 'middle' }),
  ])
  const hours = Array.from(
    { length: 25 },
    (_, hour): Item =>
      place(small(String(hour).padStart(2, '0')), across(hour), floor + 8, { across: 'center' }),
  )
  const curve = Array.from({ length: (24 * 60) / step }, (_, i): Item => {
    const [from, to] = [(i * step) / 60, ((i + 1) * step) / 60]
    const ends = [from, to].map(h => [across(h), up(tideAt(h))] as const)
    return rule(ends[0], ends[1], sheet.ink('fine'), 3)
  })

  /** A text in a box of its own, whose capitals stand in the middle of it. */
  const boxed = (hour: number, values: Values): Item[] => {
    const layout = setter.set(catalog.text('tide.high', values), { style: 'tag' })
    const [x, y] = [across(hour), up(tideAt(hour))]
    const plate = { x: x - layout.width / 2 - 8, y: y - 38, width: layout.width + 16, height: 24 }
    return [
      rule([x, y - 14], [x, y], sheet.ink('plate')),
      rectangle(plate, sheet.ink('plate'), 4),
      place(layout, x, plate.y + plate.height / 2, { across: 'center', down: 'middle' }),
    ]
  }
  /** A text along the curve where it rises or falls. */
  const along = (hour: number, key: string): Item => {
    const layout = setter.set(catalog.text(`tide.${key}`), { style: 'small' })
    const [before, after] = [hour - 0.5, hour + 0.5]
    const slope = Math.atan2(up(tideAt(before)) - up(tideAt(after)), across(after) - across(before))
    const angle = (slope * 180) / Math.PI
    const anchor = { across: 'center', down: 'bottom', angle } as const
    return place(layout, across(hour), up(tideAt(hour)) - 4, anchor)
  }
  const turned = { across: 'center', down: 'top', angle: 90 } as const
  return drawing(
    { width, height, title: 'Tide at Quillhaven', language: 'en', background: sheet.ink('paper') },
    [
      place(title, left, edge),
      place(axisTitle, edge, (top + floor) / 2, turned),
      ...grid,
      ...hours,
      curve,
      along(3.1, 'flood'),
      along(9.3, 'ebb'),
      boxed(6.2, { time: '06:12', metres: '4.4' }),
      boxed(18.6, { time: '18:36', metres: '4.1' }),
    ],
  )
}
