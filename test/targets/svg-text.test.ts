import { describe, expect, it } from 'vitest'
import type { ShownText } from '../pages/svg-text.ts'
import { onTestPage } from '../support/browser.ts'

describe('SVG whose text is text, in Chromium', () => {
  it('has its lines in position and its words whole', async () => {
    const shown = await onTestPage('svg-text.html', 'shownTexts', page =>
      page.evaluate<ShownText[]>('window.shownTexts'),
    )
    for (const { name, apart, copied, text } of shown) {
      // Spacing behind the last letter is a part of its cell, and no ink.
      const behind = name === 'tracked' ? 0.15 * 20 : name === 'letters apart' ? 0.3 * 20 : 0
      expect(apart, name).toBeLessThan(0.6 + behind)
      expect(copied.replace(/\s+/g, ' ').trim(), name).toBe(text.replace(/\s+/g, ' '))
    }
    expect(shown.length).toBe(8)
  })
})
