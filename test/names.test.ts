import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { publicNames } from './support/public-names.ts'

const page = readFileSync(
  fileURLToPath(new URL('../docs/reference/names.md', import.meta.url)),
  'utf8',
)

const rows = [
  ...page.slice(page.indexOf('## Words')).matchAll(/^\| `([^`]+)` \| (.+?) \| (.+?) \|$/gm),
].map(([, name, meaning, origin]) => {
  return { name, meaning, origin }
})

/** Where words may come from: the trade, ourselves, or a standard. */
const origins =
  /^(trade|own|CSS( [A-Z][A-Za-z -]*\d?)?|CSSOM View|HTML|SVG|ARIA|WCAG 2\.2|W3C CSP|UAX #\d+|Unicode, U\+FFFC|LDML|XLIFF 2|XML|OpenType|ISO \d+|BCP 47|RFC \d+|JSON Schema|Design Tokens Format Module)$/

describe('docs/reference/names.md', () => {
  it('has every public name once and no others', () => {
    const names = rows.map(row => row.name)
    const twice = names.filter((name, i) => names.indexOf(name) !== i)
    expect(twice, 'a word has one meaning').toEqual([])
    const known = publicNames()
    expect(
      known.filter(name => !names.includes(name)),
      'not in the table',
    ).toEqual([])
    expect(
      names.filter(name => !known.includes(name)),
      'no longer there',
    ).toEqual([])
  })

  it('gives the meaning and source of each', () => {
    expect(rows.length).toBeGreaterThan(400)
    for (const { name, meaning, origin } of rows) {
      expect(origin, name).toMatch(origins)
      expect(meaning.length, name).toBeGreaterThan(5)
      // A type is called as what it is the type of, in another case.
      const lower = name[0].toLowerCase() + name.slice(1)
      if (lower !== name && rows.some(row => row.name === lower)) {
        expect(meaning, name).toMatch(
          /^(type of |values of |result of |a |an |set text|frame, style)/,
        )
      }
    }
  })
})
