import { DotLineError, defineCatalog, type Problem } from 'dot-line'
import { type BlockSource, readDocument, setDocument } from 'dot-line/document'
import { describe, expect, it } from 'vitest'
import { fonts, set, sheet } from '../support/documents.ts'

const placed = (problems: readonly Problem[]) =>
  problems.map(({ message, location }) => {
    const place = typeof location === 'object' ? `${location.line}:${location.column}` : location
    return place === undefined ? message : `${message} at ${place}`
  })
function thrownBy(work: () => unknown): readonly string[] {
  try {
    work()
  } catch (error) {
    if (error instanceof DotLineError) return placed(error.problems)
    throw error
  }
  return []
}
const paragraph = (text: string): BlockSource => ({ kind: 'paragraph', text })

describe('mistakes in the texts of a document', () => {
  const json = `{ "title": "~strong[",
    "runningFoot": { "center": "{page} ]" },
    "notes": { "noon": "~strong[" },
    "blocks": [
      { "kind": "paragraph", "text": "fine ~strong[words]" },
      { "kind": "heading", "text": "~strong[" },
      { "kind": "list", "items": ["fine", "~strong[", [{ "kind": "paragraph", "text": "]" }]] },
      { "kind": "table", "columns": [{}], "rows": [["]"], [{ "text": "~strong[" }]] },
      { "kind": "leaders", "entries": [["fine", "]"]] }
    ] }`
  const unclosed = 'the span ~strong[ is not closed'
  const unopened = "']' closes nothing"

  it('are reported together, with their positions in the file', () => {
    expect([...thrownBy(() => readDocument(json))].sort()).toEqual(
      [
        `in title: ${unclosed} at 1:3`,
        `in runningFoot.center: ${unopened} at 2:22`,
        `in notes.noon: ${unclosed} at 3:16`,
        `in blocks[1].text: ${unclosed} at 6:28`,
        `in blocks[2].items[1]: ${unclosed} at 7:43`,
        `in blocks[2].items[2][0].text: ${unopened} at 7:79`,
        `in blocks[3].rows[0][0]: ${unopened} at 8:53`,
        `in blocks[3].rows[1][0].text: ${unclosed} at 8:62`,
        `in blocks[4].entries[0][1]: ${unopened} at 9:49`,
      ].sort(),
    )
  })

  it('are reported with their paths without a file', () => {
    const [first, ...more] = thrownBy(() => set(JSON.parse(json)))
    expect(first).toBe(`in title: ${unclosed} at title`)
    expect(more).toHaveLength(8)
  })

  it('an unknown style, value or family is reported with its text', () => {
    const asking = (text: string, notes = {}) =>
      thrownBy(() => set({ blocks: [paragraph('Boats'), paragraph(text)], notes }))
    expect(asking('~strung[x]')).toEqual([
      "in blocks[1].text: no style named 'strung' at blocks[1].text",
    ])
    expect(asking('to {port}')).toEqual([
      'in blocks[1].text: no value for {port} at blocks[1].text',
    ])
    expect(asking('~family=Lantern[x]')).toEqual([
      "in blocks[1].text: no family 'Lantern' among the fonts at blocks[1].text",
    ])
    expect(asking('Boats{note.noon}', { noon: 'by ~strung[x]' })).toEqual([
      "in notes.noon: no style named 'strung' at notes.noon",
    ])
  })
})

describe('warnings of the texts of a document', () => {
  it('report missing letters and broken words once, at the first occurrence', () => {
    const { problems } = set({
      blocks: [
        paragraph('Boats'),
        paragraph('Boats to \u51fa'),
        paragraph('and to \u51fa'),
        { kind: 'table', columns: [{ width: 30 }], rows: [['Brackwater']] },
      ],
    })
    const told = placed(problems)
    expect(told.filter(one => one.includes('U+51FA'))).toEqual([
      expect.stringMatching(/^in blocks\[1\]\.text: the face .* at blocks\[1\]\.text$/),
    ])
    expect(told.filter(one => one.includes('word'))).toEqual([
      expect.stringMatching(/^in blocks\[3\]\.rows\[0\]\[0\]: a word is broken inside/),
    ])
  })

  it("report the text with the catalog's key, and the catalog's mistakes by key", () => {
    const catalog = defineCatalog(
      { boats: 'Boats to \u51fa', late: 'are ~lat[late]' },
      { language: 'en' },
    )
    const keyed = (key: string) => ({
      blocks: [paragraph('fine'), { kind: 'paragraph' as const, text: { key } }],
    })
    expect(placed(set(keyed('boats'), { catalog }).problems)).toEqual([
      expect.stringMatching(/^in blocks\[1\]\.text: the face .* at blocks\[1\]\.text$/),
    ])
    expect(thrownBy(() => set(keyed('late'), { catalog }))).toEqual(["no style named 'lat' at 1:6"])
  })

  it("report the reader's problems without a position", () => {
    const header = { start: 'Ferries' }
    const document = { runningHead: header, blocks: [paragraph('Boats'), paragraph('Tickets')] }
    const { problems } = setDocument(document, { sheet, fonts, reader: { contrast: 'more' } })
    expect(problems).toHaveLength(1)
    expect(problems[0].code).toBe('missing-contrast-mode')
    expect(problems[0].location).toBeUndefined()
  })
})

it('skipped heading levels are reported with their positions, except on web pages', () => {
  const heading = (level: number): BlockSource => ({ kind: 'heading', level, text: 'Boats' })
  const levels = (...list: readonly number[]) => ({ blocks: list.map(heading) })
  const told = (document: ReturnType<typeof levels>, more = {}) =>
    placed(set(document, more).problems)
  expect(told(levels(1, 2, 3, 2, 1, 2, 3))).toEqual([])
  expect(told(levels(2, 3, 3, 1, 3))).toEqual([
    'the first heading is one of level 2 at blocks[0].level',
    'a heading of level 3 follows one of level 1 at blocks[4].level',
  ])
  expect(told(levels(2, 4), { continuous: true })).toEqual([
    'a heading of level 4 follows one of level 2 at blocks[1].level',
  ])
})
