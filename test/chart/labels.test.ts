import { contrast, defineSheet, inkBox, openFonts, textAlong, typesetterFor } from 'dot-line'
import {
  type ChartLabel,
  centerText,
  chartTextsFor,
  type LabelTarget,
  type Mark,
  placeLabels,
  readableInk,
} from 'dot-line/chart'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Inked, inked, inkedTexts, overlaps } from '../support/overlaps.ts'
import { numbers, roundsOf } from '../support/random.ts'

const fonts = await openFonts()
const sheet = defineSheet({ styles: { defaults: { family: 'sans' } } })
const textsAt = (scale = 1) => chartTextsFor({ sheet, fonts, reader: { scale } })
const texts = textsAt()
const within = { x: 0, y: 0, width: 600, height: 400 }

/** Points with a label each, that look random and are the same on every run. */
function points(count: number, seed: number, box = within) {
  const next = numbers(seed)
  return Array.from({ length: count }, (_, i) => ({
    id: `p${i}`,
    x: box.x + next(box.width),
    y: box.y + next(box.height),
    text: `stop ${next(5000)}`,
  }))
}

const asLabels = (list: ReturnType<typeof points>): ChartLabel[] =>
  list.map(({ id, x, y, text }) => ({ id, text, at: { kind: 'point', x, y, radius: 3 } }))

const asMarks = (list: ReturnType<typeof points>): Mark[] =>
  list.map(({ id, x, y }) => ({ kind: 'circle', x, y, radius: 3, of: id }))

const touching = (
  placed: readonly { readonly text: { readonly item: Parameters<typeof inked>[0] } }[],
) => {
  const all = placed.flatMap(({ text }) => inked(text.item) ?? [])
  return all.flatMap((one, i) =>
    all.slice(i + 1).filter(other => overlaps(one.corners, other.corners)),
  )
}

/** Whether the ink of a text comes to a circle. */
function covers({ corners }: Inked, x: number, y: number, radius: number): boolean {
  const xs = corners.map(corner => corner[0])
  const ys = corners.map(corner => corner[1])
  const dx = x - Math.max(Math.min(...xs), Math.min(x, Math.max(...xs)))
  const dy = y - Math.max(Math.min(...ys), Math.min(y, Math.max(...ys)))
  return Math.hypot(dx, dy) < radius - 1e-6
}

