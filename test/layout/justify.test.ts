import { defineSheet, inlineBox, type Layout, openFonts, typesetterFor } from 'dot-line'
import { openHyphenation } from 'dot-line/hyphenation'
import { toPdf } from 'dot-line/pdf'
import { toSvg } from 'dot-line/svg'
import { beforeAll, describe, expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'
import { arabicFonts, hebrewFonts } from '../support/fonts.ts'
import { expectWholeText, gatherLines } from '../support/lines.ts'
import { readPdf } from '../support/pdf.ts'

const styles = {
  defaults: { size: 17.3, align: 'justify' },
  serif: { family: 'serif', hyphenation: true },
  best: {
    family: 'serif',
    breaking: 'best',
    hyphenation: true,
    justification: { words: [-0.05, 2] },
  },
  all: { justification: { last: true } },
  limited: { justification: { words: [0, 0.1], letters: [0, 0.02] } },
  large: { size: 60 },
  arabic: { family: 'Noto Sans Arabic', language: 'ar' },
  hebrew: {
    family: 'Noto Sans Hebrew',
    language: 'he',
    justification: { words: [0, 0.05], letters: [0, 1] },
  },
  japanese: { family: 'MotoyaLCedar', language: 'ja' },
} as const
const sheet = defineSheet({ styles })

const texts = {
  latin:
    'The last crossing to Ardle Point leaves half an hour earlier than in summer; international tickets are sold at the harbour office, and nowhere else on the island.',
  arabic:
    'تغادر القوارب عند الغروب (07:40)، ويرجى السؤال في مكتب الميناء كل يوم، والتذاكر تباع هناك أيضاً.',
  hebrew: 'הסירות יוצאות עם השקיעה (07:40); נא לשאול במשרד הנמל בכל יום, והכרטיסים נמכרים גם שם.',
  japanese:
    '船は夕暮れに出ます。港の事務所（毎日、六時から二十二時まで）でお尋ねください。きっぷも売っています。',
}

async function openSetter() {
  const files = [...arabicFonts, ...hebrewFonts, fontFiles.japanese]
  const hyphenation = await openHyphenation('en')
  return typesetterFor({ sheet, fonts: await openFonts({ files }), hyphenation })
}
let typesetter: Awaited<ReturnType<typeof openSetter>>
beforeAll(async () => {
  typesetter = await openSetter()
})
const set = (text: string, style: keyof typeof styles, width = 260, values = {}) =>
  typesetter.set(text as 'x', { style, width, values })

/** Both ends of what stands on a line, without the spaces that hang. */
function extent(line: Layout['lines'][number]): readonly [left: number, right: number] {
  const shown = line.runs.filter(run => run.text.trim() !== '')
  const left = Math.min(...shown.map(run => run.x))
  return [left, Math.max(...shown.map(run => run.x + run.width))]
}

describe('justified lines', () => {
  it.each([
    ['latin', 'serif'],
    ['latin', 'best'],
    ['latin', 'large'],
    ['arabic', 'arabic'],
    ['hebrew', 'hebrew'],
    ['japanese', 'japanese'],
  ] as const)('end exactly at the edge: %s, %s', (script, style) => {
    const width = style === 'large' ? 900 : 260
    const layout = set(texts[script], style, width)
    expect(layout.problems).toEqual([])
    expectWholeText(layout)
    expect(layout.lines.length).toBeGreaterThan(2)
    for (const line of layout.lines.slice(0, -1)) {
      const [left, right] = extent(line)
      expect(left).toBeCloseTo(0, 6)
      expect(right).toBeCloseTo(width, 6)
      expect(line.width).toBeCloseTo(width, 6)
    }
    expect(layout.lines.at(-1)?.width).toBeLessThan(width - 1)
  })

  it('exclude the last line and lines with a stated end', () => {
    const [first, last] = set('one two\u2028three four', 'defaults').lines
    expect(first.width).toBeLessThan(100)
    expect(last.width).toBeLessThan(100)
    expect(set('one two', 'all').lines[0].width).toBeCloseTo(260, 6)
  })

  it('stretch and shrink within the limits of the style', () => {
    const layout = set(texts.latin, 'limited')
    const free = typesetter.set(texts.latin as 'x', {
      style: 'limited',
      width: 260,
      align: 'start',
    })
    layout.lines.slice(0, -1).forEach((line, i) => {
      const text = line.runs
        .map(run => run.text)
        .join('')
        .trimEnd()
      const spaces = text.split(' ').length - 1
      const most = spaces * 0.1 * 17.3 + (text.length - 1 - spaces) * 0.02 * 17.3
      const grown = line.width - free.lines[i].width
      expect(grown).toBeLessThanOrEqual(Math.min(most, 260 - free.lines[i].width) + 1e-6)
      expect(grown).toBeGreaterThan(0)
    })
  })

  it('keep joined letters, widths of boxes and text before a tab', () => {
    const plain = typesetter.set(texts.arabic as 'x', {
      style: 'arabic',
      width: 260,
      align: 'start',
    })
    const wide = set(texts.arabic, 'arabic')
    const words = ({ lines }: Layout) =>
      lines[0].runs.flatMap(run =>
        [...run.glyphs.advances].filter((_, g) => run.text[run.glyphs.clusters[g]] !== ' '),
      )
    expect(words(wide)).toEqual(words(plain))
    const box = inlineBox({ width: 30, height: 10 })
    const boxed = set('one {box} two three four five six seven eight nine ten', 'defaults', 200, {
      box,
    })
    expect(boxed.lines[0].runs.find(run => run.box)?.width).toBeCloseTo(30, 3)
    const tabbed = set('one\ttwo three four five six seven eight nine', 'defaults', 200)
    const ragged = typesetter.set('one\ttwo three four five six seven eight nine', {
      width: 200,
      align: 'start',
    })
    const start = ({ lines: [{ runs }] }: Layout) => {
      const [{ glyphs, text }] = runs
      const at = glyphs.clusters.findIndex(cluster => text[cluster] === 'w')
      return [...glyphs.advances].slice(0, at - 1).reduce((a, b) => a + b, 0)
    }
    expect(start(tabbed)).toBeCloseTo(start(ragged), 6)
    expect(tabbed.lines[0].width).toBeCloseTo(200, 6)
  })

  it('have the same positions in SVG and PDF', async () => {
    const layout = set(texts.latin, 'serif')
    const { pages } = await readPdf(toPdf(layout))
    const lines = gatherLines(pages[0].filter(run => run.text.trim() !== ''))
    expect(lines.length).toBe(layout.lines.length)
    for (const [i, line] of layout.lines.entries()) {
      const runs = pages[0].filter(run => Math.abs(run.y - lines[i].baseline) < 0.01)
      const inked = runs.flatMap(run => run.glyphs).filter(({ text }) => text.trim() !== '')
      expect(Math.max(...inked.map(glyph => glyph.end))).toBeCloseTo(extent(line)[1], 2)
    }
    expect(toSvg(layout)).toMatch(/x="[\d.]+\.\d{1,3}"/)
  })
})
