import { defineSheet, faceOf, type Layout, openFonts, typesetterFor } from 'dot-line'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'
import { hebrewFonts } from '../support/fonts.ts'

const sheet = defineSheet({
  styles: {
    defaults: { size: 20 },
    start: { ellipsis: { at: 'start' } },
    middle: { ellipsis: { at: 'middle' } },
    tracked: { tracking: 0.4 },
    trackedMiddle: { tracking: 0.4, ellipsis: { at: 'middle' } },
    marked: { ellipsis: '続' },
    unknown: { ellipsis: '\u{10b83}' },
    listed: { marker: { text: '続' } },
    led: { tabs: [{ at: 200, leader: '続' }] },
  },
})
type Name =
  | 'start'
  | 'middle'
  | 'tracked'
  | 'trackedMiddle'
  | 'marked'
  | 'unknown'
  | 'listed'
  | 'led'

async function open() {
  const fonts = await openFonts({ files: [...hebrewFonts, fontFiles.japanese] })
  return typesetterFor({ sheet, fonts })
}
let typesetter: Awaited<ReturnType<typeof open>>
beforeAll(async () => {
  typesetter = await open()
})
const set = (text: string, style: Name, frame = {}) =>
  typesetter.set(text as 'x', { style, ...frame })
const kinds = (layout: Layout, kind: string) =>
  layout.lines.flatMap(line => line.runs).filter(run => run.kind === kind)

describe('a text truncated in the middle', () => {
  // Its first strong letters are cut off, and what is left begins with others.
  it.each(['start', 'middle'] as const)('at its %s keeps the direction of the whole', style => {
    const text = 'הסירות יוצאות אל Quillhaven Ardle Point (07:40)'
    for (const width of [120, 200, 300]) {
      const { lines } = set(text, style, { width, maxLines: 1 })
      expect(lines[0].level, `${width}`).toBe(1)
    }
    const latin = 'Boats to Quillhaven הסירות יוצאות עם השקיעה'
    expect(set(latin, style, { width: 150, maxLines: 1 }).lines[0].level).toBe(0)
  })

  it.each(['tracked', 'trackedMiddle'] as const)('ends in its frame where it is %s', style => {
    fc.assert(
      fc.property(fc.integer({ min: 60, max: 400 }), width => {
        const { lines, cut } = set('Boats to Ardle Point leave at dusk, and late', style, {
          width,
          maxLines: 1,
        })
        expect(cut).toBeDefined()
        const reach = Math.max(...lines[0].runs.map(run => run.x + run.width))
        expect(lines[0].width).toBeLessThanOrEqual(width + 1e-6)
        // Tracking behind the last letter is no ink.
        expect(reach).toBeLessThanOrEqual(width + 0.4 * 20 + 1e-6)
      }),
      { numRuns: 40 },
    )
    const cut = set('Boats to Ardle Point leave', style, { width: 150, maxLines: 1 })
    const [mark] = kinds(cut, 'ellipsis')
    expect(mark.x + mark.width).toBeLessThanOrEqual(150 + 0.4 * 20 + 1e-6)
  })
})

describe('content that a style adds to a text', () => {
  it.each([
    ['marked', 'ellipsis', 'Boats to Ardle Point leave at dusk', { width: 120, maxLines: 1 }],
    ['listed', 'marker', 'Ardle Point', {}],
    ['led', 'leader', 'Tern\t12.50', {}],
  ] as const)('is of another face where its own lacks it: %s', (style, kind, text, frame) => {
    const layout = set(text, style, frame)
    const runs = kinds(layout, kind)
    expect(runs.length).toBeGreaterThan(0)
    for (const run of runs) {
      expect([...run.glyphs.glyphs]).not.toContain(0)
      expect(faceOf(run).family).not.toBe('Source Sans 3')
    }
    expect(layout.problems).toEqual([])
    expect(layout.text).toBe(text)
  })

  it('is reported where no face has it', () => {
    const { problems } = set('Boats to Ardle Point leave', 'unknown', { width: 120, maxLines: 1 })
    expect(problems).toMatchObject([{ code: 'missing-glyph', severity: 'warning' }])
  })
})

describe('a tab', () => {
  it('is at least half a digit wide (CSS Text 3, 4.1.2)', () => {
    const zero = typesetter.set('0').width
    for (let length = 1; length < 60; length++) {
      const word = 'i'.repeat(length)
      for (const style of ['led', undefined] as const) {
        const [line] = typesetter.set(`${word}\tx`, { style: style as 'led' }).lines
        const tab = line.runs.find(run => run.text === '\t')
        expect(tab?.width, `${length}`).toBeGreaterThanOrEqual(zero / 2 - 1e-6)
      }
    }
  })
})
