import { type Fonts, openFonts } from 'dot-line'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { type Outline, outlineFromPathData } from '../../src/geometry/index.ts'
import { outlinePath } from '../../src/targets/svg/outline-path.ts'
import { fontFiles } from '../support/font-files.ts'

let fonts: Fonts
beforeAll(async () => {
  fonts = await openFonts({ files: [fontFiles.japanese] })
})

/** Points of an outline in thousandths; closing lines that Z draws anyway are none of it. */
function steps({ segments, points }: Outline): unknown[] {
  const counts: Record<string, number> = { M: 1, L: 1, Q: 2, C: 3, Z: 0 }
  const all: (readonly [string, ...number[]])[] = []
  let [at, start] = [0, [0, 0]]
  for (const segment of segments) {
    const own = [...points.slice(at, at + counts[segment] * 2)].map(n => Math.round(n * 1000) + 0)
    at += counts[segment] * 2
    if (segment === 'M') start = own
    for (let last = all.at(-1); segment === 'Z' && last?.[0] === 'L'; last = all.at(-1)) {
      if (last[1] !== start[0] || last[2] !== start[1]) break
      all.pop()
    }
    all.push([segment, ...own])
  }
  return all
}

function readBack(path: string): Outline {
  const read = outlineFromPathData(path)
  if ('at' in read) throw new Error(`no path data at ${read.at}: ${path.slice(read.at)}`)
  return read.outline
}

describe('path data of an outline', () => {
  it('has the very points of every glyph', () => {
    for (const family of ['sans', 'serif', 'mono', 'MotoyaLCedar']) {
      const face = fonts.face(family, { weight: 400, slant: 'normal' })
      for (let glyph = 0; glyph < 1500; glyph++) {
        const outline = face.outline(glyph)
        expect(steps(readBack(outlinePath(outline)))).toEqual(steps(outline))
      }
    }
  })

  const coordinate = fc.oneof(
    fc.integer({ min: -20, max: 20 }),
    fc.double({ min: -3, max: 3, noNaN: true }),
    fc.constant(0.5),
  )
  const point = fc.tuple(coordinate, coordinate)
  const segment = fc.oneof(
    fc.tuple(fc.constant('L'), fc.tuple(point)),
    fc.tuple(fc.constant('Q'), fc.tuple(point, point)),
    fc.tuple(fc.constant('C'), fc.tuple(point, point, point)),
  )
  const contour = fc.tuple(point, fc.array(segment, { maxLength: 8 }), fc.boolean())

  it('has the points of any outline, open or closed', () => {
    fc.assert(
      fc.property(fc.array(contour, { maxLength: 4 }), contours => {
        const segments = contours
          .map(([, parts, isClosed]) => `M${parts.map(p => p[0]).join('')}${isClosed ? 'Z' : ''}`)
          .join('')
        const points = contours.flatMap(([first, parts]) => [
          ...first,
          ...parts.flatMap(([, own]) => own.flat()),
        ])
        const outline = { segments, points: Float32Array.from(points) }
        expect(steps(readBack(outlinePath(outline)))).toEqual(steps(outline))
      }),
    )
  })
})