describe('many labels', () => {
  it('never overlap each other or a mark, and stay inside', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e6 }),
        fc.integer({ min: 1, max: 160 }),
        fc.double({ min: 0.85, max: 3, noNaN: true }),
        (seed, count, scale) => {
          const list = points(count, seed)
          const line: Mark = {
            kind: 'line',
            points: list.slice(0, 6).map(({ x, y }) => [x, y] as const),
            width: 2,
          }
          const avoid = [...asMarks(list), line]
          const { labels, omitted } = placeLabels(textsAt(scale), asLabels(list), {
            within,
            avoid,
          })
          expect(touching(labels)).toEqual([])
          for (const { text } of labels) {
            const { box } = text
            expect(box.x).toBeGreaterThanOrEqual(-1e-6)
            expect(box.y).toBeGreaterThanOrEqual(-1e-6)
            expect(box.x + box.width).toBeLessThanOrEqual(600 + 1e-6)
            expect(box.y + box.height).toBeLessThanOrEqual(400 + 1e-6)
            const ink = inked(text.item)
            for (const { x, y } of list) if (ink) expect(covers(ink, x, y, 3)).toBe(false)
          }
          // Each is placed or listed, and none is both.
          const ids = [...labels.map(({ id }) => id), ...omitted].toSorted()
          expect(ids).toEqual(list.map(({ id }) => id).toSorted())
        },
      ),
      { numRuns: roundsOf(20) },
    )
  })

  it('are placed the same each time, whatever was placed before', () => {
    const list = points(120, 7)
    const options = { within, avoid: asMarks(list) }
    const first = placeLabels(texts, asLabels(list), options)
    placeLabels(texts, asLabels(points(90, 8)), options)
    const again = placeLabels(texts, asLabels(list), options)
    const told = ({ labels, omitted }: typeof first) => [
      omitted,
      labels.map(({ id, choice, text, leader }) => [id, choice, text.box, leader]),
    ]
    expect(told(again)).toEqual(told(first))
  })

  it('do not jump when the data changes a little', () => {
    const list = points(120, 11)
    const before = placeLabels(texts, asLabels(list), { within, avoid: asMarks(list) })
    const next = numbers(3)
    const moved = list.map(point => ({ ...point, x: point.x + (next(3) - 1) / 2 }))
    const options = { within, avoid: asMarks(moved) }
    const placesOf = (placed: typeof before) =>
      new Map(placed.labels.map(one => [one.id, one.choice]))
    const [old, after] = [
      placesOf(before),
      placesOf(placeLabels(texts, asLabels(moved), { ...options, previous: before })),
    ]
    const jumps = [...old].filter(([id, choice]) => after.has(id) && after.get(id) !== choice)
    expect(jumps.length).toBeLessThan(old.size * 0.05)
    expect(after.size).toBeGreaterThanOrEqual(old.size * 0.97)
  })

  it('keep the labels with priority and list those without room', () => {
    const at = { kind: 'point', x: 30, y: 20, radius: 2, reach: 0 } as const
    const labels = Array.from({ length: 30 }, (_, i): ChartLabel => {
      return { id: `l${i}`, text: `label ${i}`, at, priority: i === 29 ? 5 : 0 }
    })
    const small = { x: 0, y: 0, width: 110, height: 50 }
    const placed = placeLabels(texts, labels, { within: small })
    expect(placed.labels.map(({ id }) => id)).toContain('l29')
    expect(placed.omitted.length).toBe(30 - placed.labels.length)
    expect(placed.omitted.length).toBeGreaterThan(20)
  })

  it('move one label to make room for another', () => {
    // The first has the only place of the second, and others of its own.
    const labels: ChartLabel[] = [
      {
        id: 'a',
        text: 'aaaa',
        at: { kind: 'point', x: 60, y: 60, sides: ['top', 'bottom'], reach: 0 },
      },
      { id: 'b', text: 'bbbb', at: { kind: 'places', places: [{ x: 44, y: 42 }] } },
    ]
    const placed = placeLabels(texts, labels, { within })
    expect(placed.omitted).toEqual([])
    expect(placed.labels[0].choice).toBe(1)
  })

  it('have a leader line where they stand away from their mark, which crosses no label', () => {
    const list = points(140, 5, { x: 150, y: 120, width: 220, height: 120 })
    const placed = placeLabels(texts, asLabels(list), { within, avoid: asMarks(list) })
    const leaders = placed.labels.flatMap(({ leader, id }) =>
      leader?.kind === 'rule' ? [{ leader, id }] : [],
    )
    expect(leaders.length).toBeGreaterThan(10)
    for (const { leader, id } of leaders) {
      for (const { text, id: other } of placed.labels) {
        if (other === id) continue
        const corners = inked(text.item)?.corners ?? []
        const [a, b] = [leader.from, leader.to]
        expect(overlaps(corners, [a, b, [b[0] + 1e-6, b[1] + 1e-6]])).toBe(false)
      }
    }
  })

  it('stand 2,000 at a time, and none overlaps', () => {
    const box = { x: 0, y: 0, width: 3200, height: 2000 }
    const list = points(2000, 1, box)
    const placed = placeLabels(texts, asLabels(list), { within: box, avoid: asMarks(list) })
    expect(placed.labels.length).toBeGreaterThan(1500)
    // By rows of a grid: all pairs of 2,000 would take longer than placing them.
    const sorted = placed.labels.toSorted((a, b) => a.text.box.y - b.text.box.y)
    for (let i = 0; i < sorted.length; i++) {
      const a = inked(sorted[i].text.item)
      for (let j = i + 1; j < sorted.length; j++) {
        if (sorted[j].text.box.y > sorted[i].text.box.y + 40) break
        const b = inked(sorted[j].text.item)
        if (a && b) expect(overlaps(a.corners, b.corners)).toBe(false)
      }
    }
  })
})

