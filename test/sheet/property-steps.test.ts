import { beforeAll, describe, expect, it } from 'vitest'
import {
  defineSheet,
  type Fonts,
  type Hyphenation,
  type Layout,
  openFonts,
  type ReaderSettings,
  typesetterFor,
} from '../../src/index.node.ts'
import { openHyphenation } from '../../src/platform/hyphenation.ts'
import { type Step, steps } from '../../src/sheet/declared.ts'
import { type PropertyName, properties } from '../../src/sheet/properties.ts'
import { toSvg } from '../../src/targets/svg/index.ts'
import { setGenerally } from '../../src/typesetter/styled-content.ts'
import { fontFiles, read, withTraits } from '../support/font-files.ts'
import { expectNear } from '../support/same.ts'

interface Sample {
  readonly value: unknown
  /** A style in which the property shows. */
  readonly around?: object
  readonly text?: string
  readonly width?: number
  readonly reader?: ReaderSettings
  /** Whether it acts in vertical text alone. */
  readonly isVertical?: true
}

const narrowed = 'Source Serif 4'
const usual = 'Official boats 3 leave Ardle Point information office (12:40), late.\nTwo of them.'

/** A value of each property, and a text that shows it. */
const samples: Record<PropertyName, Sample> = {
  family: { value: 'serif' },
  size: { value: 19 },
  weight: { value: 700 },
  slant: { value: 'italic' },
  stretch: { value: 75, around: { family: narrowed } },
  synthesis: { value: 'weight', around: { family: 'Noto Sans Thai', weight: 700 }, text: 'ท่าเรือ' },
  leading: { value: 2 },
  tracking: { value: 0.05 },
  wordSpacing: { value: 0.2 },
  ink: { value: '#c00' },
  opacity: { value: 0.5 },
  stroke: { value: { ink: '#c00', width: 1 } },
  backing: { value: { ink: '#cde', padding: 12, inFlow: true } },
  shadow: { value: { ink: '#888', x: 1, y: 1 } },
  underline: { value: true },
  overline: { value: true },
  strike: { value: true },
  baselineShift: { value: 0.3 },
  variantPosition: { value: 'super' },
  textTransform: { value: 'uppercase' },
  caps: { value: 'small-caps' },
  orientation: { value: 'upright', isVertical: true },
  combineDigits: { value: true, isVertical: true, text: '12時34分に出ます' },
  emphasisMark: { value: 'dot' },
  punctuationSpacing: {
    value: 'closed',
    around: { family: 'MotoyaLCedar' },
    text: '「船」、（毎日）。「港」',
  },
  features: { value: { smcp: true } },
  axes: { value: { wght: 650 }, around: { family: 'SourceCodeVF' } },
  language: { value: 'tr', around: { textTransform: 'uppercase' } },
  minSize: { value: 24 },
  maxSize: { value: 12 },
  scaling: { value: false, reader: { scale: 2 } },
  align: { value: 'end' },
  direction: { value: 'rtl' },
  writingMode: { value: 'vertical-rl', text: '船、12時（出ます）' },
  trim: { value: { above: 'cap', below: 'alphabetic' } },
  firstIndent: { value: 40 },
  startIndent: { value: 20 },
  endIndent: { value: 20 },
  spaceBefore: { value: 9 },
  spaceAfter: { value: 9 },
  maxLines: { value: 2 },
  ellipsis: { value: '--', around: { maxLines: 2 } },
  breaking: { value: 'best', text: usual.slice(0, 68), width: 140 },
  lineBreak: { value: 'strict', text: 'コーヒーを飲むカップ' },
  wordBreak: { value: 'keep-all', text: '船は毎日 港を出ます' },
  overflowWrap: { value: 'normal', text: 'x'.repeat(60) },
  longWords: { value: { shrinkTo: 4 }, text: `${'x'.repeat(20)} y` },
  loneWord: { value: 'avoid', text: 'Boats leave from Ardle Point at dusk.', width: 210 },
  hyphenation: { value: true, text: 'Departures information' },
  justification: {
    value: { words: [-0.05, 2] },
    around: { align: 'justify', breaking: 'best' },
    text: 'Boats to Ardle Point are late by half an hour today because of difficult weather off Gannet Stair; passengers waiting at the quay may take the next one',
  },
  tabs: { value: [{ at: 60 }], text: 'Quay\tBoats' },
  marker: { value: { text: '•' } },
  padding: { value: 7 },
  border: { value: { ink: '#000', width: 2 } },
}

