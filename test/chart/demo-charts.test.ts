import { readFileSync } from 'node:fs'
import { type Catalog, draw, type Item, openFonts, readCatalog, readSheet } from 'dot-line'
import { chartTextsFor } from 'dot-line/chart'
import { toSvg } from 'dot-line/svg'
import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import {
  passengersChart,
  stopsChart,
  ticketsChart,
  tideChart,
} from '../../examples/scenes/index.ts'
import { openPage, type ServedPage } from '../support/browser.ts'
import { arabicFonts } from '../support/fonts.ts'
import { faults, inkedTexts } from '../support/overlaps.ts'

const data = (name: string) =>
  readFileSync(new URL(`../../examples/lantern-sound/${name}`, import.meta.url), 'utf8')
const charts = { passengersChart, ticketsChart, tideChart, stopsChart }
const fonts = await openFonts({ files: arabicFonts })
const family = ['sans', 'Noto Sans Arabic']
const sheet = readSheet(data('sheet.json'), { source: 'sheet.json' }).with({
  styles: { defaults: { family } },
})
const catalogs = new Map<string, Catalog>(
  ['en', 'de', 'el', 'ar'].map(language => [
    language,
    readCatalog(data(`strings.${language}.json`), { language }),
  ]),
)

function chartAt(
  name: keyof typeof charts,
  language: string,
  scale: number,
  width: number,
  height: number,
) {
  const texts = chartTextsFor({ sheet, fonts, reader: { scale }, language })
  const catalog = catalogs.get(language)
  if (!catalog) throw new Error(`no catalog for ${language}`)
  return charts[name]({ texts, catalog, width, height })
}

const sizes = [
  [240, 320, 3],
  [390, 500, 2],
  [800, 500, 3],
  [1600, 700, 0.8],
] as const

describe.each(Object.keys(charts) as (keyof typeof charts)[])('%s', name => {
  it.each(['en', 'de', 'el', 'ar'])('has no text over another or clipped, in %s', language => {
    for (const [width, height, scale] of sizes) {
      const { drawing: shown, marks } = chartAt(name, language, scale, width, height)
      const found = faults(inkedTexts(shown.items), shown.box)
      expect(found, `${width} × ${height} at ${scale}`).toEqual([])
      expect(shown.problems).toEqual([])
      for (const { note } of marks) expect(note).not.toMatch(/undefined|NaN/)
    }
  })
})

describe('in pixels', () => {
  let served: ServedPage
  let page: Page
  beforeAll(async () => {
    served = await openPage('test/pages', 'svg-text.html', {
      viewport: { width: 400, height: 300 },
    })
    page = served.page
    await page.setContent('<canvas></canvas>')
  })
  afterAll(async () => {
    await served?.close()
  })

  /** So many pixels are covered by two texts, each more than half. */
  const covered = (svgs: readonly string[], width: number, height: number) =>
    page.evaluate<number>(`(async () => {
      const [width, height] = [${width}, ${height}]
      const count = new Uint8Array(width * height)
      for (const svg of ${JSON.stringify(svgs)}) {
        const image = new Image()
        image.src = 'data:image/svg+xml,' + encodeURIComponent(svg)
        await image.decode()
        const canvas = new OffscreenCanvas(width, height)
        const context = canvas.getContext('2d')
        context.drawImage(image, 0, 0)
        const { data } = context.getImageData(0, 0, width, height)
        for (let i = 0; i < count.length; i++) if (data[i * 4 + 3] > 127) count[i]++
      }
      return count.reduce((sum, n) => sum + (n > 1 ? 1 : 0), 0)
    })()`)

  it.each([
    ['stopsChart', 1],
    ['passengersChart', 3],
    ['tideChart', 2],
    ['ticketsChart', 1.5],
  ] as const)('%s at %s has no pixel of two texts', async (name, scale) => {
    const { drawing: shown } = chartAt(name, 'en', scale, 800, 500)
    const textsOf = (items: readonly Item[]): Item[] =>
      items.flatMap(item =>
        item.kind === 'group' && !item.matrix
          ? textsOf(item.items)
          : item.kind === 'text'
            ? [item]
            : [],
      )
    const svgs = textsOf(shown.items).map(item => toSvg(draw({ width: 800, height: 500 }, [item])))
    expect(svgs.length).toBeGreaterThan(5)
    expect(await covered(svgs, 800, 500)).toBe(0)
    // And it would tell: a text over itself is seen.
    expect(await covered([svgs[0], svgs[0]], 800, 500)).toBeGreaterThan(50)
  })
})