describe('the target of a label', () => {
  const one = (at: LabelTarget, text = '23.5', avoid: readonly Mark[] = []) =>
    placeLabels(texts, [{ id: 'one', text, at }], { within, avoid }).labels[0]

  it('stands over a bar, inside one that reaches the top, and has the ink that is read there', () => {
    const tall = { x: 100, y: 0, width: 60, height: 300 }
    const over = one({ kind: 'bar', box: { ...tall, y: 100, height: 200 }, toward: 'top' })
    expect(over.text.box.y + over.text.box.height).toBeLessThanOrEqual(100)
    expect(over.text.box.x + over.text.box.width / 2).toBeCloseTo(130, 6)
    const mark = { kind: 'box', box: tall, of: 'one' } as const
    const inside = one({ kind: 'bar', box: tall, toward: 'top', ink: '#0b3d5c' }, '23.5', [mark])
    expect(inside.text.box.y).toBeGreaterThan(0)
    expect(inside.text.layout.lines[0].runs[0].style.ink).toMatchObject({ color: '#ffffff' })
    const light = one({ kind: 'bar', box: tall, toward: 'top', ink: '#e8d9a0' }, '23.5', [mark])
    expect(light.text.layout.lines[0].runs[0].style.ink).toMatchObject({ color: '#000000' })
  })

  it('stands in a slice that it fits into, and beside a narrow one', () => {
    const ring = { kind: 'slice', x: 300, y: 200, innerRadius: 80, radius: 150 } as const
    const disk: Mark = { kind: 'circle', x: 300, y: 200, radius: 150, of: 'one' }
    const wide = one({ ...ring, from: 0, to: 90 }, '25 %', [disk])
    const middle = [
      wide.text.box.x + wide.text.box.width / 2 - 300,
      200 - wide.text.box.y - wide.text.box.height / 2,
    ]
    expect(Math.hypot(...middle)).toBeCloseTo(115, 3)
    expect((Math.atan2(middle[1], middle[0]) * 180) / Math.PI).toBeCloseTo(45, 3)
    const narrow = one({ ...ring, from: 40, to: 44 }, '1 %', [disk])
    const { box } = narrow.text
    expect(Math.hypot(box.x - 300, box.y + box.height - 200)).toBeGreaterThan(150)
  })

  it('stands at the end of a line, moved down where another stands', () => {
    const ends = [100, 104, 108].map((y, i): ChartLabel => {
      return { id: `e${i}`, text: 'Marigold', at: { kind: 'line-end', x: 300, y } }
    })
    const placed = placeLabels(texts, ends, { within })
    expect(placed.omitted).toEqual([])
    expect(touching(placed.labels)).toEqual([])
    for (const { text } of placed.labels) expect(text.box.x).toBeGreaterThan(300)
  })

  it('stands in an area where that is highest', () => {
    const upper = [0, 50, 100, 150, 200, 250].map(
      (x, i) => [x, [180, 170, 100, 60, 150, 190][i]] as const,
    )
    const lower = upper.map(([x]) => [x, 200] as const)
    const { box } = one({ kind: 'area', upper, lower, ink: '#2c6e49' }, 'Tern').text
    expect(box.x + box.width / 2).toBeGreaterThan(90)
    expect(box.x + box.width / 2).toBeLessThan(200)
    expect(box.y).toBeGreaterThan(60)
    expect(box.y + box.height).toBeLessThan(200)
  })

  it('stands along a slope, and keeps clear of others as it is turned', () => {
    const turned = (id: string, y: number): ChartLabel => ({
      id,
      text: 'against the tide',
      at: {
        kind: 'places',
        places: [0, 40].map(off => ({
          x: 200,
          y: y + off,
          anchor: { angle: 30, across: 'center', down: 'bottom' },
        })),
      },
    })
    const placed = placeLabels(texts, [turned('a', 200), turned('b', 206)], { within })
    expect(placed.labels.map(({ choice }) => choice)).toEqual([0, 1])
    expect(touching(placed.labels)).toEqual([])
  })

  it.each([
    [
      { kind: 'pint', x: 1, y: 1 },
      "kind of at of a label may not be 'pint' (did you mean 'point'?",
    ],
    [{ kind: 'point', x: 1 }, 'y of at of a label must be given, not undefined'],
    [{ kind: 'point', x: Number.NaN, y: 1 }, 'x of at of a label must be a finite number, not NaN'],
    [
      { kind: 'bar', box: { x: 0, y: 0, width: -1, height: 4 }, toward: 'top' },
      'box of at of a label must be a box',
    ],
    [
      { kind: 'point', x: 1, y: 1, radios: 2 },
      "at of a label has no option 'radios' (did you mean 'radius'?",
    ],
  ])('refuses %j', (at, message) => {
    expect(() => one(at as never)).toThrow(message)
  })

  it('refuses two labels of one id, and an area of unlike edges', () => {
    const at = { kind: 'point', x: 1, y: 1 } as const
    const twice = [
      { id: 'a', text: 'x', at },
      { id: 'a', text: 'y', at },
    ]
    expect(() => placeLabels(texts, twice, { within })).toThrow("two labels have the id 'a'")
    expect(() => one({ kind: 'area', upper: [[0, 0]], lower: [] })).toThrow('as many points')
  })
})

