import { defineSheet, type Layout, openFonts, type Style, typesetterFor } from 'dot-line'
import { openHyphenation } from 'dot-line/hyphenation'
import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import {
  adjustment,
  costBetween,
  type Elasticity,
  justifiedCost,
  raggedCost,
  tightness,
  trait,
} from '../../src/layout/break/break-cost.ts'
import { lineAt } from '../../src/layout/break/fast-lines.ts'
import { chosenStops } from '../../src/layout/break/planned-lines.ts'
import { type Breakable, breakable, layoutTools } from '../../src/layout/index.ts'
import { stopKind } from '../../src/layout/measure/stop-rows.ts'
import { spacesIn } from '../../src/layout/measure/word-spaces.ts'
import { shapeParagraph } from '../../src/shaping/index.ts'
import { assertOften } from '../support/met-often.ts'

const sheet = defineSheet({
  styles: {
    defaults: { size: 16 },
    divided: { hyphenation: true },
    best: { breaking: 'best' },
    bestDivided: { breaking: 'best', hyphenation: true },
    even: { breaking: 'even' },
    bestLoose: { breaking: 'best', loneWord: 'avoid' },
  },
})

async function open() {
  const fonts = await openFonts()
  const hyphenation = await openHyphenation('en', 'de')
  const typesetter = typesetterFor({ sheet, fonts, hyphenation })
  const tools = layoutTools(fonts, hyphenation)
  const ready = (text: string, name: 'best' | 'bestDivided' | 'bestLoose') =>
    readyIn(text, sheet.style(name))
  const readyIn = (text: string, style: Style): Breakable => {
    const runs = [{ start: 0, end: text.length, style }]
    return breakable(shapeParagraph({ text, runs, isolates: [], offset: 0, style }, tools), tools)
  }
  return { typesetter, ready, readyIn }
}
let opened: Awaited<ReturnType<typeof open>>
beforeAll(async () => {
  opened = await open()
})

/** What a way through a paragraph comes to: its lines, and what they cost; Infinity where one does not fit. */
function sumOf(
  text: Breakable,
  room: number,
  elasticity: Elasticity | undefined,
  stops: readonly number[],
): { readonly lines: number; readonly cost: number } {
  const { rows: all } = text.breaks()
  const spaces = spacesIn(text)
  let cost = 0
  let before = -1
  let above: { readonly start: number; readonly look: ReturnType<typeof tightness> } | undefined
  for (const stop of stops) {
    const start = before < 0 ? 0 : all.offsets[before]
    const x = before < 0 ? 0 : all.nexts[before]
    const natural = all.ends[stop] - x
    const gaps = spaces.count(start, stop)
    if (natural - gaps * spaces.width * (elasticity?.shrink ?? 0) > room + 1e-6)
      return { lines: Infinity, cost: Infinity }
    const isForced = all.kinds[stop] === stopKind.mandatory
    let traits = isForced ? trait.forced : 0
    if (all.kinds[stop] === stopKind.hyphen) traits |= trait.endsInHyphen
    if (before >= 0 && all.kinds[before] === stopKind.hyphen) traits |= trait.followsHyphen
    const inside = [...all.kinds.keys()].filter(
      i => i < all.count && all.kinds[i] !== stopKind.hyphen,
    )
    const next = inside.find(i => i > stop)
    const isOneWord = !inside.some(i => i > before && i < stop)
    if (!isForced && isOneWord && next !== undefined && all.ends[next] - x <= room) {
      traits |= trait.loneWord
    }
    const avoids = text.paragraph.style.loneWord === 'avoid'
    if (avoids && stop === all.count - 1 && before >= 0 && gaps === 0) traits |= trait.loneWord
    if (elasticity) {
      const ratio = adjustment(room - natural, gaps, spaces.width, traits, elasticity)
      const look = tightness(ratio)
      cost += justifiedCost(ratio, traits)
      if (above)
        cost += costBetween(above.look, look, spaces.underEachOther(above.start, before, stop))
      above = { start, look }
    } else cost += raggedCost((room - natural) / room, traits)
    before = stop
  }
  return { lines: stops.length, cost }
}

