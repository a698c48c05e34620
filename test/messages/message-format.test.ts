import { defineCatalog, defineSheet, openFonts, readCatalog, typesetterFor } from 'dot-line'
import { check } from 'dot-line/check'
import { messageFormat } from 'dot-line/messages'
import { describe, expect, it } from 'vitest'
import { problemsOf } from '../support/problems.ts'

const fonts = await openFonts()
const sheet = defineSheet({ styles: { strong: { weight: 700 }, link: {} } })
const strings = {
  late: 'Boats to {#strong}{$port}{/strong} are late',
  boats:
    '.input {$count :integer} .match $count one {{One boat to {$port}}} * {{{$count} boats to {$port}}}',
  fare: '{$price :currency currency=EUR}',
  day: '{$day :date length=long}',
  more: '{#link href=$page}Read on{/link} {#icon/}',
  literal: 'Curly \\{, ~strong[no span] and {|[brackets]|}',
}
const catalogIn = (language: string) => defineCatalog(strings, { language, syntax: messageFormat })
const said = (language: string, key: string, values: Record<string, string | number>) =>
  typesetterFor({ sheet, fonts }).set(catalogIn(language).text(key as 'late', values)).text

describe('catalogs in MessageFormat 2', () => {
  it('write plurals, amounts and dates in the language of the catalog', () => {
    expect(said('en', 'boats', { count: 1, port: 'Ardle' })).toBe('One boat to Ardle')
    expect(said('en', 'boats', { count: 1200, port: 'Ardle' })).toBe('1,200 boats to Ardle')
    expect(said('de', 'boats', { count: 1200, port: 'Ardle' })).toBe('1.200 boats to Ardle')
    expect(said('en', 'fare', { price: 4.2 })).toBe('€4.20')
    expect(said('de', 'fare', { price: 4.2 })).toBe('4,20\u00a0€')
    expect(said('el', 'day', { day: '2026-04-09' })).toContain('Απριλίου')
  })

  it('have spans, links with values, objects in the line, and words that are no marks', () => {
    const { lines } = typesetterFor({ sheet, fonts }).set(
      catalogIn('en').text('late', { port: 'Ardle' }),
    )
    expect(lines[0].runs.map(({ text, style }) => [text, style.weight])).toEqual([
      ['Boats to ', 400],
      ['Ardle', 700],
      [' are late', 400],
    ])
    const page = 'https://lantern-sound.example/a?b=1'
    const more = typesetterFor({ sheet, fonts }).set(
      catalogIn('en').text('more', { page, icon: '●' }),
    )
    expect(more.text).toBe('Read on ●')
    expect(more.lines[0].runs[0].link).toBe(page)
    expect(said('en', 'literal', {})).toBe('Curly {, ~strong[no span] and [brackets]')
  })

  it('keep each value in its own direction, as placeholders of markup do', () => {
    const late = 'שלום: {$port} ({$count :integer})'
    const catalog = defineCatalog({ late }, { language: 'he', syntax: messageFormat })
    const { lines } = typesetterFor({ sheet, fonts }).set(
      catalog.text('late', { port: 'Ardle (1)', count: 3 }),
    )
    const { lines: same } = typesetterFor({ sheet, fonts }).set('שלום: {port} ({count})', {
      values: { port: 'Ardle (1)', count: 3 },
    })
    const shape = (all: typeof lines) => all[0].runs.map(({ x, text, level }) => [x, text, level])
    expect(shape(lines)).toEqual(shape(same))
  })

  it('leave a value without a function to the typesetter', () => {
    const { text, problems } = typesetterFor({ sheet, fonts, problems: 'collect' }).set(
      catalogIn('en').text('late'),
      { values: { port: 'Ardle' } },
    )
    expect([text, problems]).toEqual(['Boats to Ardle are late', []])
  })

  it.each([
    ['boats', { port: 'Ardle' }, 'missing-value', /'boats' needs a value for \{\$count\}/],
    ['boats', { cuont: 1, port: 'x' }, 'missing-value', /did you mean 'cuont'/],
    ['fare', { price: 'much' }, 'bad-value', /'fare' cannot be written/],
  ])('refuse %s with %j', (key, values, code, message) => {
    const [problem] = problemsOf(() => catalogIn('en').text(key as 'boats', values))
    expect(problem.code).toBe(code)
    expect(() => catalogIn('en').text(key as 'boats', values)).toThrow(message)
  })

  it.each([
    ['{$a', 'bad-message', 'at character'],
    ['.match $n one {{one}} * {{more}}', 'bad-message', 'without a function'],
    ['.input {$n :integer} .match $n one {{one}}', 'bad-message', 'everything else'],
    ['{#strong}late', 'unclosed-span', 'close it with {/strong}'],
    ['late{/strong}', 'stray-close', 'closes nothing'],
    ['{#a}{#b}late{/a}{/b}', 'stray-close', '{#b} is closed by {/a}'],
    ['{$n :integr}', 'unknown-function', "did you mean 'integer'"],
  ])('tell what is wrong with %s when it is read, at its place', (message, code, words) => {
    const json = JSON.stringify({ a: 'fine', b: message }, null, 1)
    const read = () => readCatalog(json, { source: 'strings.en.mf2.json', syntax: messageFormat })
    const [problem] = problemsOf(read)
    expect(problem).toMatchObject({ code, location: { line: 3 } })
    expect(read).toThrow(words)
    const collected = readCatalog(json, { syntax: messageFormat, problems: 'collect' })
    expect(typesetterFor({ sheet, fonts }).set(collected.text('b')).text).toBe(message)
  })

  it('are checked in all their cases', () => {
    const catalogs = [catalogIn('en'), catalogIn('de')]
    const place = {
      name: 'boats',
      keys: 'boats',
      width: 130,
      maxLines: 1,
      values: { count: 1, port: 'Ardle' },
    }
    const findings = check({ sheet, fonts, catalogs, places: { scales: [1], places: [place] } })
    expect(
      findings.filter(({ code }) => code.startsWith('text-cut')).map(({ language }) => language),
    ).toEqual([])
    const narrow = { ...place, values: { count: 120_000, port: 'Ardle' } }
    const cut = check({ sheet, fonts, catalogs, places: { scales: [1], places: [narrow] } })
    // The case of one boat fits; that of many does not.
    expect(cut.filter(({ code }) => code === 'text-cut').map(({ language }) => language)).toEqual([
      'de',
      'en',
    ])
    expect(catalogs[0].placeholdersOf('boats')).toEqual(['count', 'port'])
    const other = defineCatalog(
      { ...strings, late: '{$prot} {#em}spät{/em}' },
      { language: 'de', syntax: messageFormat },
    )
    const differ = check({
      sheet,
      fonts,
      catalogs: [catalogs[0], other],
      places: { scales: [1], places: [place] },
    })
    expect(differ.filter(({ key }) => key === 'late').map(({ code }) => code)).toEqual([
      'span-differs',
      'value-differs',
    ])
  })
})