describe('inks on marks', () => {
  it('are the first with a contrast of 4.5, or the best one with a problem', () => {
    expect(readableInk('#0b3d5c')).toMatchObject({ ink: '#ffffff', problems: [] })
    expect(readableInk('#ffffff').ink).toBe('#000000')
    const poor = readableInk('#777777', ['#888888', '#999999'])
    expect(poor.problems[0].message).toBe(
      'no ink reaches a contrast of 4.5 on the background, the best has 1.57',
    )
    // White or black reaches it on any color.
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 0xffffff }), color => {
        const hex = `#${color.toString(16).padStart(6, '0')}`
        const { ink } = readableInk(hex)
        expect(contrast(ink, hex)).toBeGreaterThanOrEqual(4.5)
      }),
    )
  })

  it('have the contrast that WCAG says', () => {
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 10)
    expect(contrast('#767676', '#ffffff')).toBeCloseTo(4.54, 2)
    expect(contrast('#ffffff', '#ffffff')).toBe(1)
    expect(contrast('#00000080', '#ffffff')).toBeCloseTo(contrast('#7f7f7f', '#ffffff'), 5)
    expect(() => contrast('flare', '#fff')).toThrow("no ink named 'flare'")
  })
})

describe('a text in the middle of a ring', () => {
  it('is centered by its ink to 0.1 unit, and no corner touches the ring', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('23,500', '7', '1', '44 %', 'Jy', '23,500\n~chart-note[tickets]', '−3.5'),
        fc.double({ min: 20, max: 240, noNaN: true }),
        fc.double({ min: 0.85, max: 3, noNaN: true }),
        (text, radius, scale) => {
          const { text: placed, problems } = centerText(textsAt(scale), text, {
            x: 150,
            y: 90,
            radius,
          })
          if (!placed) {
            expect(problems.map(({ code }) => code)).toContain('text-omitted')
            return
          }
          const found = inked(placed.item)
          const xs = found?.corners.map(([x]) => x) ?? []
          const ys = found?.corners.map(([, y]) => y) ?? []
          expect((Math.min(...xs) + Math.max(...xs)) / 2).toBeCloseTo(150, 1)
          expect((Math.min(...ys) + Math.max(...ys)) / 2).toBeCloseTo(90, 1)
          const own = inkBox(placed.layout)
          if (placed.layout.lines.length === 1 && own) {
            expect(Math.hypot(own.width / 2, own.height / 2)).toBeLessThanOrEqual(radius)
          }
        },
      ),
      { numRuns: roundsOf(60) },
    )
  })
})

