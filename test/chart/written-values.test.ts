import { defineCatalog, defineSheet, openFonts, plainText } from 'dot-line'
import { chartTextsFor, dataTableHtml } from 'dot-line/chart'
import { drawChart, readChart } from 'dot-line/chart-file'
import { messageFormat } from 'dot-line/messages'
import { afterEach, describe, expect, it } from 'vitest'
import { wordsOf } from '../support/drawn-words.ts'

const texts = chartTextsFor({
  sheet: defineSheet({ styles: { defaults: { family: 'sans' } } }),
  fonts: await openFonts(),
  language: 'en',
})
const drawn = (chart: object) => {
  const own = drawChart(texts, readChart(JSON.stringify({ width: 600, height: 320, ...chart })))
  const cells = dataTableHtml(own.table).matchAll(/<t[hd](?: [^>]*)?>([^<]*)</g)
  return {
    words: wordsOf(own.drawing.items),
    cells: [...cells].map(([, text]) => text),
    problems: own.problems.map(({ code }) => code),
    description: own.drawing.description,
  }
}
const zones = ['UTC', 'Europe/Berlin', 'America/New_York', 'Pacific/Auckland']
const zone = process.env.TZ
afterEach(() => {
  if (zone === undefined) delete process.env.TZ
  else process.env.TZ = zone
})

describe('dates', () => {
  const days = (...xs: readonly string[]) => xs.map((x, i) => ({ x, y: i + 1 }))

  it.each(zones)('are those of the file in every time zone: %s', name => {
    process.env.TZ = name
    for (const kind of ['lines', 'bars'] as const) {
      const { words, cells, description } = drawn({
        ...{ kind, x: 'x', y: 'y' },
        rows: days('2026-03-27', '2026-03-28', '2026-03-29', '2026-03-30'),
      })
      const labels = words.filter(word => word.startsWith('Mar'))
      expect(labels.map(label => label.replace(/\s/g, ' '))).toEqual(
        [27, 28, 29, 30].map(day => `Mar ${day}, 2026`),
      )
      expect(cells).toContain('Mar 27, 2026')
      expect(cells).not.toContain('Mar 26, 2026')
      expect(description).toContain('Mar 27, 2026')
    }
    const catalog = defineCatalog(
      { day: '{$at :date} {$at :datetime}' },
      { language: 'en', syntax: messageFormat },
    )
    for (const at of ['2026-03-27', '2026-03-27T00:00:00', '2026-03-27T00:00:00Z']) {
      expect(plainText(catalog.text('day', { at })).replace(/\s/g, ' ')).toBe(
        'Mar 27, 2026 Mar 27, 2026, 12:00 AM',
      )
    }
  })

  it('are written in the stated time zone', () => {
    const rows = days('2026-03-27T00:00:00Z', '2026-03-28T00:00:00Z')
    const formats = { x: { date: { dateStyle: 'medium', timeZone: 'America/New_York' } } }
    expect(drawn({ kind: 'bars', x: 'x', y: 'y', rows, formats }).cells).toContain('Mar 26, 2026')
    const catalog = defineCatalog(
      { day: '{$at :date timeZone=|America/New_York|}' },
      { language: 'en', syntax: messageFormat },
    )
    expect(plainText(catalog.text('day', { at: '2026-03-27T00:00:00Z' }))).toBe('Mar 26, 2026')
  })

  it.each([
    [['2026-03-28', '2026-03-29'], 2],
    [['2026-03-29'], 1],
    [['2024-01-01', '2025-01-01', '2026-01-01'], 3],
  ])('stand once each: %j', (xs, count) => {
    const { words } = drawn({ kind: 'lines', x: 'x', y: 'y', rows: days(...xs) })
    const labels = words.filter(word => /, 20\d\d$/.test(word))
    expect(labels).toHaveLength(count)
    expect(new Set(labels).size).toBe(count)
  })

  it('that do not exist are reported with their rows', () => {
    for (const x of ['2024-02-30', '2023-02-29', '2024-13-01', '2024-00-10']) {
      const rows = days('2024-01-01', x)
      expect(() => readChart(JSON.stringify({ kind: 'lines', x: 'x', y: 'y', rows }))).toThrow(x)
    }
    const rows = days('2024-02-29', '2024-12-31')
    expect(drawn({ kind: 'lines', x: 'x', y: 'y', rows }).problems).toEqual([])
  })
})

