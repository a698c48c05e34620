import { readFileSync } from 'node:fs'
import { defineSheet, type Layout, openFonts, typesetterFor } from 'dot-line'
import { toPdf } from 'dot-line/pdf'
import { toSvg } from 'dot-line/svg'
import { beforeAll, describe, expect, it } from 'vitest'
import { onTestPage } from '../support/browser.ts'
import { withUnitsPerEm } from '../support/font-files.ts'
import {
  gatherLines,
  largestDistance,
  largestGlyphDistance,
  layoutLines,
} from '../support/lines.ts'
import { readPdf } from '../support/pdf.ts'
import { builtInFonts, frames, setFrame } from '../support/setting.ts'

const tolerance = 0.01
const serifFont =
  'node_modules/@expo-google-fonts/source-serif-4/400Regular/SourceSerif4_400Regular.ttf'

async function layouts(): Promise<Layout[]> {
  const fonts = await builtInFonts()
  return frames.map(frame => setFrame(fonts, frame))
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
    expect(largestGlyphDistance(pages[0], layout)).toBeLessThan(tolerance)
    const lines = gatherLines(pages[0])
    const texts = lines.map(line =>
      pages[0]
        .filter(run => Math.abs(run.y - line.baseline) < tolerance)
        .map(run => run.text)
        .join('')
        .trimEnd(),
    )
    expect(texts).toEqual(textOf(layout))
  })

  it('from PDF: a long line in a face of 1,024 units an em', async () => {
    const font = withUnitsPerEm(readFileSync(serifFont), 1024)
    const fonts = await openFonts({ builtIn: [], files: [font] })
    const sheet = defineSheet({ styles: { defaults: { family: 'Source Serif 4', size: 11 } } })
    const typesetter = typesetterFor({ sheet, fonts })
    const layout = typesetter.set('AVAIL to Tern, off Gannet Stair. '.repeat(200))
    const { pages } = await readPdf(toPdf(layout))
    expect(layout.width).toBeGreaterThan(30_000)
    expect(pages[0].flatMap(run => run.glyphs).length).toBeGreaterThan(6000)
    expect(largestGlyphDistance(pages[0], layout)).toBeLessThan(tolerance)
  })
})

describe('the same layout painted on a canvas in Chromium', () => {
  let set: Layout[]
  let recorded: { x: number; y: number }[][]
  let repainted: Record<string, string[]>
  let leftAlone: boolean[]
  let standing: { wanted: number[]; found: number[] }[]

  beforeAll(async () => {
    set = await layouts()
    const seen = await onTestPage('canvas-calls.html', 'standing', async page => ({
      recorded: await page.evaluate<typeof recorded>('window.recorded'),
      repainted: await page.evaluate<typeof repainted>('window.repainted'),
      leftAlone: await page.evaluate<typeof leftAlone>('window.leftAlone'),
      standing: await page.evaluate<typeof standing>('window.standing'),
    }))
    recorded = seen.recorded
    repainted = seen.repainted
    leftAlone = seen.leftAlone
    standing = seen.standing
  })

  it('has its frame at the painted position, whatever its ink is', () => {
    expect(standing.length).toBe(4)
    for (const { wanted, found } of standing) {
      for (const [i, edge] of found.entries()) expect(Math.abs(edge - wanted[i])).toBeLessThan(1.1)
    }
  })

  it('leaves the state of the context as it was', () => {
    expect(leftAlone).toEqual([true, true, true, true])
  })

  it('has the same baselines and run starts in its calls', () => {
    expect(recorded.length).toBe(frames.length)
    for (const [i, runs] of recorded.entries()) {
      const lines = gatherLines(runs)
      expect(largestDistance(lines, layoutLines(set[i])), frames[i].name).toBeLessThan(tolerance)
    }
  })

  it('composes labels of letter pixels once and reuses them', () => {
    expect(repainted).toEqual({
      first: ['bitmaps', 'pixels of a bitmap'],
      again: ['bitmaps'],
      larger: ['bitmaps', 'pixels of a bitmap'],
      'larger again': ['bitmaps'],
      huge: ['paths'],
      turned: ['paths'],
    })
  })

  it('paints each pixel by its coverage', async () => {
    const compared = await onTestPage('canvas-pixels.html', 'compared', page =>
      page.evaluate<{ inked: number; differing: number }>('window.compared'),
    )
    // The words, and half of an image of 60 by 30 units at two pixels each.
    expect(compared.inked).toBeGreaterThan(3600 + 2000)
    expect(compared.differing / compared.inked).toBeLessThan(0.01)
  })
})
