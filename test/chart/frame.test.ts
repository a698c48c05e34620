import { scaleBand, scaleLinear, scalePoint, scaleUtc } from 'd3-scale'
import { defineSheet, openFonts, type ReaderSettings } from 'dot-line'
import {
  type ChartFrameOptions,
  type CollisionRemedy,
  chartFrameFor,
  chartTextsFor,
} from 'dot-line/chart'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { arabicFonts, thaiFonts } from '../support/fonts.ts'
import { faults, inkedTexts } from '../support/overlaps.ts'
import { roundsOf } from '../support/random.ts'

const fonts = await openFonts({ files: [...arabicFonts, ...thaiFonts] })
const sheet = defineSheet({
  styles: { defaults: { family: ['sans', 'Noto Sans Arabic', 'Noto Sans Thai'] } },
})
const textsFor = (reader: ReaderSettings = {}, language = 'en') =>
  chartTextsFor({ sheet, fonts, reader, language, problems: 'collect' })

const ports = [
  ...['Quillhaven', 'Ardle Point', 'Thistle Ness', 'Morrow Quay', 'Gannet Stair', 'Low Emmerly'],
  ...['Saint Orrin’s Landing', 'Brackwater-under-Heugh'],
]
const words: Readonly<Record<string, readonly string[]>> = {
  en: ports,
  de: ['Fährverbindungsunterbrechung', 'Hafen', 'Überfahrt nach Quillhaven', 'Kai', 'Sturmwarnung'],
  ar: ['كويلهافن', 'أردل بوينت', 'مرسى القديس أورين', 'براكووتر تحت هيو', 'ميناء'],
  th: ['ท่าเรือควิลเฮเวน', 'อาร์เดิลพอยต์', 'เรือเฟอร์รี่เที่ยวสุดท้าย', 'ท่า'],
}

function bandChart(
  names: readonly string[],
  onCollision?: readonly CollisionRemedy[],
): ChartFrameOptions['axes'] {
  return {
    bottom: {
      scale: range => scaleBand(names, range).padding(0.1),
      ticks: names,
      ...(onCollision && { onCollision: onCollision }),
    },
    left: {
      scale: range => scaleLinear([0, 25], range),
      ticks: count => scaleLinear([0, 25], [0, 1]).ticks(count),
    },
  }
}

