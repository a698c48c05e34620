import { describe, expect, it } from 'vitest'
import type { Comparison } from '../pages/pictures.ts'
import { onTestPage } from '../support/browser.ts'

/** Of the inked pixels, the most that may have nothing like them within a pixel in another target. */
const tolerance = 0.01
/** Browsers put the baselines of text that is not turned on whole pixels: half of one up or down. */
const snapped = 0.15

describe('every scene on a canvas, from its SVG and from its PDF', () => {
  it('looks the same', async () => {
    const comparisons = await onTestPage('pictures.html', 'comparisons', page =>
      page.evaluate<Comparison[]>('window.comparisons'),
    )
    for (const { name, inked, svg, pdf, text, again, worker } of comparisons) {
      expect(inked, name).toBeGreaterThan(400)
      expect(svg, `${name}: SVG`).toBeLessThan(tolerance)
      expect(pdf, `${name}: PDF`).toBeLessThan(tolerance)
      expect(again, `${name}: painted again`).toBeLessThan(tolerance)
      expect(worker, `${name}: in a worker`).toBeLessThan(tolerance)
      const isTurned = name.endsWith('turned')
      expect(text, `${name}: text`).toBeLessThan(isTurned ? tolerance : snapped)
    }
    expect(comparisons.length).toBeGreaterThan(30)
  })
})
