import { type Drawing, draw, type Item, place, rule, scaledSize } from 'dot-line'
import type { Scene } from './board.ts'
import { linear } from './scales.ts'

const width = 800
const height = 500
const edge = 28
const scales = [1, 1.25, 1.5, 2] as const
const largest = 60
const samples = 60

/** The size a reader gets for each size that was designed, at four text scales. */
export function readerCurve({ typesetter, sheet, catalog }: Scene): Drawing {
  const title = typesetter.set(catalog.text('curve.title'), { style: 'subhead' })
  const small = (text: string) => typesetter.set('{text}', { style: 'small', values: { text } })
  const tick = small('100')
  const [left, right] = [edge + tick.width + 10, width - edge - small('scale 1.25').width - 12]
  const [top, floor] = [edge + title.height + 24, height - edge - tick.height - 8]
  const x = linear([0, largest], [left, right])
  const y = linear([0, 100], [floor, top])

  const grid = [0, 20, 40, 60, 80, 100].flatMap((size): Item[] => [
    rule([left, y(size)], [right, y(size)], sheet.ink(size === 0 ? 'quiet' : 'line')),
    place(small(String(size)), left - 10, y(size), { across: 'end', down: 'center' }),
  ])
  const below = [10, 20, 30, 40, 50, 60].flatMap(size =>
    place(small(String(size)), x(size), floor + 8, { across: 'center' }),
  )
  const body = rule([x(20), top], [x(20), floor], sheet.ink('mark'))
  const curves = scales.flatMap((scale): Item[] => {
    const sizeAt = (size: number) => scaledSize(size, { scale })
    const segments = Array.from({ length: samples }, (_, i) => {
      const [from, to] = [(i * largest) / samples, ((i + 1) * largest) / samples]
      return rule([x(from), y(sizeAt(from))], [x(to), y(sizeAt(to))], sheet.ink('fine'), 2)
    })
    const label = typesetter.set(catalog.text('curve.scale', { scale }), { style: 'small' })
    return [...segments, place(label, right + 8, y(sizeAt(largest)), { down: 'center' })]
  })
  const options = { width, height, title: 'Sizes by reader scale', language: 'en' }
  return draw({ ...options, background: sheet.ink('paper') }, [
    place(title, left, edge),
    grid,
    below,
    body,
    curves,
  ])
}