describe('the frame of a chart', () => {
  const language = fc.constantFrom(...Object.keys(words))
  const chart = language.chain(tag =>
    fc.record({
      tag: fc.constant(tag),
      names: fc.uniqueArray(
        fc
          .tuple(fc.constantFrom(...words[tag]), fc.integer({ min: 0, max: 30 }))
          .map(([word, n]) => (n < 5 ? word : `${word} ${n}`)),
        { minLength: 1, maxLength: 24 },
      ),
      title: fc.array(fc.constantFrom(...words[tag]), { maxLength: 9 }),
      width: fc.integer({ min: 240, max: 1600 }),
      height: fc.integer({ min: 200, max: 900 }),
      scale: fc.double({ min: 0.85, max: 3, noNaN: true }),
      kind: fc.constantFrom('band', 'point', 'number', 'date'),
      most: fc.constantFrom(0.004, 1, 25, 1e6, 123456789),
      axes: fc.subarray(['bottom', 'top', 'left', 'right'] as const, { minLength: 1 }),
      onCollision: fc.option(
        fc.shuffledSubarray(['wrap', 'two-rows', 'angle', 'thin', 'shorten'] as const),
        { nil: undefined },
      ),
      legend: fc.option(
        fc.shuffledSubarray(['left', 'right', 'top', 'bottom'] as const, { minLength: 1 }),
        {
          nil: undefined,
        },
      ),
      titles: fc.boolean(),
      above: fc.boolean(),
    }),
  )

  it('has no clipped or touching texts at any width, scale and language', () => {
    fc.assert(
      fc.property(chart, given => {
        const { tag, names, title, width, height, scale, kind, most, axes, onCollision } = given
        const texts = textsFor({ scale }, tag)
        const across = (range: [number, number]) => {
          if (kind === 'band') return scaleBand(names, range).padding(0.1)
          if (kind === 'point') return scalePoint(names, range)
          if (kind === 'number') return scaleLinear([-most, most], range)
          return scaleUtc([new Date('2025-01-01'), new Date('2025-12-31')], range)
        }
        const ticks =
          kind === 'band' || kind === 'point'
            ? names
            : (count: number) =>
                kind === 'number'
                  ? scaleLinear([-most, most], [0, 1]).ticks(count)
                  : scaleUtc([new Date('2025-01-01'), new Date('2025-12-31')], [0, 1]).ticks(count)
        const named = given.titles ? { title: names[0] } : {}
        const axis = {
          scale: across as never,
          ticks,
          ...(onCollision && { onCollision }),
          ...named,
        }
        const side = {
          scale: (range: [number, number]) => scaleLinear([0, most], range),
          ticks: (count: number) => scaleLinear([0, most], [0, 1]).ticks(count),
          titlePlace: given.above ? ('above' as const) : ('along' as const),
          ...named,
        }
        const frame = chartFrameFor(texts, {
          width,
          height,
          ...(title.length > 0 && { title: title.join(' ') }),
          subtitle: names[0],
          source: names[names.length - 1],
          axes: Object.fromEntries(
            axes.map(name => [name, name === 'left' || name === 'right' ? side : axis]),
          ),
          ...(given.legend && {
            legend: {
              entries: names.slice(0, 6).map(text => ({ text, ink: '#2c6e49' })),
              places: given.legend,
            },
          }),
        })
        expect(faults(inkedTexts(frame.items), { x: 0, y: 0, width, height })).toEqual([])
        // What is there is told: all texts stand, or are listed.
        const all = [
          ...frame.texts.map(({ part }) => part),
          ...frame.omitted.map(({ part }) => part),
        ]
        expect(all).toContain('subtitle')
        expect(all).toContain('source')
        if (title.length > 0) expect(all).toContain('title')
        expect(frame.plot.width).toBeGreaterThanOrEqual(0)
      }),
      { numRuns: roundsOf(20) },
    )
  })

  it('has its ticks where the scale has them', () => {
    const frame = chartFrameFor(textsFor(), { width: 640, height: 400, axes: bandChart(ports) })
    const { bottom, left } = frame.axes as Required<typeof frame.axes>
    const { plot } = frame
    const own = scaleBand(ports, [plot.x, plot.x + plot.width]).padding(0.1)
    for (const { value, at } of bottom?.ticks ?? []) {
      expect(at).toBeCloseTo((own(String(value)) ?? Number.NaN) + own.bandwidth() / 2, 9)
      expect(bottom?.at(value as never)).toBeCloseTo(at, 9)
    }
    const up = scaleLinear([0, 25], [plot.y + plot.height, plot.y])
    for (const { value, at } of left?.ticks ?? []) expect(at).toBeCloseTo(up(Number(value)), 9)
    // The label of a tick is centered at it.
    for (const { value, box } of frame.texts.filter(({ part }) => part === 'tick')) {
      const tick = bottom?.ticks.find(one => one.value === value)
      if (tick) expect(box.x + box.width / 2).toBeCloseTo(tick.at, 0)
    }
  })

  it.each([
    ['wrap', 760],
    ['two-rows', 720],
    ['angle', 420],
    ['thin', 420],
    ['shorten', 520],
  ] as const)('makes room by %s where that is asked for first', (way, width) => {
    const axes = bandChart(ports, [way])
    const frame = chartFrameFor(textsFor(), { width, height: 420, axes })
    expect(frame.axes.bottom?.applied).toEqual([way])
    const shown = frame.axes.bottom?.ticks.filter(({ isShown }) => isShown) ?? []
    if (way === 'thin') expect(shown.length).toBeLessThan(ports.length)
    else expect(shown.length).toBe(ports.length)
    if (way === 'angle') expect([45, 90]).toContain(frame.axes.bottom?.angle)
    expect(faults(inkedTexts(frame.items), { x: 0, y: 0, width, height: 420 })).toEqual([])
  })

  it('leaves labels that fit unchanged', () => {
    const frame = chartFrameFor(textsFor(), {
      width: 1600,
      height: 400,
      axes: bandChart(ports, ['angle', 'wrap', 'thin']),
    })
    expect(frame.axes.bottom?.applied).toEqual([])
  })

  it('aligns figures at their decimal signs', () => {
    const values = [0.5, 10, 2.25, 1000]
    const axes = {
      left: {
        scale: (range: [number, number]) => scalePoint(values, range),
        ticks: values,
        format: (value: unknown) => String(value),
      },
    }
    const number = { ...axes.left, format: { number: { useGrouping: false } } } as const
    const frame = chartFrameFor(textsFor(), { width: 400, height: 300, axes: { left: number } })
    const signs = frame.texts.map(({ layout, item }) => {
      const end = /^\d+/.exec(layout.text)?.[0] ?? ''
      return item.matrix.dx + textsFor().setPlain('tick', end).width
    })
    expect(signs).toHaveLength(4)
    for (const sign of signs) expect(sign).toBeCloseTo(signs[0], 1)
    // Without numbers there is no sign, and all end where the others do.
    const plain = chartFrameFor(textsFor(), { width: 400, height: 300, axes })
    const ends = plain.texts.map(({ item, layout }) => item.matrix.dx + layout.width)
    for (const end of ends) expect(end).toBeCloseTo(ends[0], 6)
  })

  it('writes numbers and dates in the language of its texts', () => {
    const axes = {
      bottom: {
        scale: (range: [number, number]) =>
          scaleUtc([new Date('2025-01-15'), new Date('2025-03-15')], range),
        ticks: [new Date('2025-02-01'), new Date('2025-03-01')],
        format: { date: { month: 'long', timeZone: 'UTC' } },
      },
      left: {
        scale: (range: [number, number]) => scaleLinear([0, 2500], range),
        ticks: [0, 1250.5, 2500],
        format: { number: { style: 'unit', unit: 'meter' } },
      },
    } as const
    const written = chartFrameFor(textsFor({}, 'de'), { width: 500, height: 300, axes }).texts
    expect(written.map(({ layout }) => layout.text)).toEqual(
      expect.arrayContaining(['Februar', 'März', '1.250,5 m', '2.500 m']),
    )
  })

  it('changes every text where the family is changed in one place', () => {
    const serif = chartTextsFor({
      sheet: defineSheet({ styles: { defaults: { family: 'serif' } } }),
      fonts,
    })
    const frame = chartFrameFor(serif, {
      width: 600,
      height: 400,
      title: 'Passengers',
      subtitle: 'a month',
      source: 'counts',
      axes: bandChart(ports),
      legend: { entries: [{ text: 'Tern', ink: '#000000' }] },
    })
    const faces = new Set(
      frame.texts.flatMap(({ layout }) =>
        layout.lines.flatMap(line => line.runs.map(run => run.face)),
      ),
    )
    expect(faces.size).toBeGreaterThan(0)
    for (const face of faces) expect(face).toMatch(/serif/i)
  })

  it("uses the sheet's styles for its parts", () => {
    const own = defineSheet({ styles: { head: { size: 33 }, 'chart-tick': { size: 9 } } })
    const texts = chartTextsFor({ sheet: own, fonts, styles: { title: 'head' } })
    expect(texts.set('title', 'Tides').style.size).toBe(33)
    expect(texts.set('tick', '5').style.size).toBe(9)
    expect(texts.set('note', '5').style.size).toBeCloseTo(16 * 0.85)
    expect(() => chartTextsFor({ sheet: own, fonts, styles: { titel: 'head' } as never })).toThrow(
      "a chart has no part 'titel' (did you mean 'title'?",
    )
  })
})

