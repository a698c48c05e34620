import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { prose } from '../../bench/corpus.mjs'
import {
  defineCatalog,
  defineSheet,
  type Fonts,
  joinRich,
  type Layout,
  openFonts,
  parseMarkup,
  type RichText,
  rich,
  richFromText,
  type SetOptions,
  type StyleSource,
  span,
  type Typesetter,
  typesetterFor,
} from '../../src/index.node.ts'
import { openHyphenation } from '../../src/platform/hyphenation.ts'
import { setGenerally } from '../../src/typesetter/styled-content.ts'
import { paragraphs } from '../pages/paragraphs.ts'
import { fontFiles } from '../support/font-files.ts'
import { assertOften } from '../support/met-often.ts'
import { runs } from '../support/random-runs.ts'
import { expectNear } from '../support/same.ts'

const looks = {
  plain: {},
  tight: { leading: 1, trim: { above: 'cap', below: 'alphabetic' }, size: 13.7 },
  loose: {
    leading: '31u',
    spaceAfter: 4.4,
    spaceBefore: 3,
    padding: { left: 7, top: 3.3 },
    align: 'center',
  },
  serif: { family: 'serif', features: { onum: true, liga: false }, size: 19 },
  mono: { family: 'mono', size: 11, align: 'end', maxLines: 3 },
  shifted: { baselineShift: 0.2, underline: true, backing: { ink: '#eee', padding: 4 } },
  bold: { weight: 700, slant: 'italic', overflowWrap: 'normal' },
  boldSerif: { family: 'serif', weight: 700, ellipsis: { mark: '…', at: 'middle' } },
  french: { language: 'fr', family: 'serif', slant: 'italic' },
  cff: { family: 'Source Code Pro', size: 14 },
  variable: { family: 'SourceCodeVF', size: 14, weight: 350 },
  tracked: { tracking: 0.0213, wordSpacing: 0.08, size: 17 },
  apart: { tracking: 0.12, wordSpacing: 0.16, family: 'serif', ellipsis: '--' },
  close: { tracking: -0.03, size: 31, weight: 700, ellipsis: '' },
  eased: { longWords: { shrinkTo: 9 } },
  byWords: { ellipsis: { between: 'words' } },
  neverAlone: { loneWord: 'avoid', size: 15, tracking: 0.01 },
  general: { breaking: 'best' },
  even: { breaking: 'even', size: 15 },
  justified: { align: 'justify' },
  justifiedWhole: { align: 'justify', family: 'serif', justification: { last: true } },
  justifiedTight: { align: 'justify', justification: { words: [-0.1, 0.3], letters: [0, 0.05] } },
  justifiedApart: { align: 'justify', tracking: 0.03, padding: 6, loneWord: 'avoid' },
  hyphenated: { hyphenation: true, language: 'en' },
  hyphenatedBlock: { hyphenation: true, language: 'en', family: 'serif', align: 'justify' },
  hyphenatedBest: { hyphenation: true, language: 'en', breaking: 'best', size: 13 },
  hyphenatedEven: { hyphenation: true, language: 'en', breaking: 'even', tracking: 0.02 },
  indented: { firstIndent: 14, startIndent: 6, endIndent: 3.5, align: 'end' },
  marked: { marker: { text: '•' }, breaking: 'best', loneWord: 'avoid' },
  numbered: { marker: { text: '{number}.', indent: 30 }, align: 'justify' },
  tabbed: { tabs: [{ at: 60 }, { at: 150 }], startIndent: 4 },
  tabbedAtEnd: { tabs: [{ at: 60, align: 'end', leader: '.' }] },
  withoutPatterns: { hyphenation: true, language: 'is' },
  strict: { lineBreak: 'strict' },
  slashes: { lineBreak: 'keep-slash' },
  kept: { wordBreak: 'keep-all' },
  raised: { variantPosition: 'super' },
  lowered: { variantPosition: 'sub', size: '0.9x' },
  small: { caps: 'small-caps' },
  upper: { textTransform: 'uppercase' },
  inked: { ink: '#a00', strike: true },
  hidden: { size: 17, minSize: 12, scaling: false },
} as const
const names = Object.keys(looks)

