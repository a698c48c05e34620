import { openFonts, specimenPage } from 'dot-line'
import { expect, it } from 'vitest'
import { launchBrowser } from './support/browser.ts'
import { fontFiles } from './support/font-files.ts'

it('a specimen page has all searched families', async () => {
  const fonts = await openFonts({ files: [fontFiles.thai, fontFiles.arabic] })
  const browser = await launchBrowser()
  try {
    const page = await browser.newPage()
    const errors: string[] = []
    page.on('pageerror', error => errors.push(error.message))
    await page.setContent(specimenPage(fonts))
    const shown = () => page.locator('section:not([hidden]) h2 b').allTextContents()
    expect(await shown()).toEqual(fonts.families)
    await page.fill('input', 'NOTO th')
    expect(await shown()).toEqual(['Noto Sans Thai'])
    expect(await page.textContent('output')).toBe('1 of 5 families')
    await page.fill('input', '700 italic')
    expect(await shown()).toEqual(['sans', 'serif', 'mono'])
    await page.fill('input', '')
    expect((await shown()).length).toBe(5)
    expect(errors).toEqual([])
  } finally {
    await browser.close()
  }
})
