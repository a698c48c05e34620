import {
  defineSheet,
  inlineBox,
  openFonts,
  rich,
  sourceRange,
  type Typesetter,
  typesetterFor,
} from 'dot-line'
import { beforeAll, describe, expect, it } from 'vitest'

const styles = {
  body: { size: 16 },
  list: { from: 'body', marker: { text: '{number}.' } },
  arabic: { from: 'body', language: 'ar', direction: 'rtl' },
  upper: { textTransform: 'uppercase', language: 'de' },
  leaders: { from: 'body', tabs: [{ at: 150, leader: '. ' }] },
  middle: { from: 'body', ellipsis: { at: 'middle' } },
} as const
const sheet = defineSheet({ styles })
let typesetter: Typesetter
beforeAll(async () => {
  typesetter = typesetterFor({ sheet, fonts: await openFonts(), problems: 'collect' })
})

describe('the paragraphs of a layout', () => {
  it('have offsets, style, language, direction and marker, and lines refer to them', () => {
    const layout = typesetter.set('~list[one two three]\n~list[four]\n\n~arabic[five]', {
      style: 'body',
      width: 70,
    })
    expect(layout.paragraphs).toMatchObject([
      { start: 0, end: 13, language: 'en', direction: 'ltr', marker: '1.' },
      { start: 14, end: 18, marker: '2.' },
      { start: 19, end: 19 },
      { start: 20, end: 24, language: 'ar', direction: 'rtl' },
    ])
    expect(layout.paragraphs[3].style).toBe(layout.lines.at(-1)?.runs[0].style)
    for (const { paragraph, start, end } of layout.lines) {
      expect(start).toBeGreaterThanOrEqual(layout.paragraphs[paragraph].start)
      expect(end).toBeLessThanOrEqual(layout.paragraphs[paragraph].end)
    }
    expect(new Set(layout.lines.map(line => line.paragraph))).toEqual(new Set([0, 1, 2, 3]))
  })

  it('are assigned run by run', () => {
    const kinds = (markup: string, setting: object) =>
      typesetter.set(markup, setting).lines.flatMap(line => line.runs.map(run => run.kind))
    const icon = inlineBox({ width: 9, height: 9 })
    expect(kinds('~list[a {icon}]', { style: 'body', values: { icon } })).toEqual([
      'marker',
      'text',
      'object',
    ])
    expect(kinds('fare\t12.50', { style: 'leaders' })).toEqual(['text', 'leader', 'text'])
    expect(kinds('one two three four', { style: 'body', width: 70, maxLines: 1 })).toEqual([
      'text',
      'ellipsis',
    ])
    expect(kinds('one two three four', { style: 'middle', width: 80, maxLines: 1 })).toContain(
      'ellipsis',
    )
  })
})

describe('the source of a range', () => {
  const from = (markup: string, shown: string, values = {}) => {
    const layout = typesetter.set(markup, { style: 'body', values })
    const start = layout.text.indexOf(shown)
    const range = sourceRange(layout, start, start + shown.length)
    return range && markup.slice(range.start, range.end)
  }
  it.each([
    ['to ~upper[late] now', 'LAT', 'lat'],
    ['to ~upper[spaß] now', 'SPASS', 'spaß'],
    ['one\ntwo ~upper[x] three', 'two X th', 'two ~upper[x] th'],
    ['a ~~ b ~[c~] d', 'b [c] d', 'a ~~ b ~[c~] d'],
    ['to {port} now', 'Tern', '{port}'],
    ['to {port} now', 'o Te', 'o {port}'],
    ['{boat} sails', 'sails', 'sails'],
  ])('%s: %s', (markup, shown, source) => {
    expect(
      from(markup, shown, {
        ...(markup.includes('port') && { port: 'Tern' }),
        ...(markup.includes('boat') && { boat: rich`~upper[x]` }),
      }),
    ).toBe(source)
  })

  it('is undefined inside rich text that fills a placeholder', () => {
    expect(from('a {boat} b', 'sea', { boat: rich`the sea` })).toBeUndefined()
  })
})

describe('problems of a layout', () => {
  it('have line, run and offsets', () => {
    const layout = typesetter.set('Boats to Ardle\n漢 and 漢', { style: 'body', width: 60 })
    const [first] = layout.problems
    expect(first).toMatchObject({ code: 'missing-glyph', range: { start: 15, end: 16 } })
    const { line = -1, run = -1 } = first
    expect(layout.lines[line].runs[run].text).toContain('漢')
    const wide = typesetter.set('to Brackwater now', { style: 'body', width: 20, maxLines: 9 })
    const whole = typesetterFor({
      sheet: sheet.with({ styles: { body: { overflowWrap: 'normal' } } }),
      fonts: typesetterFonts,
    })
    const over = whole.set('to Brackwater now', { style: 'body', width: 30 }).problems[0]
    expect(over).toMatchObject({ code: 'overflow', line: 1, range: { start: 3, end: 14 } })
    expect(wide.problems).toMatchObject([{ code: 'broken-word', range: { start: 3, end: 13 } }])
  })
})

let typesetterFonts: Awaited<ReturnType<typeof openFonts>>
beforeAll(async () => {
  typesetterFonts = await openFonts()
})
