import { readFileSync } from 'node:fs'
import { Ajv2020 } from 'ajv/dist/2020.js'
import { DotLineError, defineSheet, openFonts } from 'dot-line'
import { chartTextsFor, dataTableHtml } from 'dot-line/chart'
import { chartJsonSchema, drawChart, readChart } from 'dot-line/chart-file'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { faults, inkedTexts } from '../support/overlaps.ts'
import { problemsOf } from '../support/problems.ts'
import { mutatedText, numbers, roundsOf } from '../support/random.ts'

const fonts = await openFonts()
const sheet = defineSheet({ inks: { deep: '#0b3d5c' }, styles: { defaults: { family: 'sans' } } })
const textsAt = (scale = 1, language = 'en') =>
  chartTextsFor({ sheet, fonts, reader: { scale }, language, problems: 'collect' })

const rows = [
  { month: 'Apr', Tern: 8.7, Marigold: 4.1 },
  { month: 'May', Tern: 11.9, Marigold: 5.6 },
  { month: 'Jun', Tern: 16.4, Marigold: null },
]
const base = { kind: 'bars', rows, x: 'month', y: ['Tern', 'Marigold'] }
const read = (chart: object, csv?: string) =>
  readChart(JSON.stringify(chart, null, 1), {
    source: 'chart.json',
    ...(csv !== undefined && { readCsv: () => csv }),
  })

const messagesOf = (work: () => unknown) => problemsOf(work).map(one => one.message)

