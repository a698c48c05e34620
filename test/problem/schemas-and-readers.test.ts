import { Ajv2020 } from 'ajv/dist/2020.js'
import { DotLineError, readSheet, sheetJsonSchema } from 'dot-line'
import { chartJsonSchema, readChart } from 'dot-line/chart-file'
import { placesJsonSchema, readPlaces } from 'dot-line/check'
import { documentJsonSchema, readDocument } from 'dot-line/document'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'

const places = {
  scales: [1, 2],
  modes: ['dark'],
  contrast: 'AA',
  places: [
    {
      ...{ name: 'button', style: 'label', keys: ['board.*', 'a'], width: [120, 80], height: 40 },
      ...{ maxLines: 2, background: '#ffffff', values: { port: 'x', n: 1 }, direction: 'rtl' },
      ...{ minSize: 9, allows: ['lone-word'] },
    },
    { name: 'other', keys: 'a', width: 50 },
  ],
}
const chart = {
  ...{ kind: 'bars', x: 'a', y: ['b'], series: 'c', arrangement: 'stacked', labels: 'none' },
  rows: [{ a: 'A', b: 1, c: null }],
  ...{
    width: 400,
    height: 300,
    language: 'en',
    inks: ['#000'],
    legend: ['top'],
    includeZero: true,
  },
  texts: { title: 'Boats', y: 'a month' },
  formats: { y: { number: { maximumFractionDigits: 1 } } },
  notes: [{ x: 'A', y: 1, series: 'c', text: 'here' }],
}
const document = {
  ...{ title: 'Notice', keywords: ['boats'], language: 'en', numbered: true },
  page: { size: [400, 600], margin: { top: 1, start: 2, bottom: 3, end: 4 }, columns: 2, gap: 10 },
  runningHead: { start: 'a', end: { key: 'b', values: { n: 1 } } },
  pageLabels: [{ page: 1, style: 'lower-roman', prefix: 'A-', start: 3 }],
  notes: { one: 'A note' },
  terms: { two: 'A term' },
  blocks: [
    { kind: 'heading', level: 2, text: 'Boats', id: 'h', language: 'de', spansColumns: true },
    { kind: 'paragraph', text: { key: 'p' }, style: 'body', keepWithNext: true, initialLetter: 2 },
    { kind: 'list', items: ['a', [{ kind: 'rule' }]], marker: 'decimal', start: 2 },
    {
      kind: 'table',
      columns: [{ width: 100, align: 'end', decimals: 2 }, { width: { share: 2 } }],
      head: [['a', 'b']],
      rows: [[1, { text: 'x', columnSpan: 1 }]],
      ...{ caption: 'c', rowHeaders: true, splitRows: true, float: 'top' },
    },
    { kind: 'figure', artwork: 'map', alt: 'A map', width: 100, float: 'start' },
    { kind: 'contents', levels: 2 },
    { kind: 'leaders', entries: [['a', 'b']], leader: '.' },
    { kind: 'placed', text: 'x', at: { side: 'top', of: 'h', gap: 3, align: 'end' } },
    { kind: 'placed', artwork: 'y', alt: 'y', at: { x: 1, y: 2 } },
    { kind: 'placed', text: 'z', at: { across: 'end', down: 'top', inset: 3 } },
    { kind: 'space', height: 10 },
    { kind: 'page-break' },
  ],
}

const sheet = {
  families: { brand: ['sans', 'serif'] },
  sizes: { small: 13 },
  inks: { deep: '#0b3d5c', sea: { from: 'deep', alpha: 0.5 } },
  styles: {
    defaults: { family: 'brand', ink: 'deep', language: 'en' },
    body: { size: 16, leading: 1.4, weight: 400, tracking: 0.01, hyphenation: true, maxLines: 3 },
    head: { from: 'body', size: 'small', underline: { gap: 2 }, longWords: { hyphenate: true } },
    boxed: {
      ...{ backing: { ink: 'sea', padding: { top: 1, end: 2 }, radius: 3 }, padding: 4 },
      ...{ marker: { text: '{number}.', indent: 10 }, ellipsis: { at: 'middle' }, scaling: false },
      ...{ tabs: [{ at: 40, align: 'decimal' }], trim: { above: 'cap' }, features: { smcp: true } },
    },
  },
  modes: { dark: { inks: { deep: '#ffffff' }, styles: { body: { weight: 500 } } } },
}