const isMarked = /[~{]/

/** Only such a layout makes its lines when they are read. */
const isByWords = (layout: Layout) =>
  Object.getOwnPropertyDescriptor(layout, 'lines')?.get !== undefined

describe('plain texts have the general layout', () => {
  let fonts: Fonts
  let typesetter: Typesetter<string>
  beforeAll(async () => {
    const { cff, variableCff } = fontFiles
    fonts = await openFonts({ files: [cff, variableCff] })
    const hyphenation = await openHyphenation('en')
    const sheet = defineSheet({ styles: looks })
    typesetter = typesetterFor({ sheet, fonts, hyphenation, problems: 'collect' })
  })
  const generally = (text: string | RichText, setting: SetOptions) =>
    setGenerally(typesetter, text, setting)
  let taken = 0
  let all = 0
  const check = (text: string | RichText, setting: SetOptions) => {
    // What is set twice is read into a template.
    for (let round = 0; round < 2 && isMarked.test(String(text)); round++) {
      typesetter.set(text as string, setting)
    }
    const [quick, general] = [typesetter.set(text as string, setting), generally(text, setting)]
    all++
    if (isByWords(quick)) taken++
    expect(isByWords(general)).toBe(false)
    // What is told without reading a line first, and then all of it.
    expectNear(
      [quick.width, quick.height, quick.textWidth],
      [general.width, general.height, general.textWidth],
    )
    expectNear(
      Object.fromEntries(Object.entries(quick)),
      Object.fromEntries(Object.entries(general)),
    )
  }

  it('paragraphs in many languages', () => {
    for (const { text } of paragraphs) {
      for (const style of ['plain', 'serif', 'french']) {
        for (const width of [90, 233]) check(text, { style, width })
        check(text.slice(0, 40), { style })
      }
    }
  })

  it('prose', () => {
    for (const [i, text] of prose(18_000).split('\n').entries()) {
      const style = names[i % names.length]
      check(text, { style, width: 60 + ((i * 37) % 500) })
      check(text.slice(0, 30), { style, width: 200 })
    }
    const long = prose(9000, 7)
    for (const style of names) {
      check(long.replaceAll('\n', style === 'mono' ? ' ' : '\n\n'), { style, width: 300 })
      check('quay \u00ad', { style })
      check('Two\nlines', { style })
    }
  })

  it('mostly take the quick way', () => {
    expect(taken / all).toBeGreaterThan(0.4)
    for (const text of [
      'Boats to Ardle Point',
      '12:40',
      'Лодки уходят',
      'Τα πλοία',
      'Sea-Holly – quay',
      'Quay → stop, €12, −3 °C, ½ ≥ ⅓',
    ]) {
      expect(isByWords(typesetter.set(text, { style: 'plain' }))).toBe(true)
      expect(isByWords(typesetter.set(text, { style: 'plain', width: 400 }))).toBe(true)
    }
    for (const style of ['general', 'even', 'hyphenated', 'strict', 'slashes', 'kept']) {
      expect([style, isByWords(typesetter.set('Boats to Ardle Point', { style }))]).toEqual([
        style,
        true,
      ])
      const wide = typesetter.set('Boats to Ardle Point', { style, width: 400 })
      expect([style, isByWords(wide)]).toEqual([style, true])
    }
    for (const style of ['justified', 'justifiedWhole']) {
      const block = typesetter.set('Boats to ~bold[Ardle Point] at dusk', { style, width: 120 })
      expect([style, isByWords(block), block.lines.length]).toEqual([style, true, 2])
    }
    expect(isByWords(typesetter.set('quay', { style: 'small' }))).toBe(false)
  })

  it('any words in any frame', () => {
    const unit = fc.constantFrom(
      '\n',
      ...'abcdeAVTWyfil.,;:!?…’“”«»()[-–—/%$€0123456789éßŁαβγΣабвгЖ™©·\u00a0\u00ad\u200b½→−≥₂№',
      ' ',
      ' ',
      ' ',
      'the ',
      'quay ',
    )
    const number = fc.double({ min: 0, max: 300, noNaN: true })
    const setting = fc.record(
      {
        style: fc.constantFrom(...names),
        width: number,
        height: number,
        maxLines: fc.integer({ min: 1, max: 4 }),
        align: fc.constantFrom('start', 'end', 'center', 'justify', 'left'),
        continues: fc.boolean(),
      } as const,
      { requiredKeys: ['style'] },
    )
    fc.assert(
      fc.property(fc.string({ unit, maxLength: 60 }), setting, (text, own) => {
        check(text.replaceAll('[', '('), own)
      }),
      { numRuns: runs(500) },
    )
  })

  it('words that fit no line, truncated text and fitted text', () => {
    const [cut, broken] = [
      (layout: Layout) => layout.cut !== undefined,
      (layout: Layout) => layout.problems.some(({ code }) => code === 'broken-word'),
    ].map(has => ({ has, all: 0, quick: 0 }))
    const texts = [
      ...prose(40_000, 5).split('\n'),
      'AVAToTo-office ffifluffiest',
      `${'x'.repeat(300)} y`,
    ]
    const plainNames = names.filter(style =>
      isByWords(typesetter.set('Boats to Ardle Point', { style, width: 90 })),
    )
    // Spacing after letters is rounded line by line, and marks inside of texts or behind words are no numbers.
    const takesGlyphs = (style: string) => {
      const look: StyleSource = looks[style as keyof typeof looks]
      return look.tracking !== undefined || typeof look.ellipsis === 'object'
    }
    const part = fc.record({
      text: fc.constantFrom(...texts),
      start: fc.nat(400),
      length: fc.nat(120),
      isOneWord: fc.boolean(),
    })
    const setting = fc.record(
      {
        style: fc.constantFrom(...plainNames),
        width: fc.oneof(
          fc.double({ min: 0, max: 60, noNaN: true }),
          fc.integer({ max: 300, min: 0 }),
        ),
        height: fc.integer({ min: 0, max: 120 }),
        maxLines: fc.integer({ min: 1, max: 4 }),
        continues: fc.boolean(),
        fit: fc.record({
          min: fc.integer({ min: 4, max: 9 }),
          max: fc.integer({ min: 10, max: 60 }),
        }),
      },
      { requiredKeys: ['style', 'width'] },
    )
    assertOften(
      fc.property(
        fc.noBias(part),
        fc.noBias(setting),
        ({ text, start, length, isOneWord }, own) => {
          const piece = text.slice(start, start + length)
          const given = isOneWord ? piece.replaceAll(' ', '') : piece
          check(given, own)
          const layout = typesetter.set(given, own)
          for (const kind of [cut, broken]) {
            // In less a single letter may be wider than its line, which is told otherwise.
            if (own.width < 40 || !kind.has(layout)) continue
            if (takesGlyphs(own.style)) continue
            kind.all++
            if (isByWords(layout)) kind.quick++
          }
        },
      ),
      { numRuns: runs(700) },
      () => {
        for (const { all, quick } of [cut, broken]) {
          expect(all).toBeGreaterThan(25)
          expect(quick / all).toBeGreaterThan(0.4)
        }
      },
    )
  })

  it('mistakes of markup are reported each time', () => {
    const strict = typesetterFor({ sheet: defineSheet({ styles: looks }), fonts })
    for (const markup of ['~bold[Boats', '~bold[to] ~nosuch[x] y', '~bold[a] ~ink=[b]']) {
      const [first, ...others] = [1, 2, 3, 4].map(
        () => typesetter.set(markup as string, { style: 'plain' }).problems,
      )
      expect(first.length, markup).toBeGreaterThan(0)
      for (const problems of others) expect(problems).toEqual(first)
      if (first[0].severity !== 'error') continue
      for (let i = 0; i < 4; i++) expect(() => strict.set(markup as string)).toThrow()
    }
  })

  it('words broken inside a ligature', () => {
    // `ft` is one glyph, of which `f` alone goes into the second line.
    const setting = { style: 'plain', width: 25, fit: { min: 7, max: 10 } }
    check('adetchermostofto,', setting)
    const { lines } = typesetter.set('adetchermostofto,', setting)
    expect(lines.map(({ start }) => start)).toEqual([0, 7, 14])
    expect(lines[2].width).toBeCloseTo(7.735, 3)
  })

  it('spans and values', () => {
    const words = fc.array(
      fc.constantFrom(
        'Boats',
        'to',
        'Ardle',
        'sea-',
        '12:40',
        '“late”',
        ',',
        'AV',
        'ffi',
        ' ',
        '  ',
        'é',
      ),
      { maxLength: 7 },
    )
    const text = fc
      .tuple(words, fc.boolean())
      .map(([list, isApart]) => list.join(isApart ? ' ' : ''))
    const value = fc.oneof(text, fc.integer(), fc.constantFrom('שלום', '', 'a\nb', '~plain[x]'))
    let part = fc.oneof(
      text,
      fc.constantFrom('{a}', '{b}'),
      fc
        .tuple(fc.constantFrom(...names), text, fc.constantFrom('', '{a}', '{b}'))
        .map(([name, inside, more]) => `~${name}[${inside}${more}]`),
    )
    const setting = fc.record({
      style: fc.constantFrom(...names),
      width: fc.constantFrom(undefined, 60, 100, 140, 400),
      maxLines: fc.constantFrom(undefined, 1, 2),
    })
    const head = fc.oneof(
      fc.constantFrom(...names),
      fc.constantFrom('plain,bold', 'size=1.3x', 'ink=#00a', 'inked,href="/x"', 'action=go'),
    )
    const nested = fc
      .tuple(head, text, head, text, text)
      .map(([outer, a, inner, b, c]) => `~${outer}[${a}~${inner}[${b}]${c}]`)
    part = fc.oneof(part, part, nested, fc.constantFrom('~[', '~]'))
    let quick = 0
    let cut = 0
    assertOften(
      fc.property(fc.array(part, { maxLength: 5 }), value, value, setting, (parts, a, b, own) => {
        const markup = parts.join('')
        const values = {
          ...(markup.includes('{a}') && { a }),
          ...(markup.includes('{b}') && { b }),
        }
        check(markup, { ...own, values })
        check(parseMarkup(markup).rich, { ...own, values })
        const layout = typesetter.set(markup, { ...own, values })
        if (!isByWords(layout) || !/[~{]/.test(markup)) return
        quick++
        if (layout.cut) cut++
      }),
      { numRuns: runs(700) },
      () => {
        expect(quick).toBeGreaterThan(45)
        expect(cut).toBeGreaterThan(2)
      },
    )
  })

  it('labels with spans, links, actions and changes take the quick way', () => {
    const labels = {
      whole: '~bold[Boats to Ardle Point]',
      nested: '~bold[Boats ~inked[to Ardle] Point]',
      several: 'Boats ~bold,inked[to Ardle] Point',
      overridden: 'Boats ~size=1.2x,weight=700[to Ardle] Point',
      link: 'Boats ~href="/ardle"[to Ardle] Point',
      action: '~action=rebook[Boats] to Ardle Point',
      escaped: 'Boats ~[to~] Ardle Point ~{late~}',
      upper: '~upper[Boats] to Ardle Point',
      scripts: 'Лодки на Ardle Point, π to 3.14',
    }
    const several = 'Boats ~bold[to]\n\nArdle ~href="/ardle"[Point]'
    expect(isByWords(typesetter.set(several, { style: 'loose', width: 90 }))).toBe(true)
    for (const frame of [{}, { width: 60 }, { width: 60, maxLines: 2 }, { height: 40 }]) {
      check(several, { style: 'loose', ...frame })
    }
    for (const markup of Object.values(labels)) {
      for (const frame of [{}, { width: 300 }, { width: 90 }, { width: 90, maxLines: 1 }]) {
        const layout = typesetter.set(markup as string, { style: 'plain', ...frame })
        expect(isByWords(layout), `${markup} in ${JSON.stringify(frame)}`).toBe(true)
        check(markup, { style: 'plain', ...frame })
      }
    }
    for (const changes of [{ size: 21 }, { weight: 700 }, { ink: '#a00' }] as const) {
      // The same stated in the sheet, which is set the general way.
      const stated = defineSheet({ styles: { ...looks, plain: changes } })
      const other = typesetterFor({ sheet: stated, fonts, problems: 'collect' })
      for (const text of ['Boats to Ardle Point', labels.several, labels.link]) {
        const own = { style: 'plain', width: 90, maxLines: 1 } as const
        const changed = typesetter.set(text as string, { ...own, overrides: changes })
        expect(isByWords(changed)).toBe(true)
        expectNear(
          Object.fromEntries(Object.entries(changed)),
          Object.fromEntries(Object.entries(setGenerally(other, text, own))),
        )
      }
    }
  })

  it('texts of catalogs and rich texts', () => {
    const strings = {
      plain: 'Boats to Ardle Point',
      valued: '~bold[{boat}] leaves for {port}, {time}',
      escaped: 'A ~[b~] and {boat}',
      linked: '~href="/x"[{boat}] now',
      nested: '~bold[a ~serif[b]] {boat}',
      empty: '',
    }
    const values = { boat: 'Tern', port: 'Ardle Point', time: '12:40', more: 1 }
    const names = Object.keys(strings) as (keyof typeof strings)[]
    let quick = 0
    for (const language of ['en', 'de', 'fr', 'ar']) {
      const catalog = defineCatalog(strings, { language })
      for (const key of names) {
        const own = Object.fromEntries(
          Object.entries(values).filter(([name]) => strings[key].includes(`{${name}}`)),
        )
        for (const style of ['plain', 'serif', 'french', 'shifted']) {
          for (const width of [undefined, 70, 300]) {
            const setting = { style, width }
            check(catalog.text(key, own), setting)
            check(catalog.text(key), { ...setting, values: own })
            // One value of both, one that is unused, and one that is missing.
            check(catalog.text(key, own), { ...setting, values: { boat: 'Auk' } })
            check(catalog.text(key, values), setting)
            check(catalog.text(key), setting)
            if (isByWords(typesetter.set(catalog.text(key, own), setting))) quick++
          }
        }
      }
    }
    expect(quick).toBeGreaterThan(60)
    check(joinRich(['Boats ', span('to', 'bold'), ' Ardle']), { style: 'plain', width: 80 })
    check(richFromText('~not[markup] {x}'), { style: 'plain' })
    check(rich`Boats to ~bold[${'Ardle'}]`, { style: 'plain' })
  })

  it('wrapped to numbers', () => {
    const texts = [
      ...prose(14_000, 3).split('\n'),
      prose(4000, 9),
      'sea-holly  and \n\nquay ',
      ...paragraphs.map(({ text }) => text),
    ]
    for (const [i, text] of texts.entries()) {
      const style = names[i % names.length]
      const quick = typesetter.shape(text, { style })
      const general = typesetter.shape(text, { style, overrides: { size: '1x' } })
      const ofRich = typesetter.shape(parseMarkup(text).rich, { style })
      for (const width of [3, 55, 190.5, 700]) {
        expectNear(quick.wrap(width), general.wrap(width))
        expectNear(quick.nextLine(undefined, width), general.nextLine(undefined, width))
        expectNear(ofRich.wrap(width), general.wrap(width))
      }
      const [own, other] = [quick.set({ width: 130 }), general.set({ width: 130 })]
      expect(own.lines.map(line => line.end)).toEqual(other.lines.map(line => line.end))
      expect([own.width, own.height]).toEqual([other.width, other.height])
      expect(own.sourceMap).toEqual(other.sourceMap)
    }
  })
})