describe('the file of a chart', () => {
  it('names labels after their data and gives small shares one significant figure', () => {
    const kinds = [
      { kind: 'Single', n: 5200 },
      { kind: 'Season', n: 40 },
      { kind: 'Dogs', n: 2 },
    ]
    const ring = read({ kind: 'ring', rows: kinds, x: 'kind', y: 'n' })
    const { drawing, omitted } = drawChart(textsAt(), ring)
    expect([...inkedTexts(drawing.items).map(({ text }) => text)]).toEqual(
      expect.arrayContaining(['99%', '0.8%']),
    )
    expect(omitted).toEqual(['Dogs'])
    const tiny = drawChart(textsAt(), ring, { width: 120, height: 90 })
    expect(tiny.omitted.every(id => ['Single', 'Season', 'Dogs'].includes(id))).toBe(true)
    const twice = ['a', 'a'].map(at => ({ at, n: 1 }))
    const points = read({ kind: 'points', rows: twice, x: 'at', y: 'n' })
    expect(drawChart(textsAt(), points, { width: 30, height: 30 }).omitted).toEqual([
      'n a',
      'n a (2)',
    ])
  })

  it('reads the same day alike in every notation and time zone', () => {
    const zone = process.env.TZ
    process.env.TZ = 'America/St_Johns'
    try {
      const days = [
        { at: '2026-05-01T10:00', boats: 3 },
        { at: '2026-05-02', boats: 5 },
      ]
      const notes = [{ x: '2026-05-01T10:00', text: 'late' }]
      const chart = read({ kind: 'lines', rows: days, x: 'at', y: 'boats', notes })
      expect(drawChart(textsAt(), chart).problems).toEqual([])
    } finally {
      if (zone === undefined) delete process.env.TZ
      else process.env.TZ = zone
    }
    const twice = [
      { at: '2026-05', boats: 3 },
      { at: '2026-05-01', boats: 5 },
    ]
    const bars = { kind: 'bars', x: 'at', y: 'boats' }
    expect(messagesOf(() => read({ ...bars, rows: twice }))).toEqual([
      "'2026-05-01' stands twice in 'at' of 'boats'",
    ])
    const numbers = [
      { at: '1', boats: 3 },
      { at: '1.0', boats: 5 },
    ]
    expect(messagesOf(() => read({ ...bars, rows: numbers }))).toEqual([
      "'1' stands twice in 'at' of 'boats'",
    ])
  })

  it('is read with its series and reports gaps with their positions', () => {
    const { data, problems } = read(base)
    expect(data.xKind).toBe('name')
    expect(data.series.map(({ name, points }) => [name, points.map(point => point?.y)])).toEqual([
      ['Tern', [8.7, 11.9, 16.4]],
      ['Marigold', [4.1, 5.6, undefined]],
    ])
    expect(problems.map(({ code, location }) => [code, location])).toMatchObject([
      ['missing-value', { source: 'chart.json', line: 17, column: 4 }],
    ])
  })

  it.each(['comma ,', 'semicolon ;', 'tab \t'])('takes rows from CSV divided by a %s', kind => {
    const sign = kind.slice(-1)
    const csv = `\ufeffday${sign}port${sign}"passengers, all"\r\n2025-04-01${sign}"Ardle ""Point"""${sign}5\r\n2025-04-03${sign}Tern${sign}\r\n`
    const { data, problems } = read(
      { kind: 'lines', csv: 'a.csv', x: 'day', y: 'passengers, all', series: 'port' },
      csv,
    )
    expect(data.xKind).toBe('date')
    expect(data.series.map(({ name }) => name)).toEqual(['Ardle "Point"', 'Tern'])
    expect(problems).toMatchObject([
      { code: 'missing-value', location: { source: 'a.csv', line: 3, column: 3 } },
    ])
  })

  it.each([
    [
      { ...base, knd: 'bars' },
      "a chart has no property 'knd' at chart.json:25:2 (did you mean 'kind'?",
    ],
    [
      { ...base, kind: 'bar' },
      "kind must be one of bars, lines, points, ring, not 'bar' at chart.json:2:2 (did you mean 'bars'?",
    ],
    [{ ...base, y: 'Tem' }, "there is no column 'Tem' at chart.json:21:2 (did you mean 'Tern'?"],
    [{ ...base, rows: [] }, 'there is no column'],
    [{ kind: 'bars', x: 'a', y: 'b' }, "'rows' or 'csv' is missing"],
    [{ ...base, csv: 'x.csv' }, "'rows' and 'csv' are both there"],
    [
      { ...base, rows: [...rows, { month: 'Jul', Tern: '12,5' }] },
      "'12,5' in 'Tern' is no number at chart.json:",
    ],
    [
      { ...base, rows: [...rows, { month: 'Jul', Tern: 1e301 }] },
      "'1e+301' in 'Tern' is more than a chart can show",
    ],
    [{ ...base, rows: [...rows, rows[0]] }, "'Apr' stands twice in 'month' of 'Tern'"],
    [
      { ...base, texts: { titel: 'x' } },
      "a chart has no property 'texts.titel' at chart.json:26:3 (did you mean 'title'?",
    ],
    [{ ...base, width: -3 }, 'width must be a number of units above 0, at most 10000, not -3'],
    [{ ...base, formats: { y: { number: {}, date: {} } } }, 'formats.y must be { "number": … }'],
    [
      { ...base, kind: 'ring', y: 'Tern', rows: [{ month: 'a', Tern: -1 }] },
      'is below zero, which a ring cannot show',
    ],
    [{ ...base, rows: [{ month: 'a', Tern: null, Marigold: null }] }, 'the chart has no values'],
    [[1], 'a chart is an object, not a list'],
  ])('refuses what is wrong in it %#', (chart, message) => {
    expect(() => read(chart)).toThrow(message)
  })

  it('reports all mistakes at once', () => {
    expect(messagesOf(() => read({ kind: 'bar', x: 5, y: 'a', rows: [{ a: true }] }))).toHaveLength(
      3,
    )
    expect(messagesOf(() => readChart('{ "kind": '))).toHaveLength(1)
  })

  it('agrees with its schema in the package', () => {
    const file = readFileSync(new URL('../../chart.schema.json', import.meta.url), 'utf8')
    expect(JSON.parse(file)).toEqual(chartJsonSchema())
    const valid = new Ajv2020({ strict: false }).compile(chartJsonSchema())
    expect(valid(base)).toBe(true)
    for (const wrong of [
      { ...base, knd: 1 },
      { ...base, kind: 'bar' },
      { ...base, csv: 'a' },
      { ...base, width: 0 },
    ]) {
      expect(valid(wrong)).toBe(false)
      expect(messagesOf(() => read(wrong)).length).toBeGreaterThan(0)
    }
  })

  it('changed at random ends in a chart or in a DotLineError', () => {
    const next = numbers(5)
    const json = JSON.stringify({
      ...base,
      texts: { title: 'Passengers', center: '{total}' },
      inks: ['deep'],
    })
    const characters = [
      '"',
      '{',
      '}',
      '[',
      ']',
      '~',
      ',',
      ':',
      '0',
      '-',
      'e',
      'null',
      'ring',
      'NaN',
      ' ',
    ]
    for (let i = 0; i < roundsOf(150); i++) {
      const changed = mutatedText(json, next, characters)
      try {
        drawChart(textsAt(), readChart(changed))
      } catch (error) {
        expect(error, changed).toBeInstanceOf(DotLineError)
      }
    }
  })
})

