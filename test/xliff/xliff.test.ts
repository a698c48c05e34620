import { type Catalog, defineCatalog, readCatalog, richToMarkup } from 'dot-line'
import { catalogJson, readXliff, toXliff } from 'dot-line/xliff'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { problemsOf } from '../support/problems.ts'

const english = defineCatalog(
  {
    board: {
      late: 'Boats to ~strong[{port}] are ~alert[{minutes} minutes] late & <more>',
      link: '~link,href="https://lantern-sound.example/a,b?p={port}"[the ~strong[page]] ~[1~]',
    },
    title: 'Departures',
  },
  { language: 'en' },
)
const german = defineCatalog(
  { board: { late: '~alert[{minutes} Minuten] später nach ~strong[{port}]' } },
  { language: 'de' },
)
const markupOf = (catalog: Catalog) =>
  Object.fromEntries(catalog.keys.map(key => [key, richToMarkup(catalog.text(key))]))

describe('texts for translators', () => {
  it('are XLIFF 2 with spans and values as inline codes', () => {
    const xml = toXliff(english, { catalog: german })
    expect(xml).toContain('srcLang="en" trgLang="de"')
    expect(xml).toContain('<unit id="u2" name="board.late">')
    expect(xml).toContain(
      '<target><pc id="3" type="fmt" dataRefStart="d4" dataRefEnd="d2" canDelete="no">' +
        '<ph id="4" dataRef="d5" disp="{minutes}" canDelete="no"/> Minuten</pc>',
    )
    expect(xml).toContain('late &amp; &lt;more&gt;')
    // What is not translated has no target.
    expect(xml.match(/<target>/g)?.length).toBe(1)
  })

  it('round-trip', () => {
    const { source, target, problems } = readXliff(toXliff(english, { catalog: german }))
    expect(problems).toEqual([])
    expect([source.language, target.language]).toEqual(['en', 'de'])
    expect(markupOf(source)).toEqual(markupOf(english))
    expect(markupOf(target)).toEqual(markupOf(german))
    expect(readCatalog(catalogJson(source)).keys).toEqual(english.keys)
  })

  it('return with the addresses of a translation and a list of lost codes', () => {
    const link = (host: string) => ({ map: `See ~link,href=https://${host}.example[the map].` })
    const source = defineCatalog(link('sound'), { language: 'en' })
    const catalog = defineCatalog(link('sund'), { language: 'de' })
    const xml = toXliff(source, { catalog })
    expect(markupOf(readXliff(xml).target)).toEqual(markupOf(catalog))
    const lost = toXliff(source, { catalog: source, language: 'de' }).replace(
      /<target>.*<\/target>/,
      '<target>Siehe die Karte.</target>',
    )
    expect(problemsOf(() => readXliff(lost)).map(({ code }) => code)).toEqual(['lost-code'])
  })

  it('round-trip with any content', () => {
    const words = fc.string({ unit: 'binary', maxLength: 30 })
    const key = fc
      .string({ unit: 'grapheme', minLength: 1, maxLength: 8 })
      .filter(
        one =>
          !one.includes('.') && !/\p{Surrogate}/u.test(one) && !/[\0-\x1f\ufffe\uffff]/.test(one),
      )
    fc.assert(
      fc.property(fc.dictionary(key, words, { minKeys: 1, maxKeys: 5 }), strings => {
        const escaped = Object.entries(strings).map(([name, text]) => [
          name,
          `${text.replace(/[[\]{}~]/g, mark => `~${mark}`)} ~a,b="x ""y""",c=1[{v}]`,
        ])
        const catalog = defineCatalog(Object.fromEntries(escaped), {
          language: 'en',
          problems: 'collect',
        })
        const back = readXliff(toXliff(catalog, { language: 'el' })).source
        expect(markupOf(back)).toEqual(markupOf(catalog))
        expect(markupOf(readCatalog(catalogJson(back)))).toEqual(markupOf(catalog))
      }),
      { numRuns: 300 },
    )
  })

  it("accept other tools' forms: segments, notes, spanning codes, code points", () => {
    const { target } = readXliff(`<?xml version="1.0"?>
<x:xliff xmlns:x="urn:oasis:names:tc:xliff:document:2.1" version="2.1" srcLang="en" trgLang="de">
 <x:file id="f"><x:notes><x:note>Take care</x:note></x:notes><x:group id="g"><x:unit id="u" name="late">
  <x:originalData><x:data id="a">~strong[</x:data><x:data id="b">]</x:data></x:originalData>
  <x:segment><x:source>One.</x:source><x:target order="3">Zwei<x:cp hex="2028"/><x:mrk id="m" translate="no">!</x:mrk></x:target></x:segment>
  <x:ignorable><x:source> </x:source></x:ignorable>
  <x:segment><x:source><x:sc id="1" dataRef="a"/>Two<x:ec startRef="1" dataRef="b"/></x:source><x:target order="1"><x:sc id="1" dataRef="a"/>Eins<x:ec startRef="1" dataRef="b"/></x:target></x:segment>
 </x:unit></x:group></x:file></x:xliff>`)
    expect(markupOf(target)).toEqual({ late: '~strong[Eins] Zwei\u2028!' })
  })

  const whole = toXliff(english, { catalog: german })
  it.each([
    ['a lost value', whole.replace(/(<target>.*?)<ph [^>]*>/, '$1'), 'lost-code', 7],
    ['a code without data', whole.replace('dataRef="d3"', 'dataRef="d9"'), 'lost-code', 9],
    ['half a file', whole.slice(0, 900), 'bad-xml', 9],
    ['an entity', whole.replace('Departures', '&dep;'), 'bad-xml', 5],
    [
      'a document type',
      whole.replace('<xliff', '<!DOCTYPE x [<!ENTITY a "b">]><xliff'),
      'bad-xml',
      2,
    ],
    ['another format', '<html/>', 'bad-xliff', 1],
    ['another version', whole.replace('document:2.0', 'document:1.2'), 'bad-xliff', 2],
    ['no language', whole.replace('srcLang="en"', 'srcLang="?"'), 'bad-xliff', 2],
    ['the same key twice', whole.replace('name="title"', 'name="board.late"'), 'duplicate-name', 7],
    ['nothing', '', 'bad-xml', 1],
  ])('tell of %s, with its place', (_, xml, code, line) => {
    const [problem] = problemsOf(() => readXliff(xml, { source: 'de.xlf' }))
    expect(problem.code).toBe(code)
    expect(problem.location).toMatchObject({ source: 'de.xlf', line })
  })
})
