import {
  arc,
  bounds,
  circle,
  defineSheet,
  draw,
  group,
  image,
  inkBox,
  openFonts,
  path,
  place,
  polygon,
  rectangle,
  rule,
  type Typesetter,
  typesetterFor,
} from 'dot-line'
import { toHtml, toHtmlPage } from 'dot-line/html'
import { toSvg } from 'dot-line/svg'
import { beforeAll, describe, expect, it } from 'vitest'

const sheet = defineSheet({
  inks: { deep: '#0b3d5c', dusk: { gradient: 'linear', stops: ['deep', '#c8331f'] } },
  styles: { body: { size: 16, ink: 'deep' }, low: { variantPosition: 'sub' } },
})
let typesetter: Typesetter
beforeAll(async () => {
  typesetter = typesetterFor({ sheet, fonts: await openFonts() })
})
const set = (text: string) => typesetter.set(text, { style: 'body' })
const size = { width: 300, height: 120 }

describe('a drawing', () => {
  it('has a placed layout as one item with its matrix and id', () => {
    const layout = set('Tern')
    const item = place(layout, 30, 20, { across: 'left' }, { id: 'boat' })
    expect(item).toMatchObject({ kind: 'text', layout, id: 'boat', matrix: { dx: 30, dy: 20 } })
    expect(draw(size, [item]).items).toEqual([item])
  })

  it('is placed as a layout is', () => {
    const inner = draw({ width: 40, height: 20, title: 'lamp' }, [
      rectangle({ x: 0, y: 0, width: 40, height: 20 }, 'deep', 0, sheet),
    ])
    const shown = draw(size, [
      place(inner, 150, 60, { across: 'center', down: 'center', angle: 90 }),
    ])
    const ink = inkBox(shown)
    expect([ink?.x, ink?.y, ink?.width, ink?.height].map(n => Math.round(n ?? 0))).toEqual([
      140, 40, 20, 40,
    ])
    expect(() => place(inner, 0, 0, { down: 'cap' })).toThrow('top, center, bottom')
    expect(() => place(JSON.parse(JSON.stringify(inner)), 0, 0)).toThrow('is data')
  })

  it('is placed by its ink and found by its id on request', () => {
    const inner = draw({ width: 40, height: 20 }, [circle(30, 10, 5, { fill: '#0b3d5c' })])
    const placed = place(inner, 100, 50, { by: 'ink', across: 'left', down: 'bottom' }, { id: 'x' })
    expect(placed.id).toBe('x')
    const ink = inkBox(draw(size, [placed]))
    expect([ink?.x, (ink?.y ?? 0) + (ink?.height ?? 0)].map(n => Math.round(n ?? 0))).toEqual([
      100, 50,
    ])
    expect(() => place(inner, 0, 0, JSON.parse('{"by":"inc"}'))).toThrow("valid value for 'by'")
    expect(() => place(inner, 0, 0, JSON.parse('{"of":"lst"}'))).toThrow("valid value for 'of'")
  })

  it('shows a repeated layer at each of its positions', () => {
    const mark = group([circle(10, 10, 8, { fill: '#c8331f' })], { opacity: 0.5 })
    const icon = draw({ width: 20, height: 20 }, [group([mark], { opacity: 0.9 })])
    for (const order of [
      [-500, 40],
      [40, -500],
    ]) {
      const shown = draw(
        size,
        order.map(x => place(icon, x, 10)),
      )
      expect(toSvg(shown).match(/<path /g)).toHaveLength(1)
    }
  })

  it('is read out label by label', () => {
    const labels = ['Jan', 'Feb', 'H~low[2]O'].map((text, i) => place(set(text), 10 + i * 60, 20))
    expect(toSvg(draw(size, labels))).toContain('aria-label="Jan Feb H2O"')
    const two = typesetter.set('one two', { style: 'body', width: 30 })
    expect(toSvg(two)).toContain('aria-label="one two"')
  })

  it('has groups and images with names', () => {
    const boats = group([place(set('Tern'), 0, 0)], {
      role: 'figure',
      language: 'de',
      title: 'Boats',
      label: 'A "boat"',
    })
    const svg = toSvg(draw(size, [boats]))
    expect(svg).toContain(
      '<g role="figure" lang="de" aria-label="A &quot;boat&quot;">\n<title>Boats</title>',
    )
    expect(toHtml(draw(size, [boats])).html).toContain(
      '<div role="figure" lang="de" title="Boats" aria-label="A &quot;boat&quot;">',
    )
    // Of shapes alone, what they say stays, on a page too; and a link of shapes is clicked.
    const shapes = [rule([0, 60], [300, 60], 'deep', 1, sheet)]
    const said = draw(size, [
      group(shapes, { label: 'The sea' }),
      group(shapes, { link: '/tide', label: 'Tide' }),
    ])
    expect(toSvg(said)).toContain('role="group"')
    const page = toHtml(said)
    expect(page.html).toMatch(/<div role="group" aria-label="The sea"><div [^>]*aria-hidden/)
    expect(page.html).toMatch(/<a aria-label="Tide" href="\/tide"><div [^>]*aria-hidden/)
    expect(page.css).toContain('pointer-events:auto')
    expect(() => group([], { link: 'javascript:x' })).toThrow("may not start with 'javascript:'")
    const made = { kind: 'group', link: ' java\nscript:x', items: [] } as const
    expect(() => draw(size, [made])).toThrow("link of an item of kind 'group'")
    expect(() => draw(size, [group([made])])).toThrow('link')
    const data = JSON.parse('{"format":"png\\" onload=\\"x","bytes":[],"width":1,"height":1}')
    expect(() => image({ x: 0, y: 0, width: 1, height: 1 }, data)).toThrow('is data')
  })

  it('is real text on a page, in reading order, with pictures between', () => {
    const turned = place(set('Axis'), 20, 100, { angle: 90 })
    const items = [
      rectangle({ x: 0, y: 0, width: 300, height: 60 }, '#f4fafc'),
      place(set('First'), 10, 10),
      rule([0, 60], [300, 60], 'deep', 1, sheet),
      group([place(set('Second'), 10, 70)], { link: 'https://lantern-sound.example/a?b&c' }),
      turned,
    ]
    const { html, css } = toHtml(draw({ ...size, title: 'Board', language: 'en' }, items))
    const words = html
      .replace(/<[^>]+>/g, ' ')
      .replace(/\s+/g, ' ')
      .trim()
    expect(words).toBe('First Second Axis')
    expect(html).toContain('<a href="https://lantern-sound.example/a?b&amp;c">')
    expect(html).toContain('lang="en" role="group" aria-label="Board"')
    expect(html).not.toContain(' style=')
    expect(css.match(/background:url/g)).toHaveLength(2)
    expect(css).toContain('transform:matrix(0,-1,1,0,20,100)')
    expect(toHtmlPage([draw({ ...size, title: 'Board' }, items), set('x')])).toContain(
      '<title>Board</title>',
    )
  })
})

