import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { auditOf } from '../support/audit.ts'
import { openPage, type ServedPage } from '../support/browser.ts'

const languages = ['en', 'de', 'el', 'ar', 'he', 'ja']

let served: ServedPage
let page: Page
const said: string[] = []

beforeAll(async () => {
  served = await openPage('examples/departures', '?pace=0', {
    viewport: { width: 390, height: 844 },
  })
  page = served.page
  page.on('console', message => said.push(message.text()))
  await ready()
})
afterAll(async () => {
  await served?.close()
})

/** Till faces, texts and widths have come to rest. */
async function ready() {
  // The page's policy lets in no script by its text, which waiting for a function would be.
  await page.waitForSelector('html[data-ready=true]')
}

/** Chooses as a reader does. */
async function choose(given: {
  language?: string
  scale?: number
  contrast?: boolean
  appearance?: string
}) {
  await page.evaluate(`(given => {
    const set = (id, property, value) => {
      if (value !== undefined) document.querySelector(id)[property] = value
    }
    set('#language', 'value', given.language)
    set('#scale', 'value', given.scale)
    set('#contrast', 'checked', given.contrast)
    set('#appearance', 'value', given.appearance)
    document.querySelector('#scale').dispatchEvent(new Event('input'))
  })(${JSON.stringify(given)})`)
  await ready()
}

describe('the departures board as an application', () => {
  it('has no overflow, truncation or broken word: six languages, 320 to 1,440 pixels, scales 0.8 to 3.1', async () => {
    for (const language of languages) {
      // Where words are longest, and from right to left, on a desk as well.
      for (const width of ['de', 'ar'].includes(language) ? [320, 1440] : [320]) {
        await page.setViewportSize({ width, height: 844 })
        for (const scale of [0.8, 1, 2, 3.1]) {
          await choose({ language, scale })
          const [over, wrong] = await page.evaluate<[number, string[]]>(`[
            document.documentElement.scrollWidth - document.documentElement.clientWidth,
            [...document.querySelectorAll('main dot-line, .settings dot-line')]
              .filter(text => text.layout.cut || text.problems.length > 0)
              .map(text => text.layout.text + ': ' + text.problems.map(problem => problem.message)),
          ]`)
          const where = `${language} at ${width}, scale ${scale}`
          expect(over, where).toBe(0)
          expect(wrong, where).toEqual([])
        }
      }
    }
    expect(served.errors).toEqual([])
  })

  it('passes the accessibility audit in light, dark and more contrast, at scales 1, 2 and 3.1', async () => {
    await page.setViewportSize({ width: 390, height: 844 })
    for (const [appearance, contrast] of [
      ['light', false],
      ['dark', false],
      ['light', true],
      ['dark', true],
    ] as const) {
      for (const scale of [1, 2, 3.1]) {
        await choose({ language: 'en', scale, appearance, contrast })
        expect(
          await auditOf(page),
          `${appearance}, more contrast ${contrast}, scale ${scale}`,
        ).toEqual([])
      }
    }
  })

  it('states language and direction and announces a boat that changes', async () => {
    await choose({ language: 'he', scale: 1, appearance: 'light', contrast: false })
    expect(
      await page.evaluate(
        '[document.documentElement.lang, document.documentElement.dir, document.title]',
      ),
    ).toEqual(['he', 'rtl', 'יציאות'])
    await choose({ language: 'en' })
    const still = page.url()
    await page.goto(still.replace('pace=0', 'pace=150'))
    const status = () => page.evaluate<string>(`document.querySelector('#status').textContent`)
    await expect.poll(status).toMatch(/^\d\d:\d\d to .+: .+/)
    const first = await status()
    await expect.poll(status).not.toBe(first)
    await page.goto(still)
    await ready()
  })

  it('sells a ticket by keyboard alone', async () => {
    await page.focus('#buy')
    await page.keyboard.press('Enter')
    expect(await page.evaluate(`document.querySelector('#tickets').open`)).toBe(true)
    // Its texts come when they have a width.
    const take = `document.querySelector('#kinds dot-line:last-child').layout?.text`
    await expect.poll(() => page.evaluate(take)).toMatch(/./)
    // The dialog begins with its first ticket.
    await page.evaluate(`document.activeElement.blur()`)
    await page.keyboard.press('Tab')
    await page.keyboard.press('Tab')
    await page.keyboard.press('Enter')
    const taken = `document.querySelector('#taken').layout?.text`
    await expect.poll(() => page.evaluate(taken)).toMatch(/^Taken: /)
    await page.keyboard.press('Escape')
    expect(await page.evaluate(`document.querySelector('#tickets').open`)).toBe(false)
  })

  it('works under its content security policy', () => {
    expect(said.filter(line => /Content Security Policy/.test(line))).toEqual([])
  })
})

it('the page gets loaded faces only, as browsers may hide texts in others', async () => {
  await page.addInitScript(() => {
    const { add } = FontFaceSet.prototype
    const given: string[] = []
    Reflect.set(window, 'given', given)
    FontFaceSet.prototype.add = function (face) {
      given.push(face.status)
      return add.call(this, face)
    }
  })
  await page.reload()
  await ready()
  const given = await page.evaluate<string[]>('window.given')
  expect(given.length).toBeGreaterThan(2)
  expect(new Set(given)).toEqual(new Set(['loaded']))
})