const runsOf = ({ lines }: Layout) =>
  lines.flatMap(({ runs }) => runs.filter(({ kind }) => kind !== 'marker'))

/** What a step gives, of a text on one line or on several. */
const given: Record<Step, (free: Layout, framed: Layout) => unknown> = {
  letters: free => runsOf(free).map(({ face, glyphs, level }) => [face, glyphs.glyphs, level]),
  advances: free => runsOf(free).map(({ width, glyphs }) => [width, glyphs.advances]),
  lines: (_, { lines, cut }) => [
    cut,
    lines.map(({ start, end, runs }) => [start, end, runs.map(({ text }) => text)]),
  ],
  heights: (_, { lines }) => lines.map(({ top, height, baseline }) => [top, height, baseline]),
  places: (_, { width, lines }) => [
    width,
    lines.map(({ x, width, runs }) => [x, width, runs.map(run => run.x)]),
  ],
  paint: (_, framed) => toSvg(framed),
}

describe('each property of a style', () => {
  let fonts: Fonts
  let hyphenation: Hyphenation
  beforeAll(async () => {
    const { japanese, variableCff, thai, serif } = fontFiles
    const narrow = withTraits(read('assets/fonts/SourceSerif4-Bold.ttf'), {
      weight: 400,
      widthClass: 3,
    })
    fonts = await openFonts({ files: [japanese, variableCff, thai, serif, narrow] })
    hyphenation = await openHyphenation('en')
  })
  const setterOf = ({ value, around = {}, isVertical, reader = {} }: Sample, name: string) => {
    const own = { ...(isVertical && ({ writingMode: 'vertical-rl' } as const)), ...around }
    const styles = { without: own, with: { ...own, [name]: value } }
    const sheet = defineSheet({ styles })
    return typesetterFor<string, never, never>({
      sheet,
      fonts,
      hyphenation,
      reader,
      problems: 'collect',
    })
  }

  it.each(Object.entries(samples))('acts at the step that it says: %s', (name, sample) => {
    const { text = usual, width = 130 } = sample
    const { set } = setterOf(sample, name)
    const [before, after] = ['without', 'with'].map(style => {
      const layouts = [set(text, { style }), set(text, { style, width, height: 400 })] as const
      if (style === 'with') expect(layouts[0].problems).toEqual([])
      return (step: Step) => given[step](...layouts)
    })
    const { step } = Object.entries(properties).find(([own]) => own === name)?.[1] ?? {}
    const changed = steps.filter(step => {
      try {
        expectNear(after(step), before(step))
        return false
      } catch {
        return true
      }
    })
    expect(changed[0]).toBe(step)
  })

  it.each(Object.entries(samples))('is the same in numbers and in glyphs: %s', (name, sample) => {
    const { text = usual, width = 130 } = sample
    const typesetter = setterOf(sample, name)
    for (const frame of [{}, { width }, { width, maxLines: 1 }, { width, height: 60 }]) {
      const setting = { style: 'with', ...frame }
      const [found, wanted] = [
        typesetter.set(text, setting),
        setGenerally(typesetter, text, setting),
      ]
      expectNear(
        Object.fromEntries(Object.entries(found)),
        Object.fromEntries(Object.entries(wanted)),
      )
    }
  })

  const vertical = Object.entries(samples).filter(([, sample]) => sample.isVertical)
  it.each(vertical)('acts in vertical text alone: %s', (name, { text = usual, value }) => {
    const { set } = setterOf({ value }, name)
    expect(toSvg(set(text, { style: 'with' }))).toBe(toSvg(set(text, { style: 'without' })))
  })
})