/** Values as people have them by mistake: of another type, too large, too many, too few. */
const slips: readonly unknown[] = [
  ...[
    '',
    'A4',
    'en',
    '!!',
    'content',
    'top',
    'decimal',
    'sum',
    'AA',
    'a',
    '*',
    'abcd',
    'sr-Latn-RS',
    'en-',
    '- '.repeat(8),
  ],
  ...[0, -1, 1, 1.5, 2, 7, 21, 101, 20_000, 1e300],
  ...[true, false, null, [], {}, [1], ['a'], [['a', 'b']], [[]], [{}], [null], ['a', 'a', 'a']],
  ...[{ a: 1 }, { a: {} }, { key: 'a' }, { text: 'a' }, { share: 0 }, { x: 1, y: 1 }, { page: 1 }],
]
type Json = Record<string, unknown> | unknown[]

/** A file with one thing in it changed: a value, or a key that is missing, unknown or doubled. */
function changed(sample: object, choices: readonly number[], slip: unknown, how: string): unknown {
  const copy: Json = JSON.parse(JSON.stringify(sample))
  let around: Json = copy
  let key: string | undefined
  for (const choice of choices) {
    const inner: unknown = key === undefined ? copy : Reflect.get(around, key)
    if (typeof inner !== 'object' || inner === null) break
    const keys = Object.keys(inner)
    if (keys.length === 0) break
    around = inner as Json
    key = keys[choice % keys.length]
  }
  if (key === undefined) return copy
  if (how === 'without') {
    if (Array.isArray(around)) around.splice(Number(key), 1)
    else delete around[key]
  } else if (how === 'other key' && !Array.isArray(around)) around[`${key}s`] = slip
  else Reflect.set(around, key, slip)
  return copy
}

/** Codes of what a schema can say; others are of texts, data, or of parts that differ from each other. */
const structural = new Set(['bad-value', 'unknown-property', 'missing-property', 'bad-document'])

function mistakesOf(read: () => unknown): readonly string[] {
  try {
    read()
    return []
  } catch (error) {
    if (!(error instanceof DotLineError)) throw error
    return (
      error.problems
        .filter(({ code, severity }) => severity === 'error' && structural.has(code))
        // Labels begin at page 1, and are in order.
        .filter(
          ({ message }) => !/page label/.test(message) || /must be|property|missing/.test(message),
        )
        .map(({ message }) => message)
    )
  }
}

describe.each([
  ['places', places, placesJsonSchema(), readPlaces],
  ['charts', chart, chartJsonSchema(), (json: string) => readChart(json, { readCsv: () => 'a,b' })],
  ['documents', document, documentJsonSchema(), readDocument],
  ['sheets', sheet, sheetJsonSchema(), readSheet],
] as const)('the schema of %s', (_, sample, schema, read) => {
  const isValid = new Ajv2020({ strict: false }).compile(schema)

  it('takes what the reader takes, and nothing else', () => {
    expect([isValid(sample), mistakesOf(() => read(JSON.stringify(sample)))]).toEqual([true, []])
    const differing = new Map<string, unknown>()
    fc.assert(
      fc.property(
        fc.array(fc.nat(20), { minLength: 1, maxLength: 6 }),
        fc.constantFrom(...slips),
        fc.constantFrom('value', 'value', 'value', 'without', 'other key'),
        (choices, slip, how) => {
          const file = changed(sample, choices, slip, how)
          const mistakes = mistakesOf(() => read(JSON.stringify(file)))
          if (isValid(file) === (mistakes.length === 0)) return
          differing.set(
            `${choices} ${how} ${JSON.stringify(slip)}`,
            mistakes.length > 0 ? mistakes : isValid.errors?.[0],
          )
        },
      ),
      { numRuns: 4000 },
    )
    expect([...differing].slice(0, 30)).toEqual([])
  })
})
