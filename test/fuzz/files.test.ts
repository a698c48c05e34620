import { readFileSync } from 'node:fs'
import { DotLineError, defineSheet, openFonts, readCatalog, typesetterFor } from 'dot-line'
import { chartTextsFor } from 'dot-line/chart'
import { drawChart, readChart } from 'dot-line/chart-file'
import { check, proofPage, readPlaces } from 'dot-line/check'
import { readDocument, setDocument } from 'dot-line/document'
import { messageFormat } from 'dot-line/messages'
import { readXliff, toXliff } from 'dot-line/xliff'
import { beforeAll, describe, expect, it } from 'vitest'
import { mutatedText, mutatedValue, numbers, roundsOf } from '../support/random.ts'

const data = (name: string) =>
  readFileSync(new URL(`../../examples/lantern-sound/${name}`, import.meta.url), 'utf8')
const sheet = defineSheet({
  inks: { paper: '#ffffff', deep: '#0b3d5c' },
  styles: { defaults: { ink: 'deep' }, strong: { weight: 700 }, body: {} },
  modes: { dark: { inks: { paper: '#04253b' } } },
})
let fonts: Awaited<ReturnType<typeof openFonts>>
beforeAll(async () => {
  fonts = await openFonts({ builtIn: ['sans'] })
})

const marks = [
  ...[
    '{',
    '}',
    '{{',
    '}}',
    '{$',
    '.match ',
    '.input ',
    '*',
    '|',
    ':integer',
    '{#strong}',
    '{/strong}',
  ],
  ...[
    '<',
    '>',
    '</',
    '&',
    '&lt;',
    '"',
    "'",
    '<pc id="1">',
    '<cp hex="D800"/>',
    ']]>',
    '<!--',
    '\0',
  ],
  ...[']', '~strong[', '~', '\\', '1e999', 'null', '\ud800', '\u2028', '[', ':', ','],
]
const odd = [
  null,
  0,
  -1,
  1e300,
  0.5,
  '',
  '*',
  'x',
  [],
  {},
  [[]],
  true,
  '__proto__',
  '{a}',
  [null],
  -0,
]

const messages = data('receipt.ar.mf2.json')
const texts = data('strings.en.json')
const source = readCatalog(texts, { language: 'en' })
const xliff = toXliff(source, { catalog: readCatalog(data('strings.de.json'), { language: 'de' }) })
const places = {
  scales: [1, 2],
  modes: ['dark'],
  contrast: 'AA',
  places: [
    {
      name: 'a',
      style: 'body',
      keys: ['board.*'],
      width: [80, 120],
      height: 40,
      maxLines: 2,
      background: 'paper',
    },
    {
      name: 'b',
      keys: 'ports.*',
      values: { port: 'Ardle' },
      direction: 'ltr',
      minSize: 9,
      allows: ['lone-word'],
    },
  ],
}
const chart = JSON.parse(data('passengers.json'))
const csv = data('passengers.csv')
const document = JSON.parse(data('notice.json'))

/** What reads a file that somebody changed, and goes on with what it gives. */
const readers: Readonly<Record<string, (next: ReturnType<typeof numbers>) => unknown>> = {
  messages(next) {
    const problems = next(2) === 0 ? 'collect' : 'throw'
    const catalog = readCatalog(mutatedText(messages, next, marks), {
      language: 'ar',
      syntax: messageFormat,
      problems,
    })
    const { set } = typesetterFor({ sheet, fonts, problems: 'collect' })
    for (const key of catalog.keys) {
      for (const variant of catalog.cases(key, { count: 3, price: 4 })) set(variant, { width: 100 })
    }
    return catalog
  },
  xliff: next =>
    readXliff(mutatedText(xliff, next, marks), { problems: next(2) === 0 ? 'collect' : 'throw' }),
  catalog(next) {
    const read = readCatalog(mutatedText(texts, next, marks), {
      problems: 'collect',
      original: source,
      styles: ['strong'],
    })
    return toXliff(read.language ? read : { ...read, language: 'en' }, { language: 'el' })
  },
  places(next) {
    const changed =
      next(2) === 0
        ? mutatedText(JSON.stringify(places), next, marks)
        : JSON.stringify(mutatedValue(places, next, odd))
    const { list, locationOf } = readPlaces(changed)
    const small = {
      sheet,
      fonts,
      catalogs: [source],
      places: { ...list, places: list.places.slice(0, 2) },
      locationOf,
    }
    return next(8) === 0 ? proofPage({ ...small, scales: [1] }) : check({ ...small, scales: [1] })
  },
  chart(next) {
    const changed =
      next(2) === 0
        ? mutatedText(JSON.stringify(chart), next, marks)
        : JSON.stringify(mutatedValue(chart, next, odd))
    const rows = next(2) === 0 ? csv : mutatedText(csv, next, [...marks, '\n', ';', '""'])
    return drawChart(chartTextsFor({ sheet, fonts }), readChart(changed, { readCsv: () => rows }))
  },
  document(next) {
    const changed =
      next(2) === 0
        ? mutatedText(JSON.stringify(document), next, marks)
        : JSON.stringify(mutatedValue(document, next, odd))
    const set = setDocument(readDocument(changed).document, {
      sheet,
      fonts,
      catalog: source,
      artwork: new Map(),
    })
    return set.problems
  },
}

describe('corrupted files', () => {
  it.each(Object.entries(readers))('%s are read, or refused in words', (name, read) => {
    const next = numbers(name.length * 7919)
    let refused = 0
    const rounds = roundsOf(60)
    for (let i = 0; i < rounds; i++) {
      try {
        read(next)
      } catch (error) {
        if (!(error instanceof DotLineError)) {
          throw new Error(
            `round ${i}: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}`,
          )
        }
        expect(error.message).toMatch(/\S/)
        refused++
      }
    }
    // Most of what is changed at random is wrong somewhere.
    expect(refused).toBeGreaterThan(0)
  })
})