describe('a chart that is too small for its texts', () => {
  it('reports the omitted texts and stays readable', () => {
    const frame = chartFrameFor(textsFor({ scale: 3 }), {
      width: 240,
      height: 200,
      title: 'Passengers through eight ports in the summer of 2025',
      source: 'Counts of the harbour office',
      axes: bandChart(ports),
    })
    expect(frame.omitted.map(({ part }) => part)).toContain('source')
    expect(frame.problems.map(({ code }) => code)).toContain('text-omitted')
    expect(faults(inkedTexts(frame.items), { x: 0, y: 0, width: 240, height: 200 })).toEqual([])
  })

  it.each([
    [{ width: Number.NaN, height: 100 }, 'width of chartFrameFor must be a finite number, not NaN'],
    [{ width: -4, height: 100 }, 'width of chartFrameFor must be a number from 0, not -4'],
    [
      { width: 90, height: 90, titel: 'x' },
      "chartFrameFor has no option 'titel' (did you mean 'title'?",
    ],
    [
      { width: 90, height: 90, axes: { left: {} } },
      'left of the axes of chartFrameFor must be an axis',
    ],
    [
      { width: 90, height: 90, axes: { left: { scale: () => () => 1, ticks: 5 } } },
      'ticks of the left axis must be a list of values, or a function that gives one, not 5',
    ],
  ])('refuses %j', (options, message) => {
    expect(() => chartFrameFor(textsFor(), options as never)).toThrow(message)
  })

  it('reports values outside of the scale', () => {
    const frame = chartFrameFor(textsFor(), {
      width: 300,
      height: 200,
      axes: {
        bottom: { scale: range => scaleBand(['a'], range), ticks: ['a', 'b'] },
        left: { scale: () => (v: number) => (v < 2 ? 90 : Number.NaN), ticks: [1, 2] },
      },
    })
    expect(frame.problems.map(({ location }) => location)).toEqual([
      'axes.bottom.ticks[1]',
      'axes.left.ticks[1]',
    ])
    expect(() => frame.axes.left.at(3)).toThrow('left axis')
  })

  it('handles 3,000 ticks, labels of 10,000 characters, equal values and no values', () => {
    const many = Array.from({ length: 3_000 }, (_, i) => `stop ${i}`)
    const box = { x: 0, y: 0, width: 700, height: 400 }
    for (const names of [
      many,
      ['x'.repeat(10_000), 'y'],
      ['word '.repeat(2_000), 'y'],
      [],
      ['one'],
    ]) {
      for (const onCollision of [undefined, ['angle', 'two-rows', 'shorten']] as const) {
        const axes = bandChart(names, onCollision)
        const frame = chartFrameFor(textsFor(), { width: 700, height: 400, axes })
        expect(faults(inkedTexts(frame.items), box)).toEqual([])
        expect(frame.axes.bottom?.ticks).toHaveLength(names.length)
      }
    }
    const equal = chartFrameFor(textsFor(), {
      width: 300,
      height: 200,
      axes: { left: { scale: range => scaleLinear([5, 5], range), ticks: [5, 5, 5] } },
    })
    expect(faults(inkedTexts(equal.items), { x: 0, y: 0, width: 300, height: 200 })).toEqual([])
  })
})
