import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  defineSheet,
  type Layout,
  openFonts,
  type SetOptions,
  type Typesetter,
  typesetterFor,
} from '../../src/index.node.ts'
import { setGenerally } from '../../src/typesetter/styled-content.ts'
import { fontFiles } from '../support/font-files.ts'
import { assertOften } from '../support/met-often.ts'
import { runs } from '../support/random-runs.ts'
import { expectNear } from '../support/same.ts'

const looks = {
  plain: {},
  arabic: { family: ['Noto Sans Arabic', 'sans'], language: 'ar' },
  arabicBlock: { family: ['Noto Sans Arabic', 'sans'], language: 'ar', align: 'justify', size: 19 },
  leftward: { direction: 'rtl', align: 'end', padding: 5 },
  rightward: { direction: 'ltr', align: 'center', wordSpacing: 0.1 },
  thai: { family: ['Noto Sans Thai', 'sans'], language: 'th' },
  japanese: { family: ['MotoyaLCedar', 'sans'], language: 'ja' },
  serif: { family: 'serif', size: 19, features: { onum: true } },
  bold: { weight: 700, slant: 'italic' },
  apart: { wordSpacing: 0.1 },
  tracked: { tracking: 0.02 },
  big: { size: '1.4x', baselineShift: 0.2, underline: true },
  few: { maxLines: 2, ellipsis: { mark: '…', at: 'middle' } },
  block: { align: 'justify', justification: { last: true } },
  small: { caps: 'small-caps' },
} as const
const names = Object.keys(looks)

const words = {
  latin: 'Boats leave (at) dusk, from Ardle Point “late”',
  arabic: 'القوارب تغادر (كل) يوم، من الميناء ١٢:٤٠ لا بَعْدَ',
  hebrew: 'הסירות יוצאות בכל יום, "בבוקר" שָׁלוֹם',
  thai: 'เรือ ออก ตอน พลบค่ำ ท่าเรือ',
  japanese: '船は 夕暮れに 出ます。 港は「毎日」 のりば',
  others: 'λόγος Кот гавань-порт ΔT µm',
  numbers: '12 12:40 3,50 -7 €12 5% 1/2 ½ 1⁄2 №',
  symbols:
    '→ ✓ ★ 🚢 👩‍🚀 🇮🇸 ❤️ 👍🏽 ™ \u200f \u200e a\u0301 co\u00adop x\u200by \u2067ab\u2069 \u00a0 𝔸 ﷺ',
}
const lists = Object.values(words).map(list => list.split(' '))

const isByNumbers = (layout: Layout) =>
  Object.getOwnPropertyDescriptor(layout, 'lines')?.get !== undefined

