import {
  type Continuation,
  defineSheet,
  type Layout,
  openFonts,
  type Typesetter,
  typesetterFor,
} from 'dot-line'
import { openHyphenation } from 'dot-line/hyphenation'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'

const styles = {
  fast: { size: 16 },
  even: { from: 'fast', breaking: 'even' },
  best: { from: 'fast', breaking: 'best' },
  hyphenated: { from: 'best', hyphenation: true },
  justified: { from: 'best', align: 'justify', justification: { words: [-0.08, 2] } },
  lone: { from: 'fast', loneWord: 'avoid' },
  indented: {
    from: 'fast',
    firstIndent: 20,
    startIndent: 6,
    endIndent: 9,
    spaceBefore: 3,
    spaceAfter: 4,
  },
  listed: { from: 'fast', marker: { text: '{number}.' } },
  padded: { from: 'best', padding: { left: 11, right: 7, top: 5, bottom: 3 } },
  tabbed: { from: 'fast', tabs: [{ at: 60 }, { at: 110, align: 'end', leader: '.' }] },
  tracked: { from: 'fast', tracking: 0.07 },
  down: { from: 'fast', writingMode: 'vertical-rl' },
  strong: { weight: 700, size: '1.3x' },
} as const
type StyleName = keyof typeof styles
const names = Object.keys(styles).filter(name => name !== 'strong') as StyleName[]
const sheet = defineSheet({ styles })
let typesetter: Typesetter
beforeAll(async () => {
  const fonts = await openFonts({ files: [fontFiles.arabic, fontFiles.thai, fontFiles.japanese] })
  typesetter = typesetterFor({
    sheet,
    fonts,
    hyphenation: await openHyphenation('en'),
    problems: 'collect',
  })
})

const pieces = [
  'Boats to ~strong[Saint Orrin’s Landing] leave from berth two, and unbelievably often on time. ',
  'fare\t12.50\tnow ',
  'Brackwater-under-Heugh ',
  'القوارب تغادر عند الغروب ٣ مرات ',
  'เรือออกจากท่าเวลาพระอาทิตย์ตก ',
  '船は夕暮れに出ます。港の灯りが見えます。',
  'a\u00adb un\u00adbe\u00adliev\u00adable ',
  '\n',
  '{U+2028}',
]
const texts = fc
  .array(fc.constantFrom(...pieces), { minLength: 1, maxLength: 9 })
  .map(list => list.join(''))

/** What lines are, wherever they are placed. */
const linesOf = (layout: Layout) =>
  layout.lines.map(({ start, end, width, runs, paragraph }) => ({
    start,
    end,
    paragraph,
    width: width.toFixed(6),
    text: runs.map(run => run.text).join('|'),
    // Where runs stand is counted from the line's start: a frame without bounds has its own.
    widths: runs.map(run => run.width.toFixed(6)),
    links: runs.map(run => run.styleNames?.join()),
  }))

/** A text over frames of so many lines each. */
function inFrames(
  text: string,
  style: StyleName,
  frame: object,
  counts: readonly number[],
): Layout[] {
  const frames: Layout[] = []
  let from: Continuation | undefined
  do {
    const maxLines = counts[frames.length % counts.length]
    const layout: Layout = typesetter.set(text, {
      style,
      ...frame,
      maxLines,
      continuation: from,
      continues: true,
    })
    frames.push(layout)
    from = layout.continuation
    expect(frames.length).toBeLessThan(500)
  } while (from)
  return frames
}

