import { defineCatalog, readCatalog, richToMarkup, typesetterFor } from 'dot-line'
import { describe, expect, it } from 'vitest'
import { problemsOf } from '../support/problems.ts'
import { builtInFonts, sheet } from '../support/setting.ts'

const english = defineCatalog(
  {
    board: { delayed: 'Boats to {port} are ~alert[late]', title: 'Departures' },
    'call.us': 'Call us',
  },
  { language: 'en' },
)
const german = defineCatalog(
  { board: { title: 'Abfahrten' } },
  { language: 'de', fallback: english },
)

describe('catalogs', () => {
  it('give texts by key, nested or not, with values', () => {
    expect(english.keys).toEqual(['call.us', 'board.delayed', 'board.title'])
    expect(richToMarkup(english.text('board.delayed', { port: '~[x]' }))).toBe(
      'Boats to ~~~[x~] are ~alert[late]',
    )
    expect(richToMarkup(english.text('call.us'))).toBe('Call us')
  })

  it('fall back to another language and report missing keys', () => {
    expect(german.missing).toEqual(['call.us', 'board.delayed'])
    expect(german.text('board.title')).toMatchObject({ language: 'de' })
    const anyKey: string = 'board.delayed'
    expect((german as typeof english).text(anyKey as 'board.delayed')).toMatchObject({
      language: 'en',
    })
  })

  it('check their keys at compile time and name the nearest', () => {
    // @ts-expect-error: no such key
    expect(() => english.text('board.delaid')).toThrow(
      "no text 'board.delaid' in the catalog (did you mean 'board.delayed'?)",
    )
  })

  it("are compared with a sheet's styles and with their source texts", () => {
    const json = '{\n  "board": { "delayed": "~alret[{prot}] {port}", "title": "~strong[x]" }\n}'
    const problems = problemsOf(() =>
      readCatalog(json, { styles: ['alert', 'strong'], original: english }),
    )
    expect(problems.map(p => [p.code, p.message, p.nearest])).toEqual([
      ['unknown-style', "in 'board.delayed': there is no style 'alret'", 'alert'],
      ['value-differs', "in 'board.delayed': the original has no value {prot}", 'port'],
    ])
    expect(problems[0].location).toMatchObject({ line: 2, column: expect.any(Number) })
    const less = problemsOf(() =>
      defineCatalog({ board: { delayed: 'late' } }, { original: english }),
    )
    expect(less[0].message).toContain('{port} of the original is missing')
    const fine = { board: { delayed: '~alert[{port}]' } }
    expect(defineCatalog(fine, { styles: sheet.styleNames, original: english }).problems).toEqual(
      [],
    )
    expect(english.placeholdersOf('board.delayed')).toEqual(['port'])
    expect(english.cases('board.delayed').length).toBe(1)
    expect(problemsOf(() => english.cases('board'))[0].code).toBe('unknown-key')
  })

  it('list all mistakes at once, each with its place in the file', () => {
    const json = '{\n  "a": "~strong[x",\n  "b": { "c": 7,\n    "d": "]" },\n  "b.c": "x"\n}'
    const problems = problemsOf(() => readCatalog(json, { source: 'strings.en.json' }))
    expect(problems.map(p => [p.code, p.message, p.location])).toEqual([
      [
        'unclosed-span',
        "in 'a': the span ~strong[ is not closed",
        expect.objectContaining({ line: 2 }),
      ],
      ['bad-catalog', "the text 'b.c' is not a string", expect.objectContaining({ line: 3 })],
      ['stray-close', "in 'b.d': ']' closes nothing", expect.objectContaining({ line: 4 })],
    ])
    expect(readCatalog(json, { problems: 'collect' }).problems.length).toBe(3)
    expect(problemsOf(() => readCatalog('[1]'))[0].code).toBe('bad-catalog')
    expect(problemsOf(() => readCatalog('{"a": "1", "a": "2"}'))[0].code).toBe('duplicate-name')
    expect(problemsOf(() => defineCatalog({ a: { b: 'x' }, 'a.b': 'y' } as never))[0].code).toBe(
      'duplicate-name',
    )
  })

  it('are set in their language, and problems name the key', async () => {
    const typesetter = typesetterFor({ sheet, fonts: await builtInFonts() })
    const [run] = typesetter.set(german.text('board.title')).lines[0].runs
    expect(run.style.language).toBe('de')
    expect(() => typesetter.set(english.text('board.delayed'))).toThrow(
      'no value for {port} at board.delayed:1:10',
    )
    const wrong = defineCatalog({ x: 'a ~alrt[b]' })
    expect(() => typesetter.set(wrong.text('x'))).toThrow("no style named 'alrt' at x:1:4")
  })

  it('warn of values that a translation omits', async () => {
    const typesetter = typesetterFor({ sheet, fonts: await builtInFonts() })
    const layout = typesetter.set(english.text('board.title', { port: 'x' }))
    expect(layout.problems).toMatchObject([
      { code: 'unused-value', message: expect.stringContaining("'port'") },
    ])
  })
})
