import { readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { defineSheet, type Layout, openFonts, type Typesetter, typesetterFor } from 'dot-line'
import { openHyphenation } from 'dot-line/hyphenation'
import { beforeAll, describe, expect, it } from 'vitest'
import { prose } from '../../bench/corpus.mjs'
import { paragraphs } from '../pages/paragraphs.ts'
import { file, fontFiles } from '../support/font-files.ts'

/** `UPDATE_GOLDEN=1 npx vitest run test/layout/golden-lines.test.ts` writes them anew; read the difference then. */
const isUpdated = process.env.UPDATE_GOLDEN === '1'
const path = fileURLToPath(new URL('../fixtures/golden/lines.jsonl', import.meta.url))

const looks = {
  plain: {},
  tight: { leading: 1, trim: { above: 'cap', below: 'alphabetic' }, size: 13.7 },
  tracked: { tracking: 0.02, wordSpacing: 0.08 },
  best: { breaking: 'best' },
  even: { breaking: 'even' },
  block: { align: 'justify' },
  bestBlock: { align: 'justify', breaking: 'best', hyphenation: true },
  hyphenated: { hyphenation: true },
  neverAlone: { loneWord: 'avoid' },
  indented: { firstIndent: 14, startIndent: 6, endIndent: 3.5, marker: { text: '•' } },
  few: { maxLines: 2 },
  cutInside: { maxLines: 1, ellipsis: { mark: '…', at: 'middle' } },
  byWords: { maxLines: 2, ellipsis: { between: 'words' } },
  eased: { longWords: { shrinkTo: 8 } },
  small: { caps: 'small-caps' },
  raised: { variantPosition: 'super' },
  roomy: { backing: { ink: '#eee', padding: 4, inFlow: true } },
  down: { writingMode: 'vertical-rl' },
  leftward: { direction: 'rtl' },
  tabbed: { tabs: [{ at: 60 }, { at: 120, align: 'end', leader: '.' }] },
} as const
const names = Object.keys(looks) as (keyof typeof looks)[]

const rounded = (value: number) => Math.round(value * 100) / 100

/** What a layout is, in short: its size, and its lines with their ends, places, widths and faces. */
const said = ({ width, height, cut, lines, problems }: Layout) => [
  [width, height, cut?.start ?? -1].map(rounded),
  ...lines.map(({ end, x, baseline, width, runs }) => [
    ...[end, x, baseline, width].map(rounded),
    runs.map(({ x, level, text }) => `${rounded(x)}/${level}/${text.length}`).join(' '),
  ]),
  problems.map(({ code }) => code).join(),
]

interface Case {
  readonly style: keyof typeof looks
  readonly text: string
  readonly language: string
  readonly family: readonly string[]
  readonly width: number
}

/** A part of each paragraph in each look, with a span, a value, a tab, or as it is. */
function cases(): readonly Case[] {
  const texts = [
    ...paragraphs.map(({ text, language, family }) => ({ text, language, family })),
    ...prose(2400, 3)
      .split('\n')
      .map(text => ({ text, language: 'en', family: 'serif' })),
  ]
  return texts.flatMap(({ text, language, family }, i) =>
    names.map((style, j) => {
      const start = text.indexOf(' ', (i * 31 + j * 17) % 90) + 1
      const piece = text.slice(start, start + 40 + ((i * 7 + j * 13) % 90)).replace(/[~{}[\]]/g, '')
      const [head, middle, ...rest] = piece.split(' ')
      const shown =
        style === 'tabbed'
          ? `${head}\t${middle}\t${rest.join(' ')}`
          : [piece, `${head} ~strong[${middle}] ${rest.join(' ')}`, `{value} ${piece}`][(i + j) % 3]
      return {
        style,
        text: shown,
        language,
        family: [family, 'sans'],
        width: 90 + ((i * 37 + j * 53) % 260),
      }
    }),
  )
}

describe('lines that are kept', () => {
  let typesetter: Typesetter<string>
  beforeAll(async () => {
    const { arabic, hebrew, thai, japanese } = fontFiles
    const further = ['bengali', 'devanagari', 'tamil'].map(script => {
      const name = `NotoSans${script[0].toUpperCase()}${script.slice(1)}_400Regular.ttf`
      return file(`node_modules/@expo-google-fonts/noto-sans-${script}/400Regular/${name}`)
    })
    const korean = file(
      'node_modules/@expo-google-fonts/gowun-dodum/400Regular/GowunDodum_400Regular.ttf',
    )
    const fonts = await openFonts({ files: [arabic, hebrew, thai, japanese, korean, ...further] })
    const sheet = defineSheet({ styles: { ...looks, strong: { weight: 700 } } })
    const hyphenation = await openHyphenation('en', 'de')
    typesetter = typesetterFor<string, never, never>({
      sheet,
      fonts,
      hyphenation,
      problems: 'collect',
    })
  })

  it('are the same as they were', () => {
    const found = cases().map(({ style, text, language, family, width }) => {
      const values: Record<string, string> = text.includes('{value}')
        ? { value: 'Ardle 12:40' }
        : {}
      const overrides = { language, family: [...family] }
      const frame = style === 'down' ? { height: width } : { width }
      const layout = typesetter.set(text, { style, values, overrides, ...frame })
      return JSON.stringify([style, language, ...said(layout)])
    })
    if (isUpdated) writeFileSync(path, `${found.join('\n')}\n`)
    const kept = readFileSync(path, 'utf8').trimEnd().split('\n')
    expect(found.length).toBe(kept.length)
    const different = found.flatMap((line, i) => (isSame(line, kept[i]) ? [] : [[line, kept[i]]]))
    expect(different.slice(0, 5)).toEqual([])
  })
})

/** Numbers that were rounded may differ in their last digit. */
function isSame(a: string, b: string): boolean {
  if (a === b) return true
  const [first, second] = [a, b].map(text => text.split(/[^\d.-]+/).map(Number))
  const shapes = [a, b].map(text => text.replace(/-?\d+(\.\d+)?/g, '0'))
  return shapes[0] === shapes[1] && first.every((value, i) => Math.abs(value - second[i]) < 0.015)
}