describe('a continued text', () => {
  it('has the same lines in one frame or in many, for all scripts and kinds of breaking', () => {
    fc.assert(
      fc.property(
        texts,
        fc.constantFrom(...names),
        fc.integer({ min: 60, max: 320 }),
        fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 4 }),
        (text, style, width, counts) => {
          const frame = style === 'down' ? { height: width } : { width }
          const whole = typesetter.set(text, { style, ...frame })
          const parts = inFrames(text, style, frame, counts)
          expect(parts.flatMap(linesOf)).toEqual(linesOf(whole))
          expect(parts.at(-1)?.cut).toBeUndefined()
          for (const part of parts.slice(0, -1)) expect(part.cut?.end).toBe(whole.text.length)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('continues by height as well and never adds a line that is too deep', () => {
    const text = pieces.slice(0, 3).join('').repeat(4)
    const whole = typesetter.set(text, { style: 'best', width: 200 })
    const parts: Layout[] = []
    for (let from: Continuation | undefined, more = true; more; more = from !== undefined) {
      const part: Layout = typesetter.set(text, {
        style: 'best',
        width: 200,
        height: 100,
        continuation: from,
        continues: true,
      })
      expect(part.height).toBeLessThanOrEqual(100)
      parts.push(part)
      from = part.continuation
    }
    expect(parts.length).toBeGreaterThan(3)
    expect(parts.flatMap(linesOf)).toEqual(linesOf(whole))
  })

  it('continues after an ellipsis, and its continuation is plain data', () => {
    const text = 'Boats to ~strong[Saint Orrin’s Landing] leave at noon'
    const cut = typesetter.set(text, { style: 'fast', width: 130, maxLines: 1 })
    expect(cut.lines[0].runs.at(-1)?.kind).toBe('ellipsis')
    const rest = JSON.parse(JSON.stringify(cut.continuation))
    const more = typesetter.set(text, { style: 'fast', width: 900, continuation: rest })
    const shown = (layout: Layout) =>
      layout.lines
        .flatMap(line => line.runs.filter(run => run.kind === 'text').map(run => run.text))
        .join('')
    expect((shown(cut) + shown(more)).replace(/\s+/g, ' ')).toBe(cut.text.replace(/\s+/g, ' '))
    expect(more.lines[0].runs.some(run => run.styleNames?.includes('strong'))).toBe(true)
    expect(() => typesetter.set(text, { continuation: {} as never })).toThrow(
      'continuation must be that of a layout',
    )
  })
})

describe('lines as numbers', () => {
  it('are those of a layout, with padding, justification, indents and all kinds of breaking', () => {
    fc.assert(
      fc.property(
        texts,
        fc.constantFrom(...names),
        fc.integer({ min: 60, max: 320 }),
        (text, style, width) => {
          const shaped = typesetter.shape(text, { style })
          const frame = style === 'down' ? { height: width } : { width }
          const { lines, height, width: across } = shaped.set(frame)
          const wrapped = shaped.wrap(width)
          expect([...wrapped.starts]).toEqual(lines.map(line => line.start))
          expect([...wrapped.ends]).toEqual(lines.map(line => line.end))
          expect([...wrapped.widths].map(w => w.toFixed(4))).toEqual(
            lines.map(line => line.width.toFixed(4)),
          )
          expect(wrapped.height).toBeCloseTo(style === 'down' ? across : height, 6)
          if (style !== 'down') {
            expect([...wrapped.baselines].map(y => y.toFixed(4))).toEqual(
              lines.map(line => line.baseline.toFixed(4)),
            )
          }
        },
      ),
      { numRuns: 90 },
    )
  })

  it('come one by one, in widths that differ from line to line', () => {
    const shaped = typesetter.shape(pieces[0].repeat(6), { style: 'fast' })
    // Around a picture that is 90 units wide and three lines high.
    const room = (line: number) => (line >= 1 && line <= 3 ? 150 : 240)
    const lines: NonNullable<ReturnType<typeof shaped.nextLine>>[] = []
    for (
      let next = shaped.nextLine(undefined, room);
      next;
      next = next.continuation && shaped.nextLine(next.continuation, room)
    ) {
      lines.push(next)
    }
    expect(lines.length).toBeGreaterThan(8)
    lines.forEach((line, i) => {
      expect(line.width).toBeLessThanOrEqual(room(i) + 1e-6)
      expect(line.start).toBe(i === 0 ? 0 : lines[i - 1].end)
    })
    expect(Math.max(...lines.slice(4).map(line => line.width))).toBeGreaterThan(150)
    expect(() => shaped.nextLine(undefined, -1)).toThrow('the width of a frame')
  })
})