/** The least sum over every way to break a paragraph. */
function leastSum(text: Breakable, room: number, elasticity: Elasticity | undefined) {
  const { count, kinds } = text.breaks().rows
  let best = { lines: Infinity, cost: Infinity }
  for (let chosen = 0; chosen < 1 << (count - 1); chosen++) {
    const stops = Array.from({ length: count }, (_, i) => i).filter(
      i => i === count - 1 || (chosen >> i) & 1,
    )
    const forced = [...kinds.keys()].filter(i => kinds[i] === stopKind.mandatory)
    if (!forced.every(i => stops.includes(i))) continue
    const sum = sumOf(text, room, elasticity, stops)
    const isFewer = !elasticity && sum.lines < best.lines
    if (isFewer || ((elasticity || sum.lines === best.lines) && sum.cost < best.cost)) best = sum
  }
  return best
}

const words = fc.constantFrom(
  ...'Chacun a le droit à la reconnaissance en tous lieux ferry timetable harbour of I crossing Wind waffle official difficult'.split(
    ' ',
  ),
  'Brackwater-under-Heugh',
)
const someWords = (most: number) => fc.array(words, { minLength: 1, maxLength: most, size: 'max' })

describe('places where lines may end', () => {
  it.each([
    ['plain', {}],
    ['tracked', { tracking: 0.05 }],
    ['with closer word spaces', { wordSpacing: -0.05 }],
    ['in italics', { slant: 'italic' }],
  ] as const)(
    'are as far apart as the lines between them are wide, also inside ligatures: %s',
    (_, properties) => {
      const own = sheet.with({ styles: { bestDivided: properties } }).style('bestDivided')
      let divided = 0
      assertOften(
        fc.property(someWords(6), list => {
          const text = opened.readyIn(list.join(' '), own)
          const { rows: stops, widths, isExact } = text.breaks()
          expect(isExact).toBe(true)
          // Whole font units are shared out anew on each line.
          const rounding = 'tracking' in properties || 'wordSpacing' in properties ? 0.05 : 1e-6
          for (let i = -1; i < stops.count; i++) {
            const start = i < 0 ? 0 : stops.offsets[i]
            const space = text.paragraph.text.indexOf(' ', start)
            for (let j = i + 1; j < stops.count; j++) {
              const x = i < 0 ? 0 : stops.nexts[i]
              if (x !== widths[start]) {
                divided++
                // Letters of one word that are further off may have a say in each other.
                if (space < 0 || stops.offsets[j] <= space) continue
              }
              const off = lineAt(text, start, j).width - (stops.ends[j] - x)
              expect([text.paragraph.text, i, j, Math.abs(off) < rounding]).toEqual([
                text.paragraph.text,
                i,
                j,
                true,
              ])
            }
          }
        }),
        { numRuns: 60 },
        () => expect(divided).toBeGreaterThan(20),
      )
    },
  )

  it('are chosen well where words are divided inside ligatures', () => {
    const { set } = opened.typesetter
    const words = 'take waffle 14:30 information Point the'
    const lines = set(words, { style: 'bestDivided', width: 62 }).lines.map(({ runs }) =>
      runs
        .map(({ text }) => text.replace('\u2010', '-'))
        .join('')
        .trim(),
    )
    expect(lines).toEqual(['take waf-', 'fle 14:30', 'infor-', 'mation', 'Point the'])
  })

  it('leave tracking between the letters of a divided word', () => {
    const { typesetter } = opened
    const overrides = { tracking: 0.2, hyphenation: true }
    const [line] = typesetter.set('information', { style: 'best', overrides, width: 90 }).lines
    const [run, hyphen] = line.runs
    expect([run.text, hyphen.kind]).toEqual(['informa', 'hyphen'])
    const alone = typesetter.set(run.text, { style: 'best', overrides }).lines[0].runs[0]
    expect([...run.glyphs.advances]).toEqual([...alone.glyphs.advances])
    expect(line.width).toBeCloseTo(run.width + hyphen.width - 0.2 * 16, 6)
  })
})