describe('shapes', () => {
  const deep = { fill: 'deep', sheet } as const
  const box = (item: ReturnType<typeof circle>) => {
    const ink = inkBox(draw({ width: 500, height: 500 }, [item]))
    return [ink?.x, ink?.y, ink?.width, ink?.height].map(n => Number((n ?? 0).toFixed(2)))
  }
  it('are circles, parts of disks and rings, polygons and path data', () => {
    expect(box(circle(100, 80, 30, deep))).toEqual([70, 50, 60, 60])
    expect(box(arc(100, 100, { radius: 50, from: 0, to: 90 }, deep))).toEqual([100, 50, 50, 50])
    expect(box(arc(100, 100, { radius: 50, innerRadius: 40, from: 180, to: 270 }, deep))).toEqual([
      50, 100, 50, 50,
    ])
    expect(box(arc(100, 100, { radius: 50, innerRadius: 40, from: 0, to: 360 }, deep))).toEqual([
      50, 50, 100, 100,
    ])
    expect(
      box(
        polygon(
          [
            [0, 0],
            [40, 0],
            [0, 30],
          ],
          deep,
        ),
      ),
    ).toEqual([0, 0, 40, 30])
    // More points than a call takes arguments.
    const coast = Array.from({ length: 300_000 }, (_, i) => [i % 400, (i * 7) % 300] as const)
    expect(box(polygon(coast, deep))).toEqual([0, 0, 399, 299])
    expect(box(path('M10 10h20v20H10z', deep))).toEqual([10, 10, 20, 20])
    expect(
      box(path('m10,10 20,0 0,20zm40 0l5-5', { stroke: { ink: '#c8331f', width: 2 } })),
    ).toEqual([9, 4, 47, 27])
    expect(
      box(path('M100 100A50 50 0 0 1 150 150A50 50 0 1 1 100 100Z', deep)).map(Math.round),
    ).toEqual([50, 100, 100, 100])
    expect(
      box(path('M0 50Q25 0 50 50T100 50S120 90 140 50c0-10 5-10 5 0a5 5 0 01-.5.5', deep)).map(
        Math.round,
      ),
    ).toEqual([0, 25, 145, 50])
    expect(box(path('M0 0A0 5 0 0 0 10 10M1e1.5', deep))).toEqual([0, 0, 10, 10])
  })

  it('are painted with names of a sheet, colors of CSS, or inks', () => {
    const fills = [
      circle(9, 9, 5, deep),
      circle(9, 9, 5, { fill: 'crimson' }),
      circle(9, 9, 5, { fill: sheet.ink('dusk') }),
    ]
    expect(fills.map(item => item.fill?.kind)).toEqual(['solid', 'solid', 'linear'])
    expect(fills[1].fill).toMatchObject({ color: '#dc143c' })
    expect(() => circle(9, 9, 5, { fill: 'depe', sheet })).toThrow(
      "no ink named 'depe', and no color (did you mean 'deep'?)",
    )
    expect(() => circle(9, 9, 5, { fill: 'deep' })).toThrow('sheet')
    expect(toSvg(draw({ ...size, background: 'deep', sheet }, []))).toContain('fill="#0b3d5c"')
  })

  it('are refused with wrong coordinates', () => {
    expect(() => circle(Number.NaN, 0, 1, deep)).toThrow('x of a circle is NaN')
    expect(() => arc(0, 0, { radius: -1, from: 0, to: 9 }, deep)).toThrow('radius of an arc is -1')
    expect(() =>
      polygon(
        [
          [0, 0],
          [1, 1],
        ],
        deep,
      ),
    ).toThrow('three points or more')
    for (const [data, at] of [
      ['L1 1', 0],
      ['M1', 2],
      ['M1 1 x', 5],
      ['M0 0A1 1 0 2 0 5 5', 11],
      ['M1 1Z2 2', 5],
    ] as const) {
      expect(() => path(data, deep), data).toThrow(`at ${at}`)
    }
    expect(() => path('M0 0L1e999 0', deep)).toThrow('too large')
    expect(() => path('', deep)).not.toThrow()
  })
})

it('the frame of a layout is its bounds', () => {
  expect(bounds(set('x'))).toMatchObject({ x: 0, y: 0 })
})
