import { describe, expect, it } from 'vitest'
import type { BandSetting } from '../../src/document/band.ts'
import { emptyFoot } from '../../src/document/column-foot.ts'
import { fillBand } from '../../src/document/fill-band.ts'
import type { FlowItem } from '../../src/document/flow-item.ts'
import { itemQueue } from '../../src/document/item-queue.ts'

const item = (height: number, more: Partial<FlowItem> = {}): FlowItem => ({
  height,
  before: 0,
  after: 0,
  keepWithNext: false,
  path: [],
  tags: [],
  draw: () => [],
  ...more,
})

/** A paragraph of lines of 12, of which two at least stay together. */
const lines = (count: number): FlowItem =>
  item(count * 12, {
    split(room) {
      const fit = Math.min(Math.floor(room / 12), count - 2)
      return fit < 2 ? undefined : { first: lines(fit), rest: lines(count - fit) }
    },
  })

const column = (x: number) => ({ x, y: 0, width: 50, height: 100 })

function filled(items: readonly FlowItem[], more: Partial<BandSetting> = {}) {
  const problems: string[] = []
  const floats: FlowItem[] = []
  const band = fillBand(itemQueue(items), floats, {
    columns: [column(0), column(60)],
    feet: [emptyFoot, emptyFoot],
    isFresh: true,
    grid: undefined,
    report: (_, problem) => problems.push(problem),
    ...more,
  })
  const places = band.placed.map(({ item, x, y }) => [x, y, item.height])
  return { ...band, places, problems, waiting: floats.length }
}

describe('filling columns', () => {
  it('keeps a heading with the first lines of what follows it', () => {
    const heading = item(20, { keepWithNext: true })
    const { places, end, bottom } = filled([item(60), heading, lines(4)])
    expect(places).toEqual([
      [0, 0, 60],
      [60, 0, 20],
      [60, 20, 48],
    ])
    expect([end, bottom]).toEqual(['end', 68])
  })

  it('parts a paragraph where its column ends', () => {
    const { places, end } = filled([item(60), lines(6)])
    expect(places).toEqual([
      [0, 0, 60],
      [0, 60, 36],
      [60, 0, 36],
    ])
    expect(end).toBe('end')
  })

  it('has footnotes at the foot of the column that asks for them', () => {
    const note = item(20)
    const { places, feet } = filled([item(60), item(20, { marks: [{ offset: 0, note }] })])
    // With the note and its distance it would reach below the column.
    expect(places).toEqual([
      [0, 0, 60],
      [60, 0, 20],
    ])
    expect(feet.map(({ notes }) => notes.length)).toEqual([0, 1])
  })

  it('lets figures wait for a head with room', () => {
    const figure = item(50, { float: 'top' })
    const { places, waiting } = filled([item(20), figure, lines(4)])
    expect(places).toEqual([
      [0, 0, 20],
      [0, 20, 48],
      [60, 0, 50],
    ])
    expect(waiting).toBe(0)
  })

  it('says so where nothing has room for an item', () => {
    const { places, problems } = filled([item(130)], { columns: [column(0)], feet: [emptyFoot] })
    expect([places, problems]).toEqual([[[0, 0, 130]], ['reaches']])
    expect(filled([item(130)], { isFresh: false }).end).toBe('full')
  })
})
