import { type Drawing, drawing, type Item, place, rectangle, rule } from 'dot-line'
import type { Scene } from './board.ts'
import { bands, linear } from './scales.ts'
import { passengers } from './scenario.ts'

const width = 800
const height = 460
const edge = 24

/** Passengers per month as bars, each with its value above it. */
export function passengersChart({ setter, sheet, catalog }: Scene): Drawing {
  const values = { port: 'Quillhaven', year: 2025 }
  const title = setter.set(catalog.text('chart.title', values), { style: 'subhead' })
  const small = (text: string) => setter.set('{text}', { style: 'small', values: { text } })
  const widestTick = small('25')
  const left = edge + widestTick.width + 10
  const right = width - edge
  const top = edge + title.height + widestTick.height + 16
  const floor = height - edge - widestTick.height
  const across = bands(passengers.length, [left, right], 0.28)
  const up = linear([0, 25], [floor, top])

  const ticks = [0, 5, 10, 15, 20, 25].flatMap((tick): Item[] => [
    rule([left, up(tick)], [right, up(tick)], sheet.ink('line')),
    place(small(String(tick)), left - 10, up(tick), { across: 'end', down: 'middle' }),
  ])
  const bars = passengers.flatMap((p, i): Item[] => {
    const x = across.at(i)
    const middle = x + across.width / 2
    const y = up(p.passengers)
    const value = setter.set('~strong[{value}]', {
      style: 'small',
      values: { value: p.passengers.toFixed(1) },
    })
    // Grid lines stop short of the figures they would run through.
    const ground = { x: middle - value.width / 2 - 4, y: y - value.height - 3 }
    const bar = { x, y, width: across.width, height: floor - y }
    return [
      rectangle(bar, sheet.ink(p.passengers > 20 ? 'mark' : 'fine')),
      rectangle({ ...ground, width: value.width + 8, height: value.height }, sheet.ink('paper')),
      place(value, middle, y - 4, { across: 'center', down: 'bottom' }),
      place(small(p.month), middle, floor + 8, { across: 'center' }),
    ]
  })
  const axis = rule([left, floor], [right, floor], sheet.ink('quiet'))
  return drawing(
    { width, height, title: 'Passengers a month', language: 'en', background: sheet.ink('paper') },
    [place(title, left, edge), ticks, bars, axis],
  )
}