describe('numbers', () => {
  const values = (...ys: readonly number[]) => ys.map((y, i) => ({ x: `n${i}`, y }))

  it.each([
    [0.0005, 0.001, 0.002],
    [0.00012, 0.00031],
    [1.0001, 1.0012],
    [1e-9, 5e-9],
    [100.0001, 100.0004],
    [1e-200, 3e-200],
    [1234.5, 99_999.25],
    [-0.0004, 0.0009],
  ])('are read back as what they are: %j', (...ys) => {
    const { cells, words } = drawn({ kind: 'lines', x: 'x', y: 'y', rows: values(...ys) })
    const read = (text: string) => Number(text.replace(/,/g, ''))
    for (const [i, y] of ys.entries()) {
      expect(Math.abs(read(cells[3 + 2 * i]) - y)).toBeLessThanOrEqual(Math.abs(y) / 100)
    }
    const ticks = words.filter(word => /^-?[\d.,E-]+$/.test(word))
    expect(ticks.length).toBeGreaterThan(1)
    expect(new Set(ticks).size).toBe(ticks.length)
  })

  it('that are years have no group separators and no fractions', () => {
    const rows = [2001, 2002, 2005].map(year => ({ year, mm: year % 7 }))
    for (const formats of [
      {},
      { x: { number: { maximumFractionDigits: 0, useGrouping: false } } },
    ]) {
      const { words, cells } = drawn({ kind: 'lines', x: 'year', y: 'mm', rows, formats })
      expect(words.filter(word => /^\d{4}$/.test(word)).map(Number)).toEqual([
        2001, 2002, 2003, 2004, 2005,
      ])
      expect(words.join(' ')).not.toMatch(/2,00|2001\.5/)
      expect(cells).toContain('2001')
    }
  })

  it('with words among them, or duplicates, are reported', () => {
    const codes = (kind: string, xs: readonly (string | number)[]) =>
      readChart(
        JSON.stringify({ kind, x: 'x', y: 'y', rows: xs.map((x, i) => ({ x, y: i })) }),
      ).problems.map(({ code }) => code)
    expect(codes('lines', [1, 2, 'n/a'])).toEqual(['mixed-values'])
    expect(codes('lines', ['2024-01-01', '2024-01-02', 'later'])).toEqual(['mixed-values'])
    expect(codes('lines', ['a', 'b', '3'])).toEqual([])
    expect(codes('lines', [2001, 2001, 2002])).toEqual(['duplicate-value'])
    expect(codes('points', [2001, 2001, 2002])).toEqual([])
  })
})

describe('notes', () => {
  const rows = [
    { x: 'Ardle', y: 3 },
    { x: 'Tern', y: 5 },
  ]
  const noted = (kind: string, note: object) =>
    drawn({ kind, x: 'x', y: 'y', rows, notes: [{ text: 'storm', ...note }] })

  it.each(['bars', 'lines', 'points', 'ring'])('are drawn: %s', kind => {
    const { words, problems } = noted(kind, { x: 'Ardle' })
    expect([words.filter(word => word === 'storm').length, problems]).toEqual([1, []])
  })

  it.each(['bars', 'lines', 'points', 'ring'])('without a place are told: %s', kind => {
    for (const note of [{ x: 'Nope' }, { x: 'Ardle', series: 'zz' }]) {
      const { words, problems } = noted(kind, note)
      expect(words).not.toContain('storm')
      expect(problems).toEqual(['off-scale'])
    }
  })

  it.each(['bars', 'lines'])('beyond the axis are told: %s', kind => {
    expect(noted(kind, { x: 'Ardle', y: 99 }).problems).toEqual(['off-scale'])
    expect(noted(kind, { x: 'Nope', y: 4 }).problems).toEqual(['off-scale'])
  })
})
