import {
  defineSheet,
  joinRich,
  parseMarkup,
  richFromHtml,
  richToHtml,
  span,
  typesetterFor,
} from 'dot-line'
import { describe, expect, it } from 'vitest'
import { builtInFonts } from '../support/setting.ts'

const bare = defineSheet({ styles: {} })
const styled = defineSheet({
  inks: { sea: '#0b3d5c' },
  styles: { link: { ink: 'sea' }, strong: { ink: 'sea' } },
})

async function runs(rich: Parameters<typeof joinRich>[0][number], sheet = bare, values = {}) {
  const typesetter = typesetterFor({ sheet, fonts: await builtInFonts(), problems: 'collect' })
  const { lines, problems } = typesetter.set(rich as 'x', { values })
  return { problems, runs: lines.flatMap(line => line.runs) }
}

describe('a value in a link', () => {
  const markup = (text: string) => parseMarkup(text).rich

  it('fills it: whole as an address, partly as an encoded part', async () => {
    const values = {
      page: 'https://a.example/x?y=1',
      name: 'Ardle Point/2',
      id: 7,
      half: 'a\ud800',
    }
    const { runs: shown, problems } = await runs(
      markup(
        '~href={page}[a]~href="https://a.example/{name}?id={id}"[b]~action=open-{id}[c]~href="/{half}"[d]',
      ),
      bare,
      values,
    )
    expect(problems).toEqual([])
    expect(shown.map(run => run.link ?? run.action)).toEqual([
      'https://a.example/x?y=1',
      'https://a.example/Ardle%20Point%2F2?id=7',
      'open-7',
      // Half a character has no bytes: U+FFFD stands in.
      '/a%EF%BF%BD',
    ])
    const { html } = richToHtml(markup('~href={page}[a]'), { values })
    expect(html).toBe('<a href="https://a.example/x?y=1">a</a>')
  })

  it('is checked like any address and reported if missing or not text', async () => {
    const bad = await runs(markup('~href={page}[a]'), bare, { page: 'javascript:alert(1)' })
    expect(bad.problems).toMatchObject([
      { code: 'forbidden-link', location: { line: 1, column: 2 } },
    ])
    expect(bad.runs[0].link).toBeUndefined()
    const missing = await runs(markup('~href={pgae}[a]{page}'), bare, { page: 'x' })
    expect(missing.problems).toMatchObject([{ code: 'missing-value', nearest: 'page' }])
    const list = await runs(markup('~href={page}[a]'), bare, { page: [] })
    expect(list.problems.map(p => p.code)).toContain('bad-value')
  })
})

describe('text from HTML', () => {
  it('needs no style of the sheet and uses the matching ones', async () => {
    const html =
      '<b>b</b><i>i</i><u>u</u><s>s</s><sub>2</sub><sup>2</sup><small>m</small><code>c</code><mark>k</mark>' +
      '<a href="https://a.example/">l</a>'
    const { rich } = richFromHtml(html)
    const without = await runs(rich)
    expect(without.problems).toEqual([])
    const [b, i, u, s, , , small] = without.runs.map(run => run.style)
    expect([b.weight, i.slant, small.size]).toEqual([700, 'italic', 13.6])
    expect([u.underline, s.strike].includes(false)).toBe(false)
    expect(without.runs.at(-1)?.style.underline).not.toBe(false)
    const { runs: own } = await runs(rich, styled)
    expect(own[0].style).toMatchObject({ weight: 400, ink: { color: '#0b3d5c' } })
    expect(own.at(-1)?.style).toMatchObject({ underline: false, ink: { color: '#0b3d5c' } })
  })
})

describe('joined texts', () => {
  it('keep their languages', async () => {
    const german = { ...span('Fähre', []), language: 'de' }
    const { runs: shown } = await runs(joinRich(['ferry ', german, ' boat']))
    expect(shown.map(run => [run.text, run.style.language])).toContainEqual(['Fähre', 'de'])
  })
})

describe('catalogs', () => {
  it('have any keys, whatever their names', async () => {
    const { defineCatalog, readCatalog } = await import('dot-line')
    const catalog = readCatalog('{ "__proto__": "a", "constructor": { "__proto__": "b" } }')
    expect(catalog.keys).toEqual(['__proto__', 'constructor.__proto__'])
    expect(catalog.text('__proto__').sourceText).toBe('a')
    for (const language of ['english please', 'e', '', 'de_DE', 12]) {
      expect(() => defineCatalog({ a: 'b' }, { language: language as 'x' })).toThrow(/language/)
    }
  })
})
