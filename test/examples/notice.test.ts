import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { auditOf } from '../support/audit.ts'
import { openPage, type ServedPage } from '../support/browser.ts'

describe('the notice with a caret, in Chromium', () => {
  let served: ServedPage
  let page: Page

  beforeAll(async () => {
    served = await openPage('examples/notice', '', { viewport: { width: 700, height: 700 } })
    page = served.page
    await page.waitForFunction("document.querySelector('canvas').style.height")
  })
  afterAll(async () => {
    await served?.close()
  })

  const shownIn = (id: string) => page.evaluate<string>(`document.querySelector('${id}').value`)
  const at = async (x: number, y: number) => {
    const box = await page.locator('canvas').boundingBox()
    if (!box) throw new Error('no canvas')
    return [box.x + x, box.y + y] as const
  }

  it('selects what is dragged over, also across lines', async () => {
    await page.mouse.move(...(await at(24, 40)))
    await page.mouse.down()
    await page.mouse.move(...(await at(90, 40)))
    expect('Gale warning.').toContain((await shownIn('#selected')).trim())
    await page.mouse.move(...(await at(60, 75)))
    await page.mouse.up()
    const selected = await shownIn('#selected')
    expect(selected).toMatch(/^Gale warning\. Boats to Saint Orrin’s/)
    expect(served.errors).toEqual([])
  })

  it('moves the caret by graphemes, and selects with it', async () => {
    await page.mouse.click(...(await at(24, 40)))
    await page.locator('canvas').focus()
    await page.keyboard.press('ArrowRight')
    for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight')
    expect(await shownIn('#selected')).toBe('ale')
    for (let i = 0; i < 9; i++) await page.keyboard.press('Shift+ArrowLeft')
    expect(await shownIn('#selected')).toBe('G')
  })

  it('knows the link under the pointer', async () => {
    const height = await page.evaluate<number>("document.querySelector('canvas').clientHeight")
    let link = ''
    for (let y = 30; y < height && link === ''; y += 16) {
      for (let x = 30; x < 560 && link === ''; x += 40) {
        await page.mouse.move(...(await at(x, y)))
        const shown = await shownIn('#under')
        if (shown.startsWith('https:')) link = shown
      }
    }
    expect(link).toBe('https://lantern-sound.example/notices')
  })

  it('moves by words and lines, to ends, and selects by two and three clicks', async () => {
    await page.mouse.click(...(await at(24, 40)))
    await page.locator('canvas').focus()
    await page.keyboard.press('Control+Home')
    await page.keyboard.press('Control+Shift+ArrowRight')
    expect(await shownIn('#selected')).toBe('Gale')
    await page.keyboard.press('Shift+End')
    const line = await shownIn('#selected')
    await page.keyboard.press('Shift+ArrowDown')
    expect((await shownIn('#selected')).length).toBeGreaterThan(line.length + 10)
    await page.keyboard.press('Control+a')
    expect(await shownIn('#selected')).toMatch(/^Gale warning[\s\S]*harbour office\.$/)
    await page.mouse.click(...(await at(80, 40)), { clickCount: 2 })
    expect(await shownIn('#selected')).toBe('warning')
    await page.mouse.click(...(await at(80, 40)), { clickCount: 3 })
    expect(await shownIn('#selected')).toMatch(/^Gale warning[\s\S]*harbour office\.$/)
  })

  it('copies text and HTML', async () => {
    await page.locator('canvas').focus()
    await page.keyboard.press('Control+Home')
    await page.keyboard.press('Control+Shift+ArrowRight')
    const copied = await page.evaluate<string[]>(`(() => {
      const data = new DataTransfer()
      document.dispatchEvent(new ClipboardEvent('copy', { clipboardData: data, cancelable: true }))
      return [data.getData('text/plain'), data.getData('text/html')]
    })()`)
    expect(copied).toEqual([
      'Gale',
      '<p lang="en" dir="ltr"><b><span style="color:#c8331f">Gale</span></b></p>',
    ])
  })

  it('has links that the keyboard reaches and an accessible text', async () => {
    await page.locator('canvas').focus()
    await page.keyboard.press('Tab')
    expect(await page.evaluate('document.activeElement.textContent')).toBe('Read the notice')
    await page.keyboard.press('Enter')
    expect(await shownIn('#under')).toBe('would open https://lantern-sound.example/notices')
    await page.keyboard.press('Tab')
    await page.keyboard.press(' ')
    expect(await shownIn('#under')).toBe('would do ask')
    expect(await page.evaluate(`document.querySelector('canvas').textContent`)).toMatch(
      /^Gale warning/,
    )
    expect(await auditOf(page)).toEqual([])
  })
})
