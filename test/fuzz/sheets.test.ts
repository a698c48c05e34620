import {
  DotLineError,
  defineSheet,
  readSheet,
  type SheetSource,
  writeCss,
  writeTokens,
} from 'dot-line'
import { describe, expect, it } from 'vitest'
import { mutatedText, mutatedValue, numbers, roundsOf } from '../support/random.ts'

const source = {
  families: { reading: ['Lantern Serif', 'serif'], plain: 'sans' },
  modularScale: { base: 16, ratio: 1.25 },
  sizes: { small: 13, text: { step: 0 }, title: { step: 3 } },
  inks: {
    deep: '#0b3d5c',
    vivid: 'oklch(0.6 0.1 150)',
    pale: { from: 'deep', lighter: 0.3 },
    mixed: { from: 'deep', mix: 'vivid', share: 0.4 },
    dusk: { gradient: 'linear', angle: 90, stops: ['deep', { at: 0.7, ink: 'pale' }] },
  },
  styles: {
    defaults: { family: 'reading', ink: 'deep', size: 'text' },
    body: { leading: 1.4, tabs: [{ at: 40, align: 'decimal', leader: '.' }], language: 'de' },
    strong: { weight: 'bold', underline: { ink: 'pale', width: 2, gap: 3 } },
    note: { from: ['body', 'strong'], size: '0.9x', shadow: { ink: 'deep', x: 1, blur: 2 } },
    card: {
      padding: { left: 4, top: 2 },
      border: { fill: 'pale', radius: 4 },
      features: { smcp: true },
    },
    list: { marker: { text: '{number}.', indent: 20 }, axes: { opsz: 20 }, trim: { above: 'cap' } },
    cut: {
      ellipsis: { mark: '…', at: 'middle', between: 'words' },
      maxLines: 2,
      justification: { words: [0, 1] },
    },
  },
  modes: { dark: { inks: { deep: '#dcebf2' }, styles: { body: { weight: 500 } } } },
} as const satisfies SheetSource

const odd = [
  ...[null, 0, -1, 1e300, 0.5, '', 'deep', 'constructor()', '/1e', 'lab(1e', 'rgb(', '#12', 'a.b'],
  ...[[], {}, [[]], [null], { from: 'x' }, true, false, '__proto__', 'toString', '{colors.deep}'],
  ...[
    '0.9x',
    '1e400x',
    'en-a',
    'de-1996-1996',
    { $value: null },
    { $type: 'toString' },
    '{}',
    '{a.{b}}',
  ],
]
const characters = [
  '"',
  '{',
  '}',
  '[',
  ']',
  ':',
  ',',
  '\\',
  '\u2028',
  '1e999',
  'null',
  '-',
  '\ud800',
]

/** Reads a sheet, and does all with it that a program would. */
function use(read: () => ReturnType<typeof readSheet>) {
  const sheet = read()
  for (const name of sheet.styleNames) sheet.why(name)
  for (const mode of sheet.modeNames) sheet.mode(mode)
  writeCss(sheet)
  const { tokens } = writeTokens(sheet)
  readSheet(JSON.stringify(tokens))
}

function run(make: (next: ReturnType<typeof numbers>) => () => ReturnType<typeof readSheet>) {
  const next = numbers(20261125)
  const rounds = roundsOf(90)
  let worked = 0
  for (let round = 0; round < rounds; round++) {
    const read = make(next)
    try {
      use(read)
      worked++
    } catch (error) {
      if (!(error instanceof DotLineError)) throw new Error(`round ${round}`, { cause: error })
      expect(error.message).not.toMatch(/\[object |native code/)
    }
  }
  // Both happen: or the mutations would tell nothing.
  expect(worked).toBeGreaterThan(0)
  expect(worked).toBeLessThan(rounds)
}

describe('mutated sheets work or are refused with a DotLineError', () => {
  const tokens = writeTokens(defineSheet(source)).tokens

  it('as objects', () =>
    run(next => {
      const value = mutatedValue(source, next, odd)
      return () => Reflect.apply(defineSheet, undefined, [value])
    }))

  it('as JSON', () =>
    run(next => {
      const json = JSON.stringify(mutatedValue(source, next, odd))
      return () => readSheet(json)
    }))

  it('as text that is nearly JSON', () =>
    run(next => {
      const json = mutatedText(JSON.stringify(source), next, characters)
      return () => readSheet(json)
    }))

  it('as design tokens', () =>
    run(next => {
      const json = JSON.stringify(mutatedValue(tokens, next, odd))
      return () => readSheet(json)
    }))
})