describe('text along a line', () => {
  const layout = texts.setPlain('tick', 'with the flood')

  it('stands outside of a circle, upright above and below', () => {
    for (const [at, sign] of [
      [90, -1],
      [270, 1],
    ] as const) {
      const { item, problems } = textAlong(layout, { x: 100, y: 100, radius: 60 }, { at, gap: 4 })
      expect(problems).toEqual([])
      const letters = item.items.flatMap(letter =>
        letter.kind === 'group' && letter.matrix ? [letter.matrix] : [],
      )
      expect(letters).toHaveLength('withtheflood'.length + 2)
      const middle = letters[Math.floor(letters.length / 2)]
      expect(Math.sign(middle.dy - 100)).toBe(sign)
      expect(middle.xx).toBeGreaterThan(0.9)
      for (const { dx, dy } of letters) expect(Math.hypot(dx - 100, dy - 100)).toBeGreaterThan(60)
    }
  })

  it('is painted in its style, with its stroke, and can be copied', () => {
    const finished = defineSheet({
      styles: { soft: { opacity: 0.5, stroke: { ink: '#c8331f', width: 2 } } },
    })
    const soft = typesetterFor({ sheet: finished, fonts }).set('flo\u00adod', { style: 'soft' })
    const { item } = textAlong(soft, { x: 100, y: 100, radius: 60 })
    expect(item.label).toBe('flood')
    for (const letter of item.items) {
      const [glyphs] = letter.kind === 'group' ? letter.items : []
      expect(glyphs).toMatchObject({
        ink: { opacity: 0.5 },
        paint: { fill: { opacity: 0.5 }, stroke: { width: 2, ink: { opacity: 0.5 } } },
      })
    }
  })

  it('stands inside of a circle', () => {
    const { item } = textAlong(layout, { x: 100, y: 100, radius: 60 }, { side: 'inside', at: 270 })
    for (const letter of item.items) {
      if (letter.kind !== 'group' || !letter.matrix) continue
      expect(Math.hypot(letter.matrix.dx - 100, letter.matrix.dy - 100)).toBeLessThan(60)
    }
  })

  it('runs along a path, is read as a whole and is reported where it is longer', () => {
    const { item, problems } = textAlong(layout, 'M0 50 L300 50', { gap: 5 })
    expect(item.label).toBe('with the flood')
    expect(problems).toEqual([])
    const places = item.items.flatMap(letter =>
      letter.kind === 'group' && letter.matrix ? [letter.matrix] : [],
    )
    for (const { dy } of places) expect(dy).toBeCloseTo(45, 6)
    const [first, last] = [places[0].dx, places[places.length - 1].dx]
    expect((first + last) / 2).toBeCloseTo(150, -1)
    const short = textAlong(layout, 'M0 0 C10 0 20 0 30 0')
    expect(short.problems[0].code).toBe('path-too-short')
    const gap = textAlong(layout, 'M9 9 M0 50 L300 50 M400 50 L700 50')
    expect(gap.problems.map(({ message }) => message)).toEqual([
      'the text runs along the first stretch of the path only',
    ])
    expect(() => textAlong(layout, 'M0 0')).toThrow('has no length')
    expect(() => textAlong(layout, 'nonsense')).toThrow('path data is not valid at 0')
    expect(inkedTexts([item])).toEqual([])
  })
})
