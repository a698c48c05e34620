import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { auditOf } from '../support/audit.ts'
import { openPage, type ServedPage } from '../support/browser.ts'

describe('the workbench', () => {
  let served: ServedPage
  let page: Page

  beforeAll(async () => {
    served = await openPage('examples/workbench', '', { viewport: { width: 1280, height: 800 } })
    page = served.page
    await page.waitForSelector('html[data-ready=true]')
  })
  afterAll(async () => {
    expect(served.errors).toEqual([])
    await served.close()
  })

  /** What is typed is seen with the next frame. */
  const seen = () =>
    page.evaluate(`new Promise(seen => requestAnimationFrame(() => requestAnimationFrame(seen)))`)
  const value = (selector: string) =>
    page.evaluate<string>(`document.querySelector('${selector}').value`)
  const texts = async (selector: string) => {
    await seen()
    return page.evaluate<string[]>(
      `[...document.querySelectorAll('${selector}')].map(one => one.textContent)`,
    )
  }

  it('shows a text at six scales and three widths, light and dark', async () => {
    expect(await page.evaluate(`document.querySelectorAll('.cells svg').length`)).toBe(36)
    const notes = await texts('.cells div p')
    expect(notes.length).toBe(36)
    for (const note of notes) expect(note).toMatch(/^\d+ lines?, [\d.]+ high, contrast [\d.]+/)
  })

  it('reports mistakes with their positions and goes on with the last sheet', async () => {
    const whole = await value('#sheet')
    await page.fill('#sheet', whole.replace('"weight": "regular"', '"wait": "regular"'))
    const [problem] = await texts('#sheet-problems button')
    expect(problem).toMatch(/wait.*sheet\.json:\d+:\d+/)
    expect(await page.evaluate(`document.querySelectorAll('.cells svg').length`)).toBe(36)
    await page.click('#sheet-problems button')
    expect(
      await page.evaluate(
        `(({ value, selectionStart, selectionEnd }) => value.slice(selectionStart, selectionEnd))(document.querySelector('#sheet'))`,
      ),
    ).toContain('wait')
    await page.fill('#sheet', '{ "styles": ')
    expect((await texts('#sheet-problems button')).length).toBeGreaterThan(0)
    await page.fill('#markup', 'Boats are ~alrt[late')
    expect((await texts('#markup-problems button')).join()).toMatch(/alrt/)
    await page.fill('#sheet', whole)
    expect(await texts('#sheet-problems button')).toEqual([])
  })

  it('completes styles in markup and names in the sheet', async () => {
    await page.fill('#markup', '')
    await page.click('#markup')
    await page.keyboard.type('Boats are ~ale')
    expect(await texts('#markup-words button')).toContain('alert')
    await page.keyboard.press('Tab')
    await page.keyboard.type('[late]')
    expect(await value('#markup')).toBe('Boats are ~alert[late]')
    expect(await texts('#markup-problems button')).toEqual([])
    // Escape gives Tab back to the page.
    await page.keyboard.type(' ~st')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Tab')
    expect(await page.evaluate(`document.activeElement.id`)).not.toBe('markup')
  })

  it('changes an ink and a size in place, lists their uses and undoes steps', async () => {
    const before = await value('#sheet')
    await page.fill('#sheet', `\n\n${before}`)
    await page.focus('#inks input')
    expect(await page.textContent('#uses')).toMatch(/is used by/)
    await page.evaluate(`(() => {
      const input = [...document.querySelectorAll('#inks label')].find(label => label.textContent === 'flare').querySelector('input')
      input.value = '#aa0000'
      input.dispatchEvent(new Event('change'))
    })()`)
    expect(await value('#sheet')).toMatch(/^\n\n\{/)
    expect(await value('#sheet')).toContain('"flare": "#aa0000"')
    expect(await page.evaluate<string>(`document.querySelector('#cells').innerHTML`)).toContain(
      '#aa0000',
    )
    await page.click('#undo')
    expect(await value('#sheet')).toContain('"flare": "#c8331f"')
    await page.click('#redo')
    expect(await value('#sheet')).toContain('"flare": "#aa0000"')
    await page.click('#undo')
  })

  it('finds families by name, script and weight and tries one in place', async () => {
    await page.fill('#family-script', 'Arab')
    expect(await texts('#families button')).toEqual(['Try Noto Sans Arabic'])
    await page.fill('#family-script', '')
    await page.fill('#family-name', 'ser')
    await page.click('text=Try serif')
    expect(await value('#sheet')).toMatch(/"family": \[\s*"serif",\s*"sans"\s*\]/)
    await page.click('#undo')
  })

  it('shows other languages, and saves sheet, tokens and CSS', async () => {
    await page.selectOption('#language', 'ar')
    expect(await texts('#markup-problems button')).toEqual([])
    expect(
      await page.evaluate(`document.querySelector('.cells svg').getAttribute('aria-label')`),
    ).toMatch(/[\u0600-\u06ff]/)
    for (const [kind, name] of [
      ['sheet', 'sheet.json'],
      ['tokens', 'sheet.tokens.json'],
      ['css', 'sheet.css'],
    ]) {
      const download = page.waitForEvent('download')
      await page.selectOption('#save', kind)
      expect((await download).suggestedFilename()).toBe(name)
    }
    await page.selectOption('#language', 'en')
  })

  it('explains why a sheet cannot be saved as CSS', async () => {
    const whole = await value('#sheet')
    await page.fill('#sheet', '{ "styles": { "body": {}, "a.b": {}, "a-b": {} } }')
    expect(await texts('#sheet-problems button')).toEqual([])
    await page.selectOption('#save', 'css')
    expect((await texts('#sheet-problems button')).join()).toContain(
      "'a.b' and 'a-b' are both 'a-b' in CSS",
    )
    await page.fill('#sheet', whole)
  })

  it('passes the accessibility audit', async () => {
    expect(await auditOf(page)).toEqual([])
  })
})