describe('best breaks', () => {
  it.each([
    ['ragged', undefined, 'best'],
    ['ragged and hyphenated', undefined, 'bestDivided'],
    ['ragged, without a lone last word', undefined, 'bestLoose'],
    ['justified', { stretch: 0.5, shrink: 0 }, 'best'],
    ['justified, closer and hyphenated', { stretch: 0.5, shrink: 0.2 }, 'bestDivided'],
  ] as const)('cost as little as any others could: %s', (_, elasticity, style) => {
    let several = 0
    assertOften(
      fc.property(someWords(9), fc.integer({ min: 110, max: 330 }), (list, room) => {
        const text = opened.ready(list.join(' ').replace('of I', 'of\u2028I'), style)
        if (text.breaks().rows.count > 13) return
        const asked = { text, roomOf: () => room, from: { offset: 0, line: 0 } }
        const found = chosenStops(asked, elasticity ?? 'ragged')
        const least = leastSum(text, room, elasticity)
        if (!found) expect(least.lines).toBe(Infinity)
        else {
          const sum = sumOf(text, room, elasticity, found)
          expect(sum.cost).toBeCloseTo(least.cost, 4)
          if (!elasticity) expect(sum.lines).toBe(least.lines)
          if (sum.lines > 2) several++
        }
      }),
      { numRuns: 200 },
      () => {
        expect(several).toBeGreaterThan(10)
      },
    )
  })

  const lineTexts = ({ lines }: Layout) =>
    lines.map(({ runs }) => runs.map(run => (run.kind === 'hyphen' ? '' : run.text)).join(''))

  it('are as few as those of first fit and leave no word alone that has room beside it', () => {
    const { typesetter } = opened
    let different = 0
    assertOften(
      fc.property(
        someWords(40),
        fc.integer({ min: 120, max: 500 }),
        fc.boolean(),
        (list, width, isDivided) => {
          const text = list.join(' ')
          const [first, best] = [
            isDivided ? 'divided' : undefined,
            isDivided ? 'bestDivided' : 'best',
          ].map(style => typesetter.set(text as 'x', { style: style as 'best', width }))
          expect(best.lines.length).toBeLessThanOrEqual(first.lines.length)
          const texts = lineTexts(best)
          if (texts.join() !== lineTexts(first).join()) different++
          for (const [i, line] of texts.slice(0, -1).entries()) {
            if (isDivided || /[ -]./.test(line)) continue
            const pair = `${line}${/^[^ -]*[ -]?/.exec(texts[i + 1])?.[0]}`
            expect(typesetter.set(pair as 'x').width, `${line}| ${width}`).toBeGreaterThan(
              width - 0.01,
            )
          }
        },
      ),
      {
        numRuns: 140,
        // A word whose width is what its line has, once it starts it.
        examples: [
          [
            'Chacun Chacun droit reconnaissance Brackwater-under-Heugh le en a'.split(' '),
            169,
            true,
          ],
        ],
      },
      () => {
        expect(different).toBeGreaterThan(40)
      },
    )
  })

  it('leave no single word above a line with room for it', () => {
    const text = 'Chacun a le droit à la reconnaissance en tous lieux de sa personnalité juridique.'
    for (let width = 110; width < 260; width += 5) {
      const texts = lineTexts(opened.typesetter.set(text, { style: 'best', width }))
      expect(texts[0], `${width}`).not.toBe('Chacun ')
    }
  })
})

describe('even lines', () => {
  /** What lines leave of their room, by its squares: what *even* is the least of, the last line counted. */
  const unevenness = ({ lines }: Layout, room: number) =>
    lines.reduce((sum, line) => sum + (room - line.width) ** 2, 0)

  it('are as many as those of first fit, and at least as even', () => {
    let better = 0
    assertOften(
      fc.property(someWords(16), fc.integer({ min: 120, max: 420 }), (list, width) => {
        const text = list.join(' ')
        const [first, even] = [undefined, 'even' as const].map(style =>
          opened.typesetter.set(text as 'x', { style, width }),
        )
        if (first.lines.length > 12) return
        expect(even.lines.length).toBe(first.lines.length)
        expect(unevenness(even, width)).toBeLessThanOrEqual(unevenness(first, width) + 1e-3)
        if (unevenness(even, width) < unevenness(first, width) - 1) better++
      }),
      { numRuns: 200 },
      () => {
        expect(better).toBeGreaterThan(40)
      },
    )
  })

  it('are the same at every scale', async () => {
    const fonts = await openFonts()
    const scales = [0.001, 0.8, 1, 1.3, 40]
    const setters = scales.map(scale => {
      const styles = { defaults: { size: 16 * scale }, even: { breaking: 'even' } } as const
      return typesetterFor({ sheet: defineSheet({ styles }), fonts })
    })
    fc.assert(
      fc.property(someWords(16), fc.integer({ min: 120, max: 420 }), (list, width) => {
        const text = list.join(' ')
        const [one, ...others] = setters.map((typesetter, i) => {
          const { lines } = typesetter.set(text as 'x', { style: 'even', width: width * scales[i] })
          return lines.map(line => line.start)
        })
        for (const other of others) expect(other).toEqual(one)
      }),
      { numRuns: 60 },
    )
  })
})