describe('a chart from a file', () => {
  const row = fc.record({
    x: fc.constantFrom('Quillhaven', 'Ardle Point', 'Saint Orrin’s Landing', 'Low Emmerly', 'Kai'),
    value: fc.option(
      fc.oneof(
        fc.integer({ min: 0, max: 50 }),
        fc.double({ min: 0, max: 1e7, noNaN: true }),
        fc.constantFrom(0, 5e-9),
      ),
    ),
    other: fc.option(fc.integer({ min: -40, max: 40 })),
  })

  it('is drawn without overlaps, at any size, of any data', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('bars', 'lines', 'points', 'ring'),
        fc.uniqueArray(row, { selector: ({ x }) => x, minLength: 1, maxLength: 5 }),
        fc.integer({ min: 240, max: 1600 }),
        fc.integer({ min: 180, max: 900 }),
        fc.double({ min: 0.85, max: 3, noNaN: true }),
        fc.constantFrom('grouped', 'stacked'),
        (kind, list, width, height, scale, arrangement) => {
          const y = kind === 'ring' ? 'value' : ['value', 'other']
          const texts = {
            title: 'Passengers through ports',
            y: 'Thousands',
            center: '{total} in all',
          }
          const work = () => read({ kind, rows: list, x: 'x', y, arrangement, texts })
          const hasNone = list.every(
            ({ value, other }) => value === null && (kind === 'ring' || other === null),
          )
          if (hasNone) {
            expect(work).toThrow('the chart has no values')
            return
          }
          const { drawing } = drawChart(textsAt(scale), work(), { width, height })
          expect(faults(inkedTexts(drawing.items), { x: 0, y: 0, width, height })).toEqual([])
        },
      ),
      { numRuns: roundsOf(25) },
    )
  })

  it('has one value, or equal ones, or many', () => {
    for (const kind of ['bars', 'lines', 'points', 'ring']) {
      const many = kind === 'lines' ? 5_000 : 200
      for (const values of [
        [5],
        [5, 5, 5],
        [0],
        [0, 0],
        [1e300, 1],
        [1e-323],
        [5e-324, 2e-323],
        Array.from({ length: many }, (_, i) => i),
      ]) {
        const list = values.map((value, i) => ({ x: `n${i}`, value }))
        const { drawing } = drawChart(textsAt(), read({ kind, rows: list, x: 'x', y: 'value' }))
        expect(faults(inkedTexts(drawing.items).slice(0, 400), drawing.box)).toEqual([])
      }
    }
  })

  it('has alternative text and its data as a table', () => {
    const drawn = drawChart(
      textsAt(1, 'de'),
      read({ ...base, texts: { title: 'Fahrgäste', x: 'Monat' } }),
    )
    expect(drawn.drawing.title).toBe('Fahrgäste')
    expect(drawn.drawing.description).toBe('Tern: Apr 8,7 – Jun 16,4; Marigold: Apr 4,1 – May 5,6')
    const html = dataTableHtml(drawn.table)
    expect(html).toContain('<caption>Fahrgäste</caption><thead><tr><th scope="col">Monat</th>')
    expect(html).toContain('<tr><th scope="row">Jun</th><td>16,4</td><td></td></tr>')
    expect(dataTableHtml({ columns: [{ title: '<b>' }], rows: [['&']] })).toContain('&lt;b&gt;')
    expect(() => dataTableHtml({ columns: [{ title: 'a' }], rows: [[1, 2]] })).toThrow(
      'row 1 of the table has 2 values, not 1',
    )
  })

  it('names each bar, truncates long names and reports those without room', () => {
    const bars = (names: readonly string[], width: number) => {
      const rows = names.map((a, i) => ({ a, b: i + 1 }))
      const chart = { kind: 'bars', x: 'a', y: 'b', rows, width, height: 220 }
      const { drawing, problems } = drawChart(textsAt(), read(chart))
      return { texts: inkedTexts(drawing.items), problems }
    }
    const long = ['Fährverbindungsunterbrechung wegen Sturm', 'Kai', 'Überfahrt nach Quillhaven']
    const cut = bars([...long, 'Hafen', 'Brackwater-under-Heugh'], 520)
    expect(cut.problems).toEqual([])
    const names = cut.texts.filter(({ text }) => /[a-z]/.test(text))
    expect(names.map(({ text, layout }) => [text, layout.cut !== undefined])).toEqual([
      [long[0], true],
      [long[1], false],
      [long[2], false],
      ['Hafen', false],
      ['Brackwater-under-Heugh', false],
    ])
    const many = bars(
      Array.from({ length: 40 }, (_, i) => `Stop ${i}`),
      420,
    )
    expect(many.problems).toMatchObject([{ code: 'text-omitted', severity: 'warning' }])
    expect(many.problems[0].message).toMatch(
      /^there is no room for \d+ of 40 names of the axis: Stop 1, /,
    )
    const days = Array.from({ length: 28 }, (_, i) => `2026-02-${String(i + 1).padStart(2, '0')}`)
    expect(bars(days, 420).problems).toEqual([])
  })

  it('shows notes at their values and reports notes without a value', () => {
    const notes = [
      { x: 'May', text: 'New pier' },
      { x: 'Dec', text: 'lost' },
    ]
    const drawn = drawChart(textsAt(), read({ ...base, kind: 'lines', notes }))
    expect(inkedTexts(drawn.drawing.items).map(({ text }) => text)).toContain('New pier')
    expect(drawn.problems).toMatchObject([
      { code: 'missing-value' },
      { code: 'off-scale', location: { source: 'chart.json', line: 30, column: 3 } },
    ])
  })
})
