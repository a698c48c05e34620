import { readdirSync, readFileSync } from 'node:fs'
import { Resvg } from '@resvg/resvg-js'
import { defineSheet, openFonts } from 'dot-line'
import {
  chartTextsFor,
  type RestyledChart,
  type RestyleOptions,
  restyleChart,
} from 'dot-line/chart'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openPage, type ServedPage } from '../support/browser.ts'

const fonts = await openFonts()
const sheet = defineSheet({
  inks: { deep: '#0b3d5c' },
  styles: { defaults: { family: 'serif', ink: 'deep', size: 15 } },
})
const textsAt = (scale = 1) =>
  chartTextsFor({ sheet, fonts, reader: { scale }, problems: 'collect' })
const folder = new URL('../fixtures/charts/', import.meta.url)
const files = readdirSync(folder).filter(name => name.endsWith('.svg'))
const chartOf = (name: string) => readFileSync(new URL(name, folder), 'utf8')
const restyled = (svg: string, more: Partial<RestyleOptions> = {}, scale = 1) =>
  restyleChart(svg, { texts: textsAt(scale), ...more })

/** What a chart is without its texts, and without what was added to it. */
const withoutTexts = (svg: string) => svg.replace(/<text[\s\S]*?<\/text>/g, '')
const withoutOverlay = (svg: string) =>
  svg
    .replace(/<g role="group"><defs>[\s\S]*<\/g>(?=<\/svg>)/, '')
    .replace(/<g role="group">\s*<defs>[\s\S]*(?=<\/svg>)/, '')

const textOf = (chart: RestyledChart, text: string) => chart.texts.find(one => one.text === text)

const svg = (body: string, more = '') =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300" viewBox="0 0 400 300"${more}>${body}</svg>`

/** Where the baseline of a text's first letter begins, and how it is turned. */
function standOf(chart: RestyledChart, label: string) {
  const start = chart.svg.indexOf(`aria-label="${label}"`)
  const transform = /transform="([^"]*)"/.exec(chart.svg.slice(start))?.[1] ?? ''
  return transform
}

/** Charts with names for their ticks. */
const named = files.filter(name => name.startsWith('names-'))

/** Texts of a chart that are shown, in groups of their part. */
const partsOf = (chart: RestyledChart, part: string) =>
  chart.texts.filter(one => one.part === part).map(({ text }) => text)

const ports = [
  ...['Quillhaven', 'Ardle Point', 'Thistle Ness', 'Morrow Quay', 'Gannet Stair', 'Low Emmerly'],
  ...['Saint Orrin’s Landing', 'Brackwater-under-Heugh'],
]

