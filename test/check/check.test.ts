import { readFileSync } from 'node:fs'
import { Ajv } from 'ajv'
import { Ajv2020 } from 'ajv/dist/2020.js'
import {
  type Catalog,
  defineCatalog,
  defineSheet,
  openFonts,
  parseMarkup,
  plainText,
} from 'dot-line'
import {
  acceptedText,
  check,
  compareFindings,
  countsOf,
  eachFinding,
  type FindingCode,
  findingId,
  findingsText,
  junitReport,
  markdownReport,
  mergedFindings,
  type PlaceList,
  placesJsonSchema,
  pseudoCatalog,
  readAccepted,
  readPart,
  readPlaces,
  reportPieces,
  sarifReport,
  type TextPlace,
  withoutAccepted,
} from 'dot-line/check'
import { describe, expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'
import { standardText } from '../support/standard-file.ts'

const fonts = await openFonts({ files: [fontFiles.japanese] })
const sheet = defineSheet({
  inks: {
    deep: '#0b3d5c',
    foam: '#f4fafc',
    pale: '#9ab8c8',
    haze: '#777777',
    mist: '#767676',
    fade: { gradient: 'linear', stops: ['deep', 'pale'] },
  },
  styles: {
    defaults: { family: 'sans', size: 16, ink: 'deep' },
    label: { maxLines: 1 },
    body: {},
    pale: { ink: 'pale' },
    haze: { ink: 'haze' },
    mist: { ink: 'mist' },
    large: { ink: 'haze', size: 24 },
    bold: { ink: 'haze', size: 19, weight: 700 },
    fade: { ink: 'fade' },
    heavy: { weight: 900, synthesis: 'none' },
    made: { family: 'MotoyaLCedar', weight: 700, synthesis: 'all' },
    tiny: { size: 8 },
    strong: { weight: 700 },
    link: {},
  },
})
const catalogOf = (strings: Parameters<typeof defineCatalog>[0], language = 'en'): Catalog =>
  defineCatalog(strings, { language, problems: 'collect' })

/** What is found of one text at one place, at the scale of 1. */
function found(text: string, place: Partial<TextPlace> = {}, more: object = {}) {
  const catalogs = [catalogOf({ text })]
  const places: PlaceList = {
    scales: [1],
    places: [{ name: 'here', style: 'body', keys: 'text', ...place }],
  }
  return check({ sheet, fonts, catalogs, places, ...more }).filter(
    ({ code }) => code !== 'unused-style' && code !== 'unused-ink',
  )
}
const codes = (...args: Parameters<typeof found>) => found(...args).map(({ code }) => code)

describe('each kind of finding occurs in one text and not in a similar one', () => {
  const long = 'Boats to Ardle Point are late'
  const cases: readonly (readonly [
    FindingCode,
    readonly [string, object?],
    readonly [string, object?],
  ])[] = [
    ['text-cut', [long, { style: 'label', width: 120 }], [long, { style: 'label', width: 220 }]],
    ['over-height', [long, { width: 120, height: 30 }], [long, { width: 120, height: 70 }]],
    ['broken-word', ['Brackwater', { width: 50 }], ['Brackwater', { width: 90 }]],
    [
      'lone-word',
      ['Boats to Ardle Point', { width: 130 }],
      ['Boats to Ardle Point', { width: 90 }],
    ],
    ['missing-glyph', ['Boats ก'], ['Boats ß']],
    ['missing-face', ['Boats', { style: 'heavy' }], ['Boats', { style: 'strong' }]],
    ['unknown-style', ['~strogn[x]'], ['~strong[x]']],
    ['missing-value', ['to {port}'], ['to {port}', { values: { port: 'x' } }]],
    ['unused-value', ['to', { values: { port: 'x' } }], ['to {port}', { values: { port: 'x' } }]],
    [
      'low-contrast',
      ['x', { style: 'haze', background: '#ffffff' }],
      ['x', { style: 'mist', background: '#ffffff' }],
    ],
    [
      'low-contrast',
      ['x', { style: 'haze', background: '#ffffff' }],
      ['x', { style: 'large', background: '#ffffff' }],
    ],
    [
      'low-contrast',
      ['x', { style: 'haze', background: '#ffffff' }],
      ['x', { style: 'bold', background: '#ffffff' }],
    ],
    [
      'low-contrast',
      ['x', { style: 'fade', background: '#ffffff' }],
      ['x', { style: 'body', background: '#ffffff' }],
    ],
    ['small-text', ['x', { style: 'tiny', minSize: 9 }], ['x', { style: 'tiny', minSize: 8 }]],
    ['wrong-direction', ['שלום', { direction: 'ltr' }], ['שלום', { direction: 'rtl' }]],
    ['empty-link', ['~link,href=https://a.example[ ]'], ['~link,href=https://a.example[a]']],
    [
      'same-link-words',
      ['~link,href=https://a.example[more] ~link,href=https://b.example[more]'],
      ['~link,href=https://a.example[more] ~link,href=https://a.example[more]'],
    ],
    ['bad-text', ['~strong[x'], ['~strong[x]']],
    ['spacing-loss', [long, { width: 235, height: 23 }], [long, { width: 400, height: 30 }]],
    ['synthesized-face', ['x', { style: 'made' }], ['x', { style: 'body' }]],
  ]
  it.each(cases)('%s %#', (code, has, hasNot) => {
    expect(codes(...has)).toContain(code)
    expect(codes(...hasNot)).not.toContain(code)
    const allows = [code]
    const [text, place] = has
    // What may be there is not told, but for what is of the text alone.
    if (!['empty-link', 'same-link-words', 'bad-text'].includes(code)) {
      expect(codes(text, { ...place, allows })).not.toContain(code)
    }
  })

  it('over-width, where words may not be broken', () => {
    const own = sheet.with({ styles: { body: { overflowWrap: 'normal' } } })
    const places = (width: number): PlaceList => ({
      scales: [1],
      places: [{ name: 'here', style: 'body', keys: 'text', width }],
    })
    const catalogs = [catalogOf({ text: 'Brackwater-under-Heugh' })]
    const of = (width: number) => check({ sheet: own, fonts, catalogs, places: places(width) })
    const [finding] = of(50).filter(({ code }) => code === 'over-width')
    expect(finding.situations).toHaveLength(1)
    expect(finding.situations[0].limit).toBe(50)
    expect(finding.situations[0].figure).toBeGreaterThan(50)
    expect(of(200).map(({ code }) => code)).not.toContain('over-width')
  })

  it('missing and differing texts of languages', () => {
    const source = catalogOf({ a: '~strong[Boats] to {port}', b: 'x', c: 'y' })
    const other = catalogOf({ a: 'Boote nach {prot}', c: 'z' }, 'de')
    const places: PlaceList = {
      scales: [1],
      places: [{ name: 'p', keys: '*', values: { port: 'x' } }],
    }
    const all = check({ sheet, fonts, catalogs: [source, other], places })
    const said = all
      .filter(({ language, place }) => language === 'de' && place === '')
      .map(({ code, key, message, location }) => [code, key, message, location])
    expect(said).toEqual([
      ['missing-key', 'b', "there is no text in 'de'", 'catalog b'],
      ['span-differs', 'a', 'its spans are not those of the source: no strong', 'catalog a'],
      [
        'value-differs',
        'a',
        'its values are not those of the source: more prot; no port',
        'catalog a',
      ],
    ])
  })

  it('unused names of the sheet', () => {
    const small = defineSheet({
      inks: { deep: '#0b3d5c', other: { from: 'deep', lighter: 0.1 }, lost: '#ffffff' },
      styles: {
        defaults: { ink: 'other' },
        base: {},
        body: { from: 'base' },
        lone: { ink: 'lost' },
        strong: {},
      },
    })
    const catalogs = [catalogOf({ text: '~strong[x]' })]
    const places: PlaceList = { scales: [1], places: [{ name: 'p', style: 'body', keys: 'text' }] }
    const unused = check({ sheet: small, fonts, catalogs, places })
    expect(unused.map(({ code, location }) => [code, location])).toEqual([
      ['unused-ink', 'inks.lost'],
      ['unused-style', 'styles.lone'],
    ])
  })
})

describe('situations', () => {
  it('cover every scale, width and mode, the worst reported first', () => {
    const dark = defineSheet({
      inks: { text: '#0b3d5c', paper: '#ffffff' },
      styles: { defaults: { size: 16, ink: 'text' } },
      modes: { dark: { inks: { text: '#12283a', paper: '#04253b' } } },
    })
    const catalogs = [catalogOf({ text: 'Boats to Ardle Point' })]
    const places: PlaceList = {
      scales: [1, 2],
      modes: ['dark'],
      places: [{ name: 'p', keys: 'text', width: [60, 90], maxLines: 2, background: 'paper' }],
    }
    const all = check({ sheet: dark, fonts, catalogs, places })
    const cut = all.find(({ code }) => code === 'text-cut')
    expect(cut?.situations.length).toBeGreaterThan(4)
    expect(cut?.situations[0]).toMatchObject({ scale: 2, width: 60 })
    const low = all.find(({ code }) => code === 'low-contrast')
    expect(low?.situations.map(({ mode }) => mode)).toEqual(['dark', 'dark', 'dark', 'dark'])
  })

  it('have contrasts by WCAG 2.2: #777777 has 4.48 on white, #767676 has 4.54', () => {
    const [low] = found('x', { style: 'haze', background: '#ffffff' })
    expect(low.situations[0]).toMatchObject({ figure: 4.48, limit: 4.5 })
    const AAA = {
      places: {
        contrast: 'AAA',
        scales: [1],
        places: [{ name: 'p', style: 'mist', keys: 'text', background: '#ffffff' }],
      },
    }
    const [more] = found('x', {}, AAA)
    expect(more.situations[0]).toMatchObject({ figure: 4.54, limit: 7 })
  })

  it('select keys by patterns and report patterns without a match', () => {
    const catalogs = [catalogOf({ board: { title: 'a', place: 'b' }, other: 'c' })]
    const of = (keys: TextPlace['keys']) =>
      check({
        sheet,
        fonts,
        catalogs,
        places: { scales: [1], places: [{ name: 'p', style: 'tiny', minSize: 9, keys }] },
      })
        .filter(({ code }) => code === 'small-text')
        .map(({ key }) => key)
    expect(of('board.*')).toEqual(['board.place', 'board.title'])
    expect(of(['*e', 'other'])).toEqual(['board.place', 'board.title', 'other'])
    expect(() => of('bord.*')).toThrow(
      "'bord.*' of the place 'p' is not a key of the catalog at places[0].keys",
    )
    expect(() => of(['other', 'othr'])).toThrow("at places[0].keys[1] (did you mean 'other'?)")
  })
})

describe('parts', () => {
  const strings = Object.fromEntries(
    Array.from({ length: 23 }, (_, i) => [
      `k${i}`,
      `Boats to Ardle Point ${'late '.repeat(i % 5)}`,
    ]),
  )
  const options = {
    sheet,
    fonts,
    catalogs: [catalogOf(strings), catalogOf({ k1: 'x', k2: '~strong[Boote]' }, 'de')],
    places: {
      places: [
        { name: 'p', style: 'label', keys: '*', width: [80, 160] },
        { name: 'q', style: 'tiny', minSize: 12, keys: 'k1' },
      ],
    },
  } as const

  it('merge to the result of one machine, byte by byte', () => {
    const whole = findingsText(check(options))
    expect(whole.length).toBeGreaterThan(5000)
    for (const of of [1, 2, 3, 8, 40]) {
      const files = Array.from({ length: of }, (_, i) => {
        const part = [i + 1, of] as const
        return { json: findingsText(check({ ...options, part }), part), source: `${i}.json` }
      })
      expect(findingsText(mergedFindings(files.toReversed())), String(of)).toBe(whole)
    }
  })

  it('yield each finding as it is found and refuse wrong input first', () => {
    const each = [...eachFinding(options)]
    expect(each).not.toEqual(check(options))
    expect(each.toSorted(compareFindings)).toEqual(check(options))
    const places = { places: [{ name: 'p', keys: 'k99' }] }
    expect(() => eachFinding({ ...options, places })).toThrow("'k99' of the place 'p' is not a key")
  })

  it('are all needed exactly once', () => {
    const part = (i: number, of: number) => ({
      json: findingsText([], [i, of]),
      source: `${i}.json`,
    })
    expect(() => mergedFindings([part(1, 3), part(3, 3)])).toThrow('part 2 of 3 is missing')
    expect(() => mergedFindings([part(1, 2), part(1, 2)])).toThrow('are the same part: 1')
    expect(() => mergedFindings([part(1, 2), part(2, 3)])).toThrow('is one of 3 parts')
    expect(() => mergedFindings([{ json: '{}', source: 'x.json' }])).toThrow(
      'x.json is not a part of a check',
    )
    expect(() => check({ ...options, part: [3, 2] })).toThrow(
      'part of check must be a part and how many',
    )
  })
})

describe('units affected by a change', () => {
  const before = catalogOf({ a: 'Boats', b: '~strong[Late]', c: 'Same' })
  const after = catalogOf({ a: 'Boats!', b: '~strong[Late]', c: 'Same', d: 'New' })
  const places: PlaceList = {
    scales: [1],
    places: [
      { name: 'p', style: 'tiny', minSize: 9, keys: '*' },
      { name: 'q', style: 'pale', minSize: 99, keys: '*' },
    ],
  }
  const keys = (since: object, own = sheet, catalogs = [after]) => [
    ...new Set(
      check({ sheet: own, fonts, catalogs, places, since })
        .filter(({ code }) => code === 'small-text')
        .map(({ place, key }) => `${place} ${key}`),
    ),
  ]
  const all = ['a', 'b', 'c', 'd'].flatMap(key => [`p ${key}`, `q ${key}`]).sort()

  it('are the changed texts and their translations', () => {
    expect(keys({ catalogs: [before] })).toEqual(['p a', 'p d', 'q a', 'q d'])
    expect(keys({ catalogs: [after] })).toEqual([])
    const german = catalogOf({ a: 'Boote', b: '~strong[Spät]' }, 'de')
    expect(keys({ catalogs: [before, german] }, sheet, [after, german])).toEqual([
      'p a',
      'p d',
      'q a',
      'q d',
    ])
  })

  it('are the texts in changed styles, or all texts', () => {
    const bolder = sheet.with({ styles: { strong: { weight: 600 } } })
    expect(keys({ sheet }, bolder)).toEqual(['p b', 'q b'])
    expect(keys({ sheet }, sheet.with({ styles: { pale: { tracking: 0.1 } } }))).toEqual([
      'q a',
      'q b',
      'q c',
      'q d',
    ])
    expect(keys({ sheet }, sheet.with({ styles: { defaults: { tracking: 0.1 } } })).sort()).toEqual(
      all,
    )
    expect(keys({ sheet })).toEqual([])
  })
})

describe('accepted findings', () => {
  it('are recognized when lines move and figures change', () => {
    const before = found('Boats to Ardle Point', { width: 60, style: 'label' })
    const accepted = readAccepted(acceptedText(before))
    const after = found('Boats to Ardle Point, all', { width: 58, style: 'label' })
    expect(withoutAccepted(after, accepted)).toEqual({ findings: [], gone: [] })
    const other = found('Boats', { style: 'tiny', minSize: 9 })
    const { findings, gone } = withoutAccepted(other, accepted)
    expect(findings).toEqual(other)
    expect(gone).toEqual(before.map(findingId).sort())
    // One that is far worse is not what was accepted.
    const worse = found('Boats to Ardle Point and to every other port of the sound are late', {
      width: 30,
      style: 'label',
    })
    expect(withoutAccepted(worse, accepted).findings.map(({ code }) => code)).toContain('text-cut')
    expect(() => readAccepted('{"accepted": 5}', { source: 'a.json' })).toThrow(
      "a.json has no list 'accepted'",
    )
  })
})

describe('reports', () => {
  const findings = found('<Boats> | to\u0001 "Ardle" Point', {
    width: 60,
    style: 'label',
    background: '#9ab8c8',
  })

  it('are SARIF 2.1.0 with fingerprints', () => {
    const log = JSON.parse(sarifReport(findings))
    expect(log.version).toBe('2.1.0')
    const [run] = log.runs
    expect(run.results).toHaveLength(findings.length)
    for (const [i, result] of run.results.entries()) {
      expect(run.tool.driver.rules[result.ruleIndex].id).toBe(result.ruleId)
      expect(result.partialFingerprints['finding/v1']).toBe(findingId(findings[i]))
      expect(['error', 'warning']).toContain(result.level)
    }
  })

  it('are valid against the schema of SARIF 2.1.0 (OASIS), wherever findings stand', () => {
    // Of an older draft, of which it uses nothing that is another in the newer one.
    const {
      $schema: _,
      id: $id,
      ...schema
    } = JSON.parse(standardText('sarif-2.1.0/sarif-schema-2.1.0.json'))
    const validate = new Ajv({
      strict: false,
      unicodeRegExp: false,
      validateFormats: false,
    }).compile({ $id, ...schema })
    const [finding] = findings
    const elsewhere = { ...finding, location: 'sheet.json styles.label', situations: [] }
    const { location: _location, ...nowhere } = finding
    const inFile = {
      ...finding,
      location: { source: 'a b\\ü.json', start: 3, end: 9, line: 1, column: 4 },
    }
    const log = JSON.parse(sarifReport([...findings, elsewhere, nowhere, inFile]))
    validate(log)
    expect(validate.errors).toBe(null)
    expect(validate(JSON.parse(sarifReport([])))).toBe(true)
    for (const wrong of [{ level: 'fatal' }, { ruleIndex: -2 }, { where: 'here' }]) {
      const [run] = structuredClone(log.runs)
      Object.assign(run.results[0], wrong)
      expect(validate({ ...log, runs: [run] }), JSON.stringify(wrong)).toBe(false)
    }
  })

  it('are the same when written piece by piece', () => {
    const whole = {
      json: findingsText,
      sarif: sarifReport,
      junit: junitReport,
      markdown: markdownReport,
    }
    const many = Array.from({ length: 14 }, (_, i) => ({ ...findings[0], key: `k${10 + i}` }))
    const all = [...many, ...findings].sort(compareFindings)
    for (const list of [[], findings, all]) {
      for (const format of ['json', 'sarif', 'junit', 'markdown'] as const) {
        const pieces = [...reportPieces(format, new Set(list))]
        expect(pieces.join('')).toBe(whole[format](list))
        if (list === all && format !== 'markdown')
          expect(pieces.length).toBeGreaterThan(list.length)
      }
      expect(JSON.parse(findingsText(list))).toEqual({ version: 1, findings: list })
      expect(readPart(findingsText(list, [2, 3])).findings).toEqual(list)
    }
    expect(all.map(({ key }) => key).slice(0, 14)).toEqual(many.map(({ key }) => key))
    expect([...countsOf(all).values()].reduce((sum, count) => sum + count)).toBe(all.length)
  })

  it('are well-formed XML and a Markdown table that no text breaks', () => {
    const xml = junitReport(findings)
    expect(xml.match(/<testcase /g)).toHaveLength(findings.length)
    expect(xml).not.toMatch(/[\u0000-\u0008]/)
    expect(xml.replace(/<[^<>]*>/g, '')).not.toMatch(/[<>]/)
    const markdown = markdownReport(findings)
    for (const row of markdown.split('\n').filter(line => line.startsWith('| '))) {
      expect(row.replace(/\\\|/g, '').split('|')).toHaveLength(6)
    }
    expect(markdownReport([])).toBe('No text is in trouble.\n')
  })
})

describe('lists of places', () => {
  it.each([
    [
      { plces: [] },
      "a list of places has no property 'plces' at places.json:2:2 (did you mean 'places'?",
    ],
    [{}, "'places' is missing"],
    [{ places: [{ name: 'x' }] }, "'keys' of a place is missing"],
    [{ places: [{ name: 'x', keys: 'a', widht: 5 }] }, "did you mean 'width'?"],
    [{ places: [{ name: 'x', keys: 'a', allows: ['text-cutt'] }] }, 'places[0].allows must be'],
    [
      {
        places: [
          { name: 'x', keys: 'a' },
          { name: 'x', keys: 'b' },
        ],
      },
      "two places are named 'x'",
    ],
    [{ scales: [0], places: [] }, 'scales must be'],
    [[], 'a list of places is an object'],
  ])('are refused with the place of what is wrong %#', (list, message) => {
    expect(() => readPlaces(JSON.stringify(list, null, 1), { source: 'places.json' })).toThrow(
      message,
    )
  })

  it('agree with the schema in the package', () => {
    const file = readFileSync(new URL('../../places.schema.json', import.meta.url), 'utf8')
    expect(JSON.parse(file)).toEqual(placesJsonSchema())
    const valid = new Ajv2020({ strict: false }).compile(placesJsonSchema())
    const own = new URL('../../examples/lantern-sound/places.json', import.meta.url)
    expect(valid(JSON.parse(readFileSync(own, 'utf8')))).toBe(true)
    expect(valid({ places: [{ name: 'x' }] })).toBe(false)
  })
})

describe('texts made from the source', () => {
  const source = catalogOf({
    a: 'Boats to ~strong[{port}], ~link,href=https://a.example/x[see] them',
    b: 'x',
  })

  it.each(['accented', 'longer', 'mirrored'] as const)(
    'keep markup, values and links: %s',
    kind => {
      const made = pseudoCatalog(source, kind)
      const text = made.text('a')
      expect(made.problems).toEqual([])
      const { rich } = parseMarkup(
        'Boats to ~strong[{port}], ~link,href=https://a.example/x[see] them',
      )
      const shape = (nodes: typeof rich.children): unknown =>
        nodes.map(node =>
          node.kind === 'span'
            ? [
                node.styles.map(({ name }) => name),
                node.overrides.map(({ value }) => value),
                shape(node.children),
              ]
            : node.kind === 'placeholder'
              ? node.name
              : 'text',
        )
      expect(shape(text.children)).toEqual(shape(rich.children))
      const said = plainText(text, { port: 'Tern' })
      expect(said).toContain('Tern')
      if (kind !== 'longer') expect(said).not.toContain('Boats')
      if (kind === 'longer')
        expect(said.length).toBeGreaterThan(plainText(rich, { port: 'Tern' }).length * 1.25)
      if (kind === 'mirrored') expect(said).toMatch(/^[\u05d0-\u05ea]/)
    },
  )

  it('find problems that only translations would have', () => {
    const places: PlaceList = {
      scales: [1],
      places: [{ name: 'p', style: 'label', keys: 'a', width: 165, values: { port: 'Tern' } }],
    }
    const of = (catalogs: readonly Catalog[]) =>
      check({ sheet, fonts, catalogs, places }).filter(({ code }) => code === 'text-cut')
    expect(of([source])).toEqual([])
    expect(of([source, pseudoCatalog(source, 'longer')]).map(({ language }) => language)).toEqual([
      'en-XC',
    ])
  })
})
