import {
  defineSheet,
  type Item,
  type Layout,
  openFonts,
  type Typesetter,
  typesetterFor,
} from 'dot-line'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { paintedItems } from '../support/painted.ts'
import { problemsOf } from '../support/problems.ts'

const pill = {
  ink: '#1b4b6b',
  padding: { left: 8, right: 6, top: 2, bottom: 2 },
  radius: 9,
} as const
const styles = {
  defaults: { size: 20, family: ['sans', 'Noto Sans Hebrew'] },
  plain: { backing: pill },
  pill: { backing: { ...pill, inFlow: true } },
  open: { backing: { ...pill, inFlow: true, boxDecorationBreak: 'slice' } },
  logical: { backing: { ink: '#1b4b6b', padding: { start: 9, end: 4, top: 2 }, inFlow: true } },
  drawnOpen: { backing: { ...pill, boxDecorationBreak: 'slice' } },
  strong: { weight: 700 },
} as const
const breakings = ['fast', 'best', 'even'] as const
const alignments = ['start', 'center', 'justify'] as const
const directions = ['ltr', 'rtl'] as const
const ways = breakings.flatMap(breaking =>
  alignments.flatMap(align => directions.map(direction => ({ breaking, align, direction }))),
)
const wayStyles = ways.map((way, i) => [`way-${i}`, { ...way, overflowWrap: 'normal' }])
let typesetter: Typesetter<string>
const hebrew =
  'node_modules/@expo-google-fonts/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf'
beforeAll(async () => {
  typesetter = typesetterFor({
    sheet: defineSheet({ styles: { ...styles, ...Object.fromEntries(wayStyles) } }),
    fonts: await openFonts({ files: [hebrew] }),
  })
})
const set = (markup: string, options: Parameters<typeof typesetter.set>[1] = {}): Layout =>
  typesetter.set(markup, options)
const boxes = (layout: Layout) =>
  paintedItems(layout, 0, 0).flatMap(item => (item.kind === 'path' ? [spanOf(item)] : []))

function spanOf({ outline }: Extract<Item, { kind: 'path' }>) {
  const xs = outline.points.filter((_, i) => i % 2 === 0)
  const ys = outline.points.filter((_, i) => i % 2 === 1)
  return {
    left: Math.min(...xs),
    right: Math.max(...xs),
    middle: (Math.min(...ys) + Math.max(...ys)) / 2,
    corners: outline.segments.split('C').length - 1,
  }
}