describe('charts of plotting code', () => {
  it.each(files)('%s: all texts are set, and all else is as it was', name => {
    const source = chartOf(name)
    const chart = restyled(source)
    expect(chart.kept).toEqual([])
    expect(chart.svg).not.toMatch(/<text/)
    expect(withoutOverlay(chart.svg)).toBe(withoutTexts(source))
    expect(chart.texts.length).toBe(
      [...source.matchAll(/<tspan x|<text(?![^>]*><tspan x)/g)].length,
    )
    for (const { text, outcome } of chart.texts) {
      const label = text.slice(0, 4).replace('&', '&amp;')
      if (outcome !== 'omitted') expect(chart.svg).toContain(`aria-label="${label}`)
    }
  })

  it.each(named)('%s: knows the parts of its texts', name => {
    const chart = restyled(chartOf(name))
    expect(partsOf(chart, 'title')).toEqual(['Passengers through eight ports'])
    expect(partsOf(chart, 'axis').sort()).toEqual(['Port', 'Thousands'])
    expect(partsOf(chart, 'tick')).toEqual(expect.arrayContaining([...ports, '0', '5', '20']))
    expect(partsOf(chart, 'value')).toEqual([
      '23.5',
      '13.1',
      '8.2',
      '6.4',
      '5.9',
      '4.4',
      '3.8',
      '2.7',
    ])
  })

  it('recognizes axes on two levels, rotated units and figures with unequal anchors', () => {
    const chart = restyled(chartOf('two-levels.svg'))
    expect(partsOf(chart, 'tick').length).toBe(12 + 3 + 5)
    expect(partsOf(chart, 'title')).toEqual(['Tickets sold by month'])
    expect(partsOf(chart, 'subtitle')).toEqual(['Season tickets & single crossings,', 'all boats'])
    expect(partsOf(chart, 'value')).toEqual(['Regatta week'])
  })

  it.each(named)('%s: leaves out no name while names can turn, and all turn alike', name => {
    for (const scale of [0.85, 1]) {
      const chart = restyled(chartOf(name), {}, scale)
      const names = chart.texts.filter(({ text }) => ports.includes(text))
      expect(names.filter(({ outcome }) => outcome === 'omitted')).toEqual([])
      const angles = new Set(
        ports.map(text =>
          standOf(chart, text)
            .match(/-?[\d.]+/g)
            ?.slice(0, 2)
            .join(' '),
        ),
      )
      expect(angles.size).toBe(1)
    }
  })

  it('wraps all names of an axis where they fit so', () => {
    const label = (text: string, x: number) =>
      `<text x="${x}" y="220" text-anchor="middle" font-size="12">${text}</text>`
    const chart = restyled(
      svg(
        ports
          .slice(1, 6)
          .map((text, i) => label(text, 40 + i * 72))
          .join(''),
      ),
    )
    expect(chart.texts.map(({ part, outcome }) => `${part} ${outcome}`)).toEqual(
      Array(5).fill('tick wrapped'),
    )
  })

  it('thins figures evenly and rotates none', () => {
    const label = (i: number) =>
      `<text x="${20 + i * 36}" y="260" text-anchor="middle" font-size="9">${100_000 + i}</text>`
    const chart = restyled(svg(Array.from({ length: 11 }, (_, i) => label(i)).join('')))
    expect(chart.texts.map(({ outcome }) => outcome)).toEqual(
      Array.from({ length: 11 }, (_, i) => (i % 2 ? 'omitted' : 'set')),
    )
  })

  it.each([1, 1.5, 2, 3])('has no label of an axis reach into its plot, at %s', scale => {
    const { svg: source } = restyled(chartOf('names-turned.svg'), {}, scale)
    // The texts alone, painted: between the values above the bars and the labels there is nothing.
    const texts = source.slice(source.search(/<g role="group">\s*<defs>/))
    const { pixels, width } = new Resvg(
      `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="420">${texts}`,
    ).render()
    const painted: string[] = []
    for (let y = 290; y < 303; y++) {
      for (let x = 64; x < 500; x++) {
        if (pixels[(y * width + x) * 4 + 3] > 8) painted.push(`${x} ${y}`)
      }
    }
    expect(painted).toEqual([])
  })

  it('prefers selectors to its guesses and keeps the texts it should keep', () => {
    const chart = restyled(chartOf('names-in-groups.svg'), {
      parts: { 'g > .heading': 'note', '.names': 'keep' },
    })
    expect(textOf(chart, 'Passengers through eight ports')?.part).toBe('note')
    expect(chart.kept.map(({ text }) => text)).toContain('Quillhaven')
    expect(chart.svg).toMatch(/<text[^>]*>Quillhaven<\/text>/)
    expect(() => restyled(svg(''), { parts: { 'a[': 'title' } })).toThrow("'a['")
    expect(() => restyled(svg(''), { parts: { text: 'titel' as never } })).toThrow(
      'parts of restyleChart',
    )
  })
})