describe('texts with several scripts, faces and directions', () => {
  let typesetter: Typesetter<string>
  beforeAll(async () => {
    const { arabic, hebrew, thai, japanese, emoji } = fontFiles
    const fonts = await openFonts({ files: [arabic, hebrew, thai, japanese, emoji] })
    typesetter = typesetterFor({
      sheet: defineSheet({ styles: looks }),
      fonts,
      problems: 'collect',
    })
  })
  const check = (markup: string, setting: SetOptions): Layout => {
    const quick = typesetter.set(markup, setting)
    const general = setGenerally(typesetter, markup, setting)
    expect(isByNumbers(general)).toBe(false)
    const sizes = ({ width, height, textWidth }: Layout) => [width, height, textWidth]
    expectNear([markup, setting, ...sizes(quick)], [markup, setting, ...sizes(general)])
    expectNear(
      Object.fromEntries(Object.entries(quick)),
      Object.fromEntries(Object.entries(general)),
    )
    return quick
  }

  it('are laid out by numbers, on one line and on several', () => {
    for (const [markup, style] of [
      ['تغادر القوارب عند الغروب', 'arabic'],
      ['تغادر ١٢:٤٠ من Ardle Point', 'arabic'],
      ['הסירות יוצאות (בבוקר)', 'plain'],
      ['Boats to ميناء at dusk', 'plain'],
      ['~bold[Boats] to ~href="/ar"[ميناء] at dusk', 'plain'],
      ['Boats to Ardle', 'leftward'],
      ['เรือออกตอนพลบค่ำ', 'thai'],
      ['船は12時に出ます', 'japanese'],
      ['Ferry 🚢 → 港 ★', 'plain'],
    ] as const) {
      for (const frame of [{}, { width: 400 }, { width: 400, align: 'center' }] as const) {
        const layout = check(markup, { style, ...frame })
        expect([markup, frame, isByNumbers(layout)]).toEqual([markup, frame, true])
      }
      const narrow = check(markup, { style, width: 80 })
      expect([markup, isByNumbers(narrow), narrow.lines.length > 1]).toEqual([markup, true, true])
      check(markup, { style, width: 80, maxLines: 1 })
      const { lines, paragraphs } = typesetter.set(markup as string, { style })
      expect(lines[0].level).toBe(paragraphs[0].direction === 'rtl' ? 1 : 0)
    }
  })

  it('keep the directions of their values', () => {
    const values = { a: 'ميناء', b: 'Ardle 12' }
    for (const [markup, own] of [
      ['{a} 12:40', { a: values.a }],
      ['~big[{a}] → {b}', values],
      ['{b} {a}', values],
      ['~href="/x"[{b}], {a}: {b}', values],
    ] as const) {
      for (const style of ['plain', 'leftward', 'arabic']) {
        // What is set twice is read into a template.
        for (let round = 0; round < 3; round++) {
          const layout = check(markup, { style, values: own })
          expect([markup, style, isByNumbers(layout)]).toEqual([markup, style, true])
        }
      }
    }
  })

  it('are the same as in the general layout', () => {
    const found = { byNumbers: 0, several: 0, all: 0 }
    const list = fc.constantFrom(...lists)
    const part = fc.record({
      word: fc.tuple(list, fc.nat(12)).map(([own, i]) => own[i % own.length]),
      gap: fc.constantFrom(' ', ' ', ' ', ' ', ' ', '', '  ', '\n', '\t'),
      form: fc.constantFrom('', '', '', '', 'span', 'link', 'ink', 'value'),
      style: fc.constantFrom(...names),
    })
    const setting = fc.record(
      {
        style: fc.constantFrom(...names),
        width: fc.oneof(fc.integer({ min: 400, max: 800 }), fc.integer({ min: 30, max: 300 })),
        maxLines: fc.integer({ min: 1, max: 3 }),
        height: fc.integer({ min: 0, max: 200 }),
        align: fc.constantFrom('start', 'end', 'center', 'justify'),
      },
      { requiredKeys: ['style'] },
    )
    const parts = fc.array(part, { minLength: 1, maxLength: 7 })
    assertOften(
      fc.property(fc.noBias(parts), fc.noBias(setting), (parts, own) => {
        const values: Record<string, string> = {}
        const markup = parts.map(({ word, gap, form, style }, i) => {
          if (form === 'value') values[`v${i}`] = word
          const shown = {
            '': word,
            span: `~${style}[${word}]`,
            link: `~${style},href="/x"[${word}]`,
            ink: `~ink=#00a[${word}]`,
            value: `{v${i}}`,
          }[form]
          return i === 0 ? shown : gap + shown
        })
        const layout = check(markup.join(''), { ...own, values })
        // Of tabs and several paragraphs numbers do not tell.
        if (/[\t\n]/.test(markup.join(''))) return
        found.all++
        if (!isByNumbers(layout)) return
        found.byNumbers++
        if (layout.lines.length > 1) found.several++
      }),
      { numRuns: runs(900) },
      () => {
        expect(found.all).toBeGreaterThan(100)
        expect(found.byNumbers / found.all).toBeGreaterThan(0.4)
        expect(found.several).toBeGreaterThan(60)
      },
    )
  })

  it('with characters that engines replace when a face lacks them', () => {
    // The face has no U+00A0: the next family of the style does.
    const { runs } = check('出\u00a0ます a\u00a0b', { style: 'japanese' }).lines[0]
    expect(new Set(runs.map(run => run.face)).size).toBe(2)
    const plain = check('leave\u00a0at', { style: 'japanese' })
    expect(plain.lines[0].runs.map(run => run.text)).toEqual(['leave', '\u00a0', 'at'])
  })

  it('with a soft hyphen at the end of small capitals', () => {
    const { lines } = check('~small[co\u00adop]Boats Boats', { style: 'japanese', width: 52 })
    expect(lines[0].runs.some(run => run.kind === 'hyphen')).toBe(true)
  })

  it('with differently spaced parts', () => {
    const wide = typesetter.set('Boats ~apart[to Ardle] Point', { style: 'plain' })
    const plain = typesetter.set('Boats to Ardle Point', { style: 'plain' })
    expect(wide.width - plain.width).toBeCloseTo(1.6, 6)
    check('Boats ~apart[to Ardle] Point', { style: 'plain', width: 90 })
  })
})
