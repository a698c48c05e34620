import {
  defineSheet,
  draw,
  image,
  openFonts,
  openImage,
  place,
  rectangle,
  rule,
  typesetterFor,
} from 'dot-line'
import {
  arrangeLetters,
  polygonData,
  toDxf,
  toOutlines,
  toPathData,
  toPolygons,
  toStl,
} from 'dot-line/outline'
import { beforeAll, describe, expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'
import { arabicFonts } from '../support/fonts.ts'
import { checkedSolid } from '../support/solid.ts'

const sheet = defineSheet({
  inks: { deep: '#0b3d5c' },
  styles: {
    defaults: { size: 72, family: ['sans', 'Noto Sans Arabic'] },
    light: { weight: 200, size: 14 },
    shaded: { shadow: { ink: 'deep', x: 2, blur: 4 } },
  },
})
const openSetter = async () =>
  typesetterFor({ sheet, fonts: await openFonts({ files: arabicFonts }) })
let typesetter: Awaited<ReturnType<typeof openSetter>>
beforeAll(async () => {
  typesetter = await openSetter()
})
const set = (text: string) => typesetter.set(text as 'x')

/** Twice the area, above 0 where a ring runs clockwise as it is seen. */
function turn(ring: ArrayLike<number>): number {
  let sum = 0
  for (let i = 0; i < ring.length; i += 2) {
    const next = (i + 2) % ring.length
    sum += ring[i] * ring[next + 1] - ring[next] * ring[i + 1]
  }
  return sum
}
const areaOf = (polygons: Awaited<ReturnType<typeof toPolygons>>['polygons']) =>
  polygons.reduce(
    (sum, { outer, holes }) => sum - turn(outer) / 2 - holes.reduce((s, h) => s + turn(h) / 2, 0),
    0,
  )

describe('outlines', () => {
  it('are data or SVG path data, with their curves', async () => {
    const { outlines, problems } = toOutlines(set('do'))
    expect(problems).toEqual([])
    expect(outlines).toHaveLength(1)
    expect(outlines[0]).toMatchObject({ text: 'do' })
    expect(outlines[0].outline.segments).toMatch(/Q/)
    expect(toPathData(set('do'))).toMatch(/^M[\d.]+ [\d.]+[LQ]/)
  })

  it('are polygons with holes, each with its winding', async () => {
    const { polygons } = await toPolygons(set('Bio8'))
    expect(polygons.map(({ holes }) => holes.length).sort()).toEqual([0, 0, 1, 2, 2])
    for (const { outer, holes } of polygons) {
      expect(turn(outer)).toBeLessThan(0)
      for (const hole of holes) expect(turn(hole)).toBeGreaterThan(0)
    }
    expect(polygonData(polygons).match(/Z/g)).toHaveLength(10)
  })

  it('stay within a tolerance or have a stated number of lines per curve', async () => {
    const points = async (options: object) =>
      (await toPolygons(set('SO'), options)).polygons.reduce((n, p) => n + p.outer.length / 2, 0)
    const coarse = await points({ tolerance: 0.5 })
    expect(await points({ tolerance: 0.01 })).toBeGreaterThan(coarse * 1.5)
    const [four, eight] = [
      await points({ segmentsPerCurve: 4 }),
      await points({ segmentsPerCurve: 8 }),
    ]
    expect(eight / four).toBeGreaterThan(1.8)
    // A finer tolerance comes nearer to the true area.
    const areas: number[] = []
    for (const tolerance of [1, 0.1, 0.01, 0.001]) {
      areas.push(areaOf((await toPolygons(set('O'), { tolerance })).polygons))
    }
    const errors = areas.slice(0, 3).map(area => Math.abs(area - areas[3]))
    expect(errors[0]).toBeGreaterThan(errors[1])
    expect(errors[1]).toBeGreaterThan(errors[2])
    for (const bad of [
      { tolerance: 0 },
      { segmentsPerCurve: 0 },
      { segmentsPerCurve: 1.5 },
      { minThickness: -1 },
    ]) {
      expect(() => toPolygons(set('O'), bad)).toThrow()
    }
  })

  it('are one piece where letters overlap', async () => {
    const joined = (await toPolygons(set('سسس'))).polygons
    expect(joined).toHaveLength(1)
    const crossed = draw({ width: 100, height: 100 }, [
      rule([10, 50], [90, 50], sheet.ink('deep'), 10),
      rule([50, 10], [50, 90], sheet.ink('deep'), 10),
    ])
    const { polygons } = await toPolygons(crossed)
    expect(polygons).toHaveLength(1)
    expect(areaOf(polygons)).toBeCloseTo(2 * 800 - 100, 6)
  })

  it('report content without an outline', async () => {
    const picture = await openImage('docs/screenshots/tide.png')
    const shown = draw({ width: 90, height: 90 }, [
      image({ x: 0, y: 0, width: 10, height: 10 }, picture),
      place(typesetter.set('~shaded[x]'), 10, 0),
    ])
    const messages = toOutlines(shown).problems.map(problem => problem.message)
    expect(messages).toEqual([
      'an image has no outline and is omitted',
      'a blurred shadow has no outline and is omitted',
    ])
  })

  it('report strokes that are too thin to be made', async () => {
    const { problems } = await toPolygons(typesetter.set('~light[Tern]'), { minThickness: 1 })
    expect(problems.length).toBeGreaterThan(0)
    expect(problems[0]).toMatchObject({ code: 'thin-part', severity: 'warning' })
    expect(problems[0].message).toMatch(
      /a part of 'Tern' at \([\d.]+, [\d.]+\) is 0\.\d\d units wide/,
    )
    expect((await toPolygons(set('Tern'), { minThickness: 1 })).problems).toEqual([])
    const bar = draw({ width: 50, height: 50 }, [
      rectangle({ x: 5, y: 5, width: 30, height: 0.4 }, sheet.ink('deep')),
    ])
    expect((await toPolygons(bar, { minThickness: 0.5 })).problems[0].message).toContain(
      'is 0.40 units wide',
    )
    expect((await toPolygons(bar, { minThickness: 0.3 })).problems).toEqual([])
  })
})

describe('DXF', () => {
  it('holds closed polylines in millimeters, read back', async () => {
    const layout = set('io')
    const { dxf } = await toDxf(layout)
    const lines = dxf.trimEnd().split('\n')
    const codes = Array.from(
      { length: lines.length / 2 },
      (_, i) => [Number(lines[i * 2]), lines[i * 2 + 1]] as const,
    )
    expect(codes.at(-1)).toEqual([0, 'EOF'])
    const rings: { layer: string; points: number[] }[] = []
    for (const [i, [code, value]] of codes.entries()) {
      if (code === 0 && value === 'POLYLINE') {
        rings.push({ layer: codes[i + 1][1], points: [] })
        expect(codes[i + 3]).toEqual([70, '1'])
      }
      if (code === 10 || code === 20) rings.at(-1)?.points.push(Number(value))
    }
    const { polygons } = await toPolygons(layout)
    const mm = 25.4 / 96
    expect(rings.map(ring => ring.layer).sort()).toEqual([
      'CONTOURS',
      'CONTOURS',
      'CONTOURS',
      'HOLES',
    ])
    // y grows upward here: what ran counter-clockwise still does.
    const area = rings.reduce((sum, ring) => sum + turn(ring.points) / 2, 0)
    expect(area).toBeCloseTo(areaOf(polygons) * mm * mm, 3)
    const heights = rings.flatMap(ring => ring.points.filter((_, i) => i % 2 === 1))
    expect(Math.max(...heights)).toBeLessThan(layout.height * mm)
    expect(Math.min(...heights)).toBeGreaterThan(0)
  })
})

describe('STL', () => {
  it('is a closed solid whose volume is the area times the depth', async () => {
    const layout = set('do8')
    const { stl, problems } = await toStl(layout, { depth: 3, millimetersPerUnit: 1 })
    expect(problems).toEqual([])
    const { count, open, volume } = checkedSolid(stl)
    expect(stl.length).toBe(84 + 50 * count)
    expect(open).toBe(0)
    expect(volume).toBeCloseTo(areaOf((await toPolygons(layout)).polygons) * 3, 0)
    for (const depth of [0, -1, Number.NaN]) expect(() => toStl(layout, { depth })).toThrow('depth')
    for (const scale of [0, -1, Number.NaN]) {
      expect(() => toStl(layout, { depth: 1, millimetersPerUnit: scale })).toThrow('the scale')
      expect(() => toDxf(layout, { millimetersPerUnit: scale })).toThrow('the scale')
    }
  })
})

describe('solids', () => {
  const files = [fontFiles.cff, fontFiles.thai, fontFiles.japanese, ...arabicFonts]
  const families = [
    'sans',
    'serif',
    'mono',
    'Source Code Pro',
    'Noto Sans Thai',
    'Noto Sans Arabic',
    'MotoyaLCedar',
  ]

  it.each(families)('are closed and outward, of many glyphs of a face: %s', async family => {
    const fonts = await openFonts({ files })
    const own = typesetterFor({
      sheet: defineSheet({ styles: { body: { family, size: 40 } } }),
      fonts,
      problems: 'collect',
    })
    const face = fonts.face(family, { weight: 400, slant: 'normal' })
    const characters = [...'#æ%&@8BgQ§ß§ǽ½™ðþŁصلى\u0e01\u0e4f船夕'].filter(
      character => face.glyphOf(character.codePointAt(0) ?? 0) !== 0,
    )
    expect(characters.length).toBeGreaterThan(5)
    for (const character of characters) {
      for (const segmentsPerCurve of [5, 16, 60]) {
        const layout = own.set(character as 'x', { style: 'body' })
        const { stl } = await toStl(layout, { depth: 2, segmentsPerCurve })
        const { open, volume } = checkedSolid(stl)
        expect([character, open]).toEqual([character, 0])
        expect(volume).toBeGreaterThan(0)
      }
    }
  })

  it.each(['raised', 'sunk', 'cut'] as const)('hold text %s in a plate', async text => {
    const layout = set('#æ Bo8')
    const area = areaOf((await toPolygons(layout)).polygons) * 0.01
    const plate = { thickness: 3, margin: 4, radius: 2, text }
    const { stl } = await toStl(layout, { depth: 1, millimetersPerUnit: 0.1, plate })
    const { open, volume, low, high } = checkedSolid(stl)
    expect(open).toBe(0)
    expect([low, high]).toEqual([0, text === 'raised' ? 4 : 3])
    const [width, height] = [layout.width * 0.1 + 8, layout.height * 0.1 + 8]
    const corners = (4 - Math.PI) * 2 ** 2
    const whole = (width * height - corners) * 3
    const own = { raised: area, sunk: -area, cut: -3 * area }[text]
    expect(Math.abs(volume - whole - own)).toBeLessThan(0.1)
  })

  const words = [
    ...['Quillhaven', 'Sea Holly', '8%@&', 'BOQ', '#1', 'i.j:', 'ooo', 'M&M', '{}[]()', 'سلام'],
    ...['Ωμέγα', 'Äöü', 'ffi', 'Saint Orrin’s', 'B8', '—'],
  ]
  it.each(['raised', 'sunk', 'cut'] as const)(
    'are closed, whatever stands in a plate: %s',
    async text => {
      for (const [i, word] of words.entries()) {
        const layout = set(word)
        const shown =
          i % 3 === 0 ? arrangeLetters(layout, { mirrored: true, advanceFactor: 0.7 }) : layout
        const plate = { thickness: 3, radius: i % 4, text, bridges: 0.6 }
        const { stl, problems } = await toStl(shown, { depth: 1.3, letterHeight: 9, plate })
        const { open, volume } = checkedSolid(stl)
        expect([word, open, problems]).toEqual([word, 0, []])
        expect(volume).toBeGreaterThan(0)
      }
    },
  )

  it('report parts that fall out of a plate and hold them by bridges', async () => {
    const plate = { thickness: 3, text: 'cut' } as const
    const codes = async (text: string, more: object) =>
      (await toStl(set(text), { depth: 1, plate: { ...plate, ...more } })).problems.map(
        ({ code }) => code,
      )
    expect(await codes('oB', {})).toEqual(['loose-part', 'loose-part', 'loose-part'])
    expect(await codes('oB', { bridges: 0.5 })).toEqual([])
    expect(await codes('Tern', {})).toEqual(['loose-part'])
    expect(await codes('lI', {})).toEqual([])
  })

  it('have capitals of the requested height', async () => {
    const { stl } = await toStl(set('H'), { depth: 1, letterHeight: 20 })
    const view = new DataView(stl.buffer)
    const ys = Array.from({ length: view.getUint32(80, true) }, (_, i) =>
      [0, 1, 2].map(k => view.getFloat32(84 + 50 * i + 12 + 12 * k + 4, true)),
    ).flat()
    // Letters may be a little lower than the font says.
    expect(Math.abs(Math.max(...ys) - Math.min(...ys) - 20)).toBeLessThan(0.2)
    expect(() => toDxf(set('H'), { letterHeight: -1 })).toThrow('letterHeight')
  })

  it.each([1e300, Number.MAX_VALUE, -1, Number.NaN])(
    'refuse a depth that there is not: %s',
    depth => {
      expect(() => toStl(set('H'), { depth })).toThrow('millimeters')
      expect(() => toStl(set('H'), { depth: 1, millimetersPerUnit: depth })).toThrow('millimeters')
    },
  )

  it('report text without a solid', async () => {
    const { stl, problems } = await toStl(set(' '), { depth: 1 })
    expect(checkedSolid(stl).count).toBe(0)
    expect(problems).toMatchObject([{ code: 'missing-outline' }])
    expect((await toPolygons(set(''))).problems.length).toBe(1)
    const plate = { thickness: 2 }
    expect(checkedSolid((await toStl(set(''), { depth: 1, plate })).stl).open).toBe(0)
    expect(() => toStl(set('a'), { depth: 3, plate: { thickness: 2, text: 'sunk' } })).toThrow(
      'goes through',
    )
    expect(() => toStl(set('a'), { depth: 3, plate: { thikness: 2 } as never })).toThrow(
      "'thikness'",
    )
  })
})

describe('rearranged letters', () => {
  const xs = (shown: ReturnType<typeof arrangeLetters>) =>
    shown.items.map(item => (item.kind === 'glyphs' ? item.x : Number.NaN))
  const ys = (shown: ReturnType<typeof arrangeLetters>) =>
    shown.items.map(item => (item.kind === 'glyphs' ? item.y : Number.NaN))

  it('advance by a factor of their own widths, except marks', () => {
    const layout = set('TeŁńo')
    const plain = arrangeLetters(layout)
    const wide = arrangeLetters(layout, { advanceFactor: 1.5 })
    const advances = xs(plain)
      .slice(1)
      .map((x, i) => x - xs(plain)[i])
    expect(xs(wide)).toHaveLength(5)
    xs(wide)
      .slice(1)
      .forEach((x, i) => {
        expect(x - xs(wide)[i]).toBeCloseTo(advances[i] * 1.5, 6)
      })
    expect(plain.box.width).toBeCloseTo(layout.width, 6)
    expect(wide.box.width - xs(wide)[4]).toBeCloseTo(layout.width - xs(plain)[4], 6)
    expect(toPathData(plain)).toBe(toPathData(layout))
  })

  it('keep joined letters joined, and lines where they are aligned', () => {
    const arabic = set('قارب')
    expect(xs(arrangeLetters(arabic, { advanceFactor: 2 }))).toEqual([0])
    const layout = typesetter.set('a\nbbbb' as 'x', { align: 'end', width: 400 })
    const { items, box } = arrangeLetters(layout, { advanceFactor: 1.2 })
    const last = items.map(item => (item.kind === 'glyphs' ? item.x : 0))
    const advance = layout.lines[0].width
    expect(last[0] + advance).toBeCloseTo(400, 6)
    expect(box.width).toBe(400)
  })

  it('are stacked, read downward or upward, each centered in its column', () => {
    const layout = set('Iwa\nלב')
    const [down, up] = (['downward', 'upward'] as const).map(stacked =>
      arrangeLetters(layout, { stacked, advanceFactor: 0.9 }),
    )
    const step = layout.lines[0].height * 0.9
    expect(
      ys(down)
        .slice(0, 3)
        .map(y => (y - ys(down)[0]) / step),
    ).toEqual([0, 1, 2].map(n => expect.closeTo(n, 6)))
    expect(
      ys(up)
        .slice(0, 3)
        .map(y => (y - ys(up)[0]) / step),
    ).toEqual([0, -1, -2].map(n => expect.closeTo(n, 6)))
    // Hebrew is read from its first letter on as well.
    const texts = down.items.map(item => (item.kind === 'glyphs' ? item.text : ''))
    expect(texts).toEqual(['I', 'w', 'a', 'ל', 'ב'])
    expect(up.box).toEqual(down.box)
    expect(up.box.height).toBeCloseTo(layout.lines[0].height * 2.8, 6)
  })

  it('are mirrored as closed solids of the same volume', async () => {
    const layout = set('Fl8')
    const volumes = []
    for (const mirrored of [false, true]) {
      const shown = arrangeLetters(layout, { advanceFactor: 1.1, stacked: 'upward', mirrored })
      const { stl } = await toStl(shown, { depth: 2 })
      const { open, volume } = checkedSolid(stl)
      expect(open).toBe(0)
      volumes.push(volume)
      const { polygons } = await toPolygons(shown)
      const stem = polygons.map(({ outer }) => Math.min(...outer.filter((_, i) => i % 2 === 0)))
      expect(Math.min(...stem)).toBeGreaterThan(0)
    }
    expect(volumes[0]).toBeCloseTo(volumes[1], 2)
    const box = (shown: ReturnType<typeof arrangeLetters>) =>
      toOutlines(shown).outlines[0].outline.points
    const [right, left] = [false, true].map(mirrored => box(arrangeLetters(layout, { mirrored })))
    expect([...left]).toEqual(
      [...right].map((at, i) => (i % 2 ? at : expect.closeTo(layout.width - at, 3))),
    )
  })

  it('refuse impossible combinations', async () => {
    const column = typesetterFor({
      sheet: defineSheet({ styles: { body: { writingMode: 'vertical-rl' } } }),
      fonts: await openFonts(),
    })
    expect(() => arrangeLetters(column.set('a', { style: 'body' }))).toThrow('vertical text')
    expect(() => arrangeLetters(set('a'), { advanceFactor: 0 })).toThrow('above 0')
    expect(() => arrangeLetters(set('a'), { stacked: 'up' as never })).toThrow('must be one of')
  })
})