describe('the position of a text', () => {
  it('is found through nested transforms, anchors and baselines', () => {
    const plain = restyled(svg('<text x="200" y="150" text-anchor="middle">Tern</text>'))
    const nested = restyled(
      svg(
        '<g transform="translate(100,50)"><g transform="rotate(90) rotate(-90)" text-anchor="middle">' +
          '<text transform="translate(90 90)" x="10" dx="0" y="10">Tern</text></g></g>',
      ),
    )
    expect(standOf(nested, 'Tern')).toBe(standOf(plain, 'Tern'))
  })

  it('is found by rules of a stylesheet, in their order of weight', () => {
    const plain = restyled(svg('<text x="200" y="150" text-anchor="end">Tern</text>'))
    const ruled = restyled(
      svg(
        '<style>#a .label { text-anchor: end } .label { text-anchor: middle }</style>' +
          '<g id="a"><text class="label" x="200" y="150">Tern</text></g>',
      ),
    )
    expect(standOf(ruled, 'Tern')).toBe(standOf(plain, 'Tern'))
    const inline = restyled(
      svg(
        '<style>text { text-anchor: middle }</style><text style="text-anchor:end" x="200" y="150">Tern</text>',
      ),
    )
    expect(standOf(inline, 'Tern')).toBe(standOf(plain, 'Tern'))
  })

  it('is the middle of letters that plotting code lowers by a third of an em', () => {
    const middle = restyled(svg('<text x="50" y="100" dominant-baseline="central">50</text>'))
    const lowered = restyled(svg('<text x="50" y="100" dy="0.32em">50</text>'))
    expect(standOf(lowered, '50')).toBe(standOf(middle, '50'))
  })

  it('is separate for each line that a tspan positions', () => {
    const chart = restyled(
      svg(
        '<text x="20" y="40"><tspan x="20" dy="0">High water</tspan><tspan x="20" dy="30">06:12</tspan></text>',
      ),
    )
    expect(chart.texts.map(({ text }) => text)).toEqual(['High water', '06:12'])
  })

  it('may be a share of the chart’s width and height', () => {
    const plain = restyled(svg('<text x="200" y="75">Tern</text>'))
    const shares = restyled(svg('<text x="25%" dx="25%" y="25%">Tern</text>'))
    expect(standOf(shares, 'Tern')).toBe(standOf(plain, 'Tern'))
  })

  it('is turned as the text was', () => {
    const chart = restyled(svg('<text transform="translate(40,200) rotate(-90)">Metres</text>'))
    const numbers =
      standOf(chart, 'Metres')
        .match(/-?[\d.]+/g)
        ?.map(Number) ?? []
    expect(numbers.slice(0, 4)).toEqual([0, -1, 1, 0])
    expect(chart.texts[0].part).toBe('axis')
  })

  it('keeps texts that it cannot set and reports the reason', () => {
    const chart = restyled(
      svg(
        '<path id="p" d="M0 0h90"/><text><textPath href="#p">along</textPath></text>' +
          '<text rotate="20">turned</text><text x="1 2 3">apart</text>' +
          '<text transform="scale(2 1)">wide</text><text>H<tspan dy="4">2</tspan>O</text>' +
          '<text style="writing-mode:vertical-rl">down</text>' +
          '<text display="none">unseen</text><defs><text>not shown</text></defs>' +
          '<foreignObject><p>in <b>HTML</b></p></foreignObject>' +
          '<defs><g id="u"><text>for use</text></g></defs><use href="#u" x="9"/>',
      ),
    )
    expect(chart.kept.map(({ text, why }) => `${text}: ${why}`)).toEqual([
      'along: it runs along a path',
      'turned: its letters are turned one by one',
      'apart: its letters have places of their own',
      'wide: it is stretched, slanted or mirrored',
      'H2O: a part of it is raised or lowered',
      'down: it is vertical',
      'in HTML: it is HTML',
      'for use: it is drawn by a use element',
    ])
    expect(chart.texts).toEqual([])
    expect(chart.svg).toContain('<text display="none">unseen</text>')
  })
})

describe('input that is not a chart', () => {
  it.each([
    ['', 'restyleChart takes an SVG document (it has no elements)'],
    ['<html><p>hi</p></html>', "restyleChart takes an SVG document (its first element is 'html')"],
    [7, 'restyleChart takes SVG or an element, not 7'],
    [{ outerHTML: 5 }, 'restyleChart takes SVG or an element, not an object'],
  ])('is refused: %j', (given, message) => {
    expect(() => restyleChart(given as string, { texts: textsAt() })).toThrow(message)
  })

  it('is refused with a DotLineError, also truncated or deeply nested', () => {
    const source = chartOf('names-in-groups.svg')
    for (let end = 0; end < source.length; end += 997) {
      try {
        restyled(source.slice(0, end))
      } catch (error) {
        expect(error).toMatchObject({ name: 'DotLineError' })
      }
    }
    const deep = svg(`${'<g>'.repeat(3000)}<text>x</text>${'</g>'.repeat(3000)}`)
    expect(() => restyled(deep)).toThrow('nested more than 2000 deep')
  })

  it('keeps markup in texts as characters', () => {
    const chart = restyled(svg('<text x="20" y="90">~strong[5] {U+41} &lt;b&gt;</text>'))
    expect(chart.texts[0].text).toBe('~strong[5] {U+41} <b>')
    expect(chart.svg).toContain('~strong[5] {U+41} &lt;b&gt;')
  })
})

