import {
  DotLineError,
  defineSheet,
  draw,
  inlineBox,
  openFonts,
  place,
  rectangle,
  type Typesetter,
  typesetterFor,
  type Values,
} from 'dot-line'
import { toHtml } from 'dot-line/html'
import { toPathData } from 'dot-line/outline'
import { toPdf } from 'dot-line/pdf'
import { toPng } from 'dot-line/png'
import { toSvg } from 'dot-line/svg'
import { beforeAll, describe, expect, it } from 'vitest'
import { arabicFonts, hebrewFonts } from '../support/fonts.ts'
import { type Next, numbers, pick, roundsOf } from '../support/random.ts'

const sheet = defineSheet({
  inks: { deep: '#0b3d5c', dusk: { gradient: 'linear', stops: ['deep', '#c8331f'] } },
  styles: { strong: { weight: 700 }, soft: { shadow: { ink: 'deep', x: 2, blur: 3 } } },
})
const pieces = [
  ...['Tern ', 'office', '\n', '\t', '\u2028', '\u00ad', '~strong[', '~soft[', ']', '~[', '{', '}'],
  ...[
    '{port}',
    '{box}',
    '{U+1F6A2}',
    '~size=2x,ink=dusk[',
    '~href=/a[',
    '~(a)[',
    '~weight=900[',
    '~',
  ],
  ...[
    'مرسى ',
    'שלום',
    '12.50',
    '漢字、',
    'e\u0301',
    '\u200d',
    '\u2067',
    '\u2069',
    '\ud800',
    '\0',
    'ﬁ',
  ],
  ...['Brackwater-under-Heugh', '👍🏽', '\u0301', ' ', '~language=ar[', '~variantPosition=super['],
]
const styles = [
  ...[{}, { align: 'justify' }, { breaking: 'best' }, { breaking: 'even' }, { direction: 'rtl' }],
  ...[{ writingMode: 'vertical-rl' }, { ellipsis: { at: 'middle' } }, { overflowWrap: 'normal' }],
  ...[
    { underline: { gap: 30 } },
    { tabs: [{ at: 40, align: 'end', leader: '.' }] },
    { ink: 'dusk' },
  ],
  ...[
    { stroke: { ink: 'deep', width: 1 } },
    { backing: { ink: 'deep', padding: 3 } },
    { size: 0.01 },
  ],
  ...[
    { tracking: 3 },
    { textTransform: 'capitalize' },
    { caps: 'small-caps' },
    { marker: { text: '•' } },
  ],
  ...[{ hyphenation: true, loneWord: 'avoid' }, { writingMode: 'sideways-lr' }, { padding: 900 }],
] as const
const frames = [
  ...[{}, { width: 0 }, { width: 1 }, { width: 60 }, { width: 1e6 }, { width: 100, height: 20 }],
  ...[{ maxLines: 1, width: 50 }, { height: 30 }, { width: 80, fit: { min: 1, max: 40 } }],
  ...[{ width: 1e-9 }, { width: 90, align: 'end', maxLines: 2, continues: true }],
] as const

let setters: readonly Typesetter[]
beforeAll(async () => {
  const fonts = await openFonts({ files: [...arabicFonts, ...hebrewFonts] })
  const reader = { scale: 3.1, spacing: 'wide', bold: true } as const
  setters = [
    typesetterFor({ sheet, fonts, problems: 'collect' }),
    typesetterFor({ sheet, fonts, reader, problems: 'collect' }),
    typesetterFor({ sheet, fonts }),
  ]
})

function someText(next: Next): string {
  return Array.from({ length: 1 + next(12) }, () => pick(next, pieces)).join('')
}

const targets = [toSvg, toPdf, toPng, toHtml, toPathData]

describe('texts of any kind', () => {
  it('render in every target or are refused with a DotLineError', () => {
    const next = numbers(20261126)
    const rounds = roundsOf(180)
    let refused = 0
    for (let round = 0; round < rounds; round++) {
      const text = someText(next)
      const box = inlineBox({
        width: next(30),
        height: next(30),
        drawing: draw({ width: 9, height: 9 }, [
          rectangle({ x: 0, y: 0, width: 9, height: 9 }, '#000'),
        ]),
      })
      const values: Values = next(3) === 0 ? {} : { port: pick(next, pieces), box }
      const setting = { ...pick(next, frames), values, overrides: pick(next, styles) }
      try {
        const layout = pick(next, setters).set(text as 'x', setting)
        for (const line of layout.lines) {
          for (const run of line.runs) {
            expect([run.x, run.width, line.baseline].every(Number.isFinite)).toBe(true)
          }
        }
        const target = pick(next, targets)
        const isPlaced = next(3) === 0
        const shown = isPlaced
          ? draw({ width: 200, height: 200 }, [place(layout, next(9), 9, { angle: next(360) })])
          : layout
        target(shown)
      } catch (error) {
        if (!(error instanceof DotLineError)) {
          throw new Error(`round ${round}: ${JSON.stringify([text, setting])}`, { cause: error })
        }
        refused++
      }
    }
    expect(refused).toBeGreaterThan(0)
    expect(refused).toBeLessThan(rounds)
  })
})
