import { describe, expect, it } from 'vitest'
import type { MeasuredAdvances } from '../pages/advances.ts'
import { onTestPage } from '../support/browser.ts'

/** In pixels: browsers count sizes and runs in 64ths, which adds up over the letters of a line. */
const tolerance = 0.9

describe('text that a browser sets, in random styles and fifteen scripts', () => {
  it('is as wide as its layout, line by line, as HTML, element and SVG', async () => {
    const measured = await onTestPage('advances.html', 'advances', page =>
      page.evaluate<MeasuredAdvances[]>('window.advances'),
    )
    expect(measured.length).toBeGreaterThan(60)
    const off = measured.filter(
      ({ html, element, svg }) => Math.max(html, element, svg) > tolerance,
    )
    expect(off).toEqual([])
  })
})