describe('other content of an SVG', () => {
  const label = (text: string, more = '') => `<text x="50" y="50"${more}>${text}</text>`
  const said = (chart: RestyledChart) => chart.texts.map(({ text }) => text)

  it('is read to the end of its root element', () => {
    const chart = restyled(`${svg(label('Quay'))}<!-- </svg> -->`)
    expect(chart.svg.indexOf('aria-label="Quay"')).toBeLessThan(chart.svg.indexOf('<!--'))
    expect(chart.svg).toContain('aria-label="Quay"')
  })

  it('may have namespace prefixes and CDATA sections', () => {
    const prefixed =
      '<s:svg xmlns:s="http://www.w3.org/2000/svg" viewBox="0 0 400 300"><s:text x="50" y="50">Quay</s:text></s:svg>'
    expect(said(restyled(prefixed))).toEqual(['Quay'])
    expect(said(restyled(svg(label('<![CDATA[Quay & boats]]>'))))).toEqual(['Quay & boats'])
  })

  it('keeps words with positioned letters and reports them', () => {
    const letters = [...'Quay'].map((one, i) => `<tspan x="${50 + i * 9}">${one}</tspan>`).join('')
    const chart = restyled(svg(`<text y="50">${letters}</text>`))
    expect(chart.texts).toEqual([])
    expect(chart.kept).toEqual([
      { text: 'Quay', why: expect.stringContaining('places of their own') },
    ])
    expect(chart.svg).toContain(letters)
  })

  it('keeps scripts and reports them', () => {
    const codes = (body: string) => restyled(svg(body)).problems.map(({ code }) => code)
    expect(codes(`<script>x()</script>${label('Quay')}`)).toContain('script-kept')
    expect(codes(label('Quay', ' onclick="x()"'))).toContain('script-kept')
    expect(codes(`<a href=" java\nscript:x()">${label('Quay')}</a>`)).toContain('script-kept')
    expect(codes(`<a href="/x">${label('Quay')}</a>`)).not.toContain('script-kept')
  })

  it('is unchanged without text', () => {
    const once = restyled(svg(label('Quay'))).svg
    expect(restyled(once).svg).toBe(once)
  })

  it.each([
    // By backtracking this takes years.
    ['a g g g g g g g g rect', 200],
    [`${':where('.repeat(4000)}`, 4],
    [`${'g '.repeat(400)}text`, 200],
    ['text:nth-child(99999999999999999999n + 1)', 4],
    ['g:has(g g g) text', 200],
  ])('has rules that are matched in linear time, or not at all: %#', (selector, depth) => {
    const source = svg(
      `<style>${selector}{font-size:9px}</style>${'<g>'.repeat(depth)}${label('Quay')}${'</g>'.repeat(depth)}`,
    )
    expect(said(restyled(source))).toEqual(['Quay'])
  })

  it('has its rules matched as CSS does', () => {
    const body = `<g id="a"><rect class="r"/><path/><g class="b">${label('Quay')}</g></g>`
    const red = (selector: string) => {
      const chart = restyleChart(svg(`<style>${selector}{fill:#ff0000}</style>${body}`), {
        texts: textsAt(),
        keepInks: true,
      })
      return chart.svg.includes('fill="#ff0000"')
    }
    for (const selector of [
      '#a text',
      '#a > .b > text',
      'rect ~ g text',
      'path + .b text',
      '.r ~ .b *',
    ]) {
      expect(red(selector), selector).toBe(true)
    }
    for (const selector of ['#a > text', 'rect + .b text', '.b ~ text', 'path text']) {
      expect(red(selector), selector).toBe(false)
    }
  })
})

describe('an element of a page', () => {
  let served: ServedPage
  beforeAll(async () => {
    served = await openPage('test/pages', 'restyle.html', { viewport: { width: 500, height: 400 } })
  })
  afterAll(async () => {
    await served?.close()
  })

  it('is set where its page’s stylesheets position its texts', async () => {
    const { page, errors } = served
    await page.waitForSelector('html[data-ready=true]')
    expect(await page.evaluate('document.documentElement.dataset.told')).toBe(
      JSON.stringify([{ text: 'high water', part: 'value', outcome: 'set' }]),
    )
    // The end of the text is where it was anchored, in the page too.
    const right = await page.evaluate<number>(`(() => {
      const chart = document.querySelector('#chart svg').getBoundingClientRect()
      return document.querySelector('[aria-label="high water"]').getBoundingClientRect().right - chart.left
    })()`)
    expect(right).toBeGreaterThan(197)
    expect(right).toBeLessThan(201)
    expect(await page.evaluate(`document.querySelectorAll('#chart rect').length`)).toBe(1)
    expect(errors).toEqual([])
  })
})
