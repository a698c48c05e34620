import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { auditOf } from './support/audit.ts'
import { openPage, type ServedPage } from './support/browser.ts'

describe('the site', () => {
  let served: ServedPage
  let page: Page
  beforeAll(async () => {
    served = await openPage('site', '', { viewport: { width: 1280, height: 800 } })
    page = served.page
    await page.waitForSelector('[data-ready]')
  })
  afterAll(async () => {
    expect(served.errors).toEqual([])
    await served.close()
  })
  const open = async (name: string) => {
    await page.evaluate(`location.hash = '#/${name}'`)
    await page.waitForSelector(`nav a[href="#/${name}"][aria-current]`, { state: 'attached' })
  }

  it('has every page of the docs, whose links and pictures lead somewhere', async () => {
    const names = await page.$$eval('nav a', links =>
      links.map(link => link.getAttribute('href') ?? ''),
    )
    expect(names.length).toBeGreaterThan(35)
    for (const name of names.filter(one => !one.includes('reference/dot-line'))) {
      await open(name.slice(2))
      const targets = await page.$$eval('main a, main img', all =>
        all
          .map(one => one.getAttribute('href') ?? one.getAttribute('src') ?? '')
          .filter(one => !/^(#|https?:|data:|mailto:)/.test(one)),
      )
      for (const target of targets.filter(one => one !== 'THIRD-PARTY-NOTICES.md')) {
        const answer = await page.request.get(new URL(target, page.url()).href)
        expect([name, target, answer.status()]).toEqual([name, target, 200])
      }
      // Room is kept for pictures: nothing moves as they come.
      const rooms = await page.$$eval('main img', all =>
        all.map(one => [one.getAttribute('src'), one.getBoundingClientRect().height > 8]),
      )
      for (const room of rooms) expect([name, ...room]).toEqual([name, room[0], true])
    }
  })

  it('leads from the list of the reference to each name, also where another differs in case alone', async () => {
    await open('reference/README')
    const links = await page.$$eval('main a[href*="reference/dot-line#"]', all =>
      all.map(link => [link.getAttribute('href') ?? '', link.textContent ?? '']),
    )
    expect(links.length).toBeGreaterThan(150)
    await open('reference/dot-line')
    const ids = await page.$$eval('main [id]', all => all.map(one => [one.id, one.textContent]))
    expect(new Set(ids.map(([id]) => id)).size).toBe(ids.length)
    const named = new Map(ids.map(([id, name]) => [`#/reference/dot-line#${id}`, name]))
    for (const [href, name] of links) expect([href, named.get(href)]).toEqual([href, name])
  })

  it('finds words, titles first, by keyboard', async () => {
    await page.fill('#search', 'MessageFormat 2')
    expect(await page.locator('#found li').count()).toBeGreaterThan(0)
    expect(await page.locator('#found a').first().textContent()).toContain('Catalogs')
    await page.keyboard.press('Enter')
    await page.waitForSelector('nav a[href="#/catalogs"][aria-current]')
    await page.fill('#search', 'qzx')
    expect(await page.textContent('#found')).toBe('Nothing was found.')
    await page.keyboard.press('Escape')
    expect(await page.isVisible('#found')).toBe(false)
  })

  it('stays on its page where a link leads within that', async () => {
    await open('charts')
    const before = await page.title()
    await page.evaluate("location.hash = '#content'")
    await page.waitForTimeout(100)
    expect(await page.title()).toBe(before)
    await page.evaluate("location.hash = '#/fonts'")
    await expect.poll(() => page.title()).not.toBe(before)
  })

  it('runs every example that does not need Node, and an edited one', async () => {
    const names = await page.$$eval('nav a[href^="#/"]', links =>
      links.map(link => link.getAttribute('href')?.slice(2) ?? ''),
    )
    let ran = 0
    for (const name of names.filter(one => !/^(examples|reference)\//.test(one))) {
      await open(name)
      const lives = page.locator('.live')
      const count = await lives.count()
      ran += count
      for (let i = 0; i < count; i++) {
        // By keyboard: what a pointer presses may move as outputs come.
        await lives.nth(i).locator('button').first().press('Enter')
        const output = lives.nth(i).locator('output pre')
        await output.waitFor().catch(error => {
          throw new Error(`example ${i} of ${name} says nothing`, { cause: error })
        })
        const said = await lives.nth(i).locator('output').getAttribute('class')
        expect([name, i, said, said === 'wrong' && (await lives.nth(i).textContent())]).toEqual([
          name,
          i,
          '',
          false,
        ])
      }
    }
    expect(ran).toBeGreaterThan(25)
    await open('recipes')
    const first = page.locator('.live').first()
    await first.locator('button', { hasText: 'Edit' }).click()
    await first
      .locator('textarea')
      .fill((await first.locator('textarea').inputValue()).replace('maxLines: 2', 'maxLines: 1'))
    await first.locator('button').click()
    await expect.poll(() => first.locator('output pre').textContent()).toMatch(/^1 /)
    expect(await first.locator('img').getAttribute('src')).toContain('data:image/svg+xml')
    await first.locator('textarea').fill("import { nothing } from 'dot-line'\nnothing()")
    await first.locator('button').click()
    await expect.poll(() => first.locator('output').getAttribute('class')).toBe('wrong')
    await first.locator('textarea').fill("import { toSvg } from 'dot-line/svgs'\ntoSvg()")
    await first.locator('button').click()
    await expect
      .poll(() => first.locator('output').textContent())
      .toBe("there is no module 'dot-line/svgs' here")
    expect(await first.locator('button').isEnabled()).toBe(true)
  })

  it('shows each application running in its page', async () => {
    const names = await page.$$eval('nav a[href^="#/examples/"]', links =>
      links.map(link => link.getAttribute('href')?.slice(2) ?? ''),
    )
    expect(names.length).toBe(7)
    for (const name of names) {
      await open(name)
      const frame = page.frameLocator('iframe.application')
      // Texts that are set, or a canvas with something on it.
      await frame.locator(':is(dot-line, canvas, svg, #sheet span):visible').first().waitFor()
      expect([name, await page.getAttribute('iframe', 'title')]).toEqual([
        name,
        await page.textContent('main h1'),
      ])
      expect(await frame.locator('[role="alert"]:visible').count()).toBe(0)
    }
  })

  it('passes the accessibility audit in light and dark and fits a phone', async () => {
    for (const name of ['README', 'checks', 'reference/problems']) {
      await open(name)
      for (let i = 0; i < 2; i++) {
        expect([name, await auditOf(page)]).toEqual([name, []])
        await page.click('#mode')
      }
    }
    await page.setViewportSize({ width: 360, height: 740 })
    for (const name of ['README', 'checks', 'recipes', 'examples/board', 'reference/dot-line']) {
      await open(name)
      expect([name, await page.evaluate('document.documentElement.scrollWidth')]).toEqual([
        name,
        360,
      ])
    }
    // There the pages are behind a button, and what is read comes first.
    expect(await page.isVisible('nav')).toBe(false)
    await page.click('#menu')
    await page.click('nav a[href="#/catalogs"]')
    await page.waitForSelector('nav a[href="#/catalogs"][aria-current]', { state: 'attached' })
    expect(await page.isVisible('nav')).toBe(false)
  })
})
