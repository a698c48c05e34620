import type { Layout } from 'dot-line'
import { toPdf } from 'dot-line/pdf'
import { toSvg } from 'dot-line/svg'
import type { Browser } from 'playwright-core'
import type { ViteDevServer } from 'vite'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { launchBrowser, serve } from '../support/browser.ts'
import { gatherLines, largestDistance, layoutLines } from '../support/lines.ts'
import { readPdf } from '../support/pdf.ts'
import { builtInShelf, frames, setFrame } from '../support/setting.ts'

const tolerance = 0.01

async function layouts(): Promise<Layout[]> {
  const shelf = await builtInShelf()
  return frames.map(frame => setFrame(shelf, frame))
}

const textOf = (layout: Layout) =>
  layout.lines.map(line =>
    line.runs
      .map(run => run.text)
      .join('')
      .trimEnd(),
  )

describe('the same layout read back', () => {
  let set: Layout[]
  beforeAll(async () => {
    set = await layouts()
  })

  it.each(frames.map((f, i) => [f.name, i] as const))('from SVG: %s', (_, i) => {
    const svg = toSvg(set[i])
    const groups = [...svg.matchAll(/<g transform="translate\(([-\d.]+) ([-\d.]+)\)/g)]
    const lines = gatherLines(groups.map(m => ({ x: Number(m[1]), y: Number(m[2]) })))
    expect(largestDistance(lines, layoutLines(set[i]))).toBeLessThan(tolerance)
  })

  it.each(frames.map((f, i) => [f.name, i] as const))('from PDF: %s', async (_, i) => {
    const layout = set[i]
    const { pages } = await readPdf(toPdf(layout))
    const inked = pages[0].filter(run => run.text.trim() !== '')
    const lines = gatherLines(inked)
    expect(largestDistance(lines, layoutLines(layout))).toBeLessThan(tolerance)
    // The characters, line by line, and where each run ends by the reader's own widths.
    const texts = lines.map(line =>
      pages[0]
        .filter(run => Math.abs(run.y - line.baseline) < tolerance)
        .map(run => run.text)
        .join('')
        .trimEnd(),
    )
    expect(texts).toEqual(textOf(layout))
    const ends = layout.lines.flatMap(line => line.runs.map(run => run.x + run.width))
    pages[0].forEach((run, j) => {
      expect(Math.abs(run.end - ends[j])).toBeLessThan(tolerance)
    })
  })
})

describe('the same layout painted on a canvas in Chromium', () => {
  let browser: Browser
  let server: ViteDevServer
  let url: string
  let set: Layout[]

  beforeAll(async () => {
    set = await layouts()
    ;({ server, url } = await serve('test/pages'))
    browser = await launchBrowser()
  })
  afterAll(async () => {
    await browser?.close()
    await server?.close()
  })

  it('has the same baselines and run starts in its calls', async () => {
    const page = await browser.newPage()
    await page.goto(`${url}canvas-calls.html`)
    await page.waitForFunction('window.recorded !== undefined')
    const recorded = await page.evaluate<{ x: number; y: number }[][]>('window.recorded')
    expect(recorded.length).toBe(frames.length)
    for (const [i, runs] of recorded.entries()) {
      const lines = gatherLines(runs)
      expect(largestDistance(lines, layoutLines(set[i])), frames[i].name).toBeLessThan(tolerance)
    }
    await page.close()
  })

  it('shows the same pixels as the SVG, but for the edges of glyphs', async () => {
    const page = await browser.newPage()
    await page.goto(`${url}canvas-pixels.html`)
    await page.waitForFunction('window.compared !== undefined')
    const compared = await page.evaluate<{ inked: number; differing: number }>('window.compared')
    // The words, and half of an image of 60 by 30 units at two pixels each.
    expect(compared.inked).toBeGreaterThan(3600 + 2000)
    expect(compared.differing / compared.inked).toBeLessThan(0.01)
    await page.close()
  })
})