describe('a backing in the flow', () => {
  it('moves its neighbors by its padding and breaks joined letters at its edges', () => {
    const [line] = set('AV~pill[AV]AV').lines
    const single = set('AV').width
    expect(line.width).toBeCloseTo(3 * single + 14, 6)
    expect(line.runs.map(run => run.x)).toEqual([
      0,
      expect.closeTo(single + 8, 6),
      expect.closeTo(2 * single + 14, 6),
    ])
    expect(set('AV~plain[AV]AV').width).toBeLessThan(3 * single)
  })

  it('covers no letter of its neighbors, and stays in its line, however lines are broken', () => {
    const styleName = fc.constantFrom('pill', 'open')
    const words = fc.array(fc.constantFrom('quay', 'light', 'שלום', 'of', 'harbour'), {
      minLength: 1,
      maxLength: 8,
    })
    const part = fc.record({ words, styleName, isBacked: fc.boolean() })
    const how = fc.nat({ max: ways.length - 1 })
    fc.assert(
      fc.property(
        fc.array(part, { minLength: 1, maxLength: 4 }),
        how,
        fc.integer({ min: 120, max: 420 }),
        (parts, way, width) => {
          const style = `way-${way}`
          const markup = parts
            .map(p => (p.isBacked ? `~${p.styleName}[${p.words.join(' ')}]` : p.words.join(' ')))
            .join(' ')
          const layout = set(markup, { style, width })
          for (const box of boxes(layout)) {
            const line = layout.lines.find(l => Math.abs(l.baseline - box.middle) < l.height / 2)
            if (!line) throw new Error('a backing on no line')
            if (line.width > width) continue
            expect(box.left).toBeGreaterThan(line.x - 0.01)
            expect(box.right).toBeLessThan(line.x + line.width + 0.01)
            for (const run of line.runs) {
              if (run.style.backing !== 'none' || run.text.trim() === '') continue
              const isBeside = run.x + run.width < box.left + 0.01 || run.x > box.right - 0.01
              expect(isBeside).toBe(true)
            }
          }
          const wrapped = typesetter.shape(markup, { style }).wrap(width)
          if (ways[way].align !== 'justify') {
            expect([...wrapped.widths]).toEqual(layout.lines.map(l => expect.closeTo(l.width, 4)))
          }
          expect([...wrapped.ends]).toEqual(layout.lines.map(l => l.end))
        },
      ),
      { numRuns: 300 },
    )
  })

  it('is closed or open at the ends of its lines', () => {
    const text = (style: string) => set(`~${style}[the old stone harbour wall]`, { width: 120 })
    const closed = text('pill')
    expect(closed.lines.length).toBeGreaterThan(2)
    for (const line of closed.lines) {
      expect(line.runs[0].x).toBeCloseTo(8, 6)
      expect(line.width).toBeCloseTo(line.runs[0].width + 14 - hanging(line), 1)
    }
    expect(boxes(closed).every(box => box.corners === 4)).toBe(true)
    const open = text('open')
    expect(open.lines[0].runs[0].x).toBeCloseTo(8, 6)
    expect(open.lines[1].runs[0].x).toBe(0)
    expect(boxes(open).map(box => box.corners)).toEqual([2, ...open.lines.slice(2).map(() => 0), 2])
    expect(boxes(text('drawnOpen')).map(box => box.corners)).toEqual([2, 2])
    expect(boxes(text('plain'))[0].left).toBe(-8)
  })

  it('goes on under the ellipsis', () => {
    for (const [style, corners] of [
      ['pill', 4],
      ['open', 2],
    ] as const) {
      const layout = set(`~${style}[the old stone harbour wall]`, { width: 100, maxLines: 1 })
      const [box] = boxes(layout)
      expect(box.corners).toBe(corners)
      const mark = layout.lines[0].runs.at(-1)
      expect(mark?.kind).toBe('ellipsis')
      expect(box.right).toBeCloseTo(
        (mark?.x ?? 0) + (mark?.width ?? 0) + (style === 'pill' ? 6 : 0),
        4,
      )
      expect(layout.width).toBeLessThanOrEqual(100)
    }
  })

  it('has its left padding at the left in both directions', () => {
    const [line] = set('~pill[שלום] ~pill[quay]', { style: 'way-1' }).lines
    const [first, second] = line.runs.filter(run => run.room)
    expect(first.room).toEqual({ left: 8, right: 6 })
    expect(second.room).toEqual({ left: 8, right: 6 })
    expect(first.x).toBeGreaterThan(second.x)
  })

  it('follows its paragraph with logical sides', () => {
    for (const [word, left, right] of [
      ['quay', 9, 4],
      ['שלום', 4, 9],
    ] as const) {
      const layout = set(`${word} ~logical[${word}] ${word}`)
      const [run] = layout.lines[0].runs.filter(one => one.room)
      expect(run.room).toEqual({ left, right })
      const [{ left: edge, right: end }] = boxes(layout)
      expect(run.x - edge).toBeCloseTo(left, 4)
      expect(end - run.x - run.width).toBeCloseTo(right, 4)
    }
  })

  it('is refused for paragraphs', () => {
    const source = {
      styles: { bad: { backing: { ink: '#000', extent: 'line', inFlow: true } } },
    }
    expect(problemsOf(() => defineSheet(source as never))[0].message).toContain(
      "'inFlow' is of a backing",
    )
  })
})

const hanging = (line: Layout['lines'][number]) =>
  line.runs[0].text.endsWith(' ') ? line.runs[0].width : 0
