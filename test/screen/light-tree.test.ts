import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { MeasuredText } from '../pages/light.ts'
import { openPage, type ServedPage } from '../support/browser.ts'

let served: ServedPage
let page: Page
/** What the page's own paragraph looks like before there is any text of ours. */
let before: unknown

const lookOfPage = () =>
  page.evaluate(`[...document.querySelectorAll('#page, #page *')].map(element => {
    const { color, font, margin, cursor, textDecoration, outline } = getComputedStyle(element)
    return { color, font, margin, cursor, textDecoration, outline }
  })`)

beforeAll(async () => {
  served = await openPage('test/pages', 'light.html', { viewport: { width: 700, height: 900 } })
  page = served.page
  page.setDefaultTimeout(10_000)
  before = await lookOfPage()
  await page.waitForFunction('window.lightReady === true')
})
afterAll(async () => {
  await served?.close()
})

const measure = (attributes: Readonly<Record<string, string>>) =>
  page.evaluate<readonly MeasuredText[]>(`measureTexts(${JSON.stringify(attributes)})`)

/** Puts a text in the light in the page, with this content, and waits. */
const put = (content: string, attributes = '') =>
  page.evaluate(`(async () => {
    document.querySelector('main').innerHTML =
      ${JSON.stringify(`<dot-line tree="light" text-style="body" ${attributes}>${content}</dot-line>`)}
    await provider.settled()
  })()`)

const words = () => page.evaluate<string>(`document.querySelector('dot-line').textContent`)

describe('a text in the light', () => {
  it.each([
    ['plain', { markup: 'The boat to Ardle Point leaves at noon from the second quay' }],
    ['styled', { markup: 'Boats are ~strong[late], ~link,href=#page[ask at the quay] for times' }],
    [
      'one that the browser breaks elsewhere',
      { markup: 'See https://quay.example/boats/late/today' },
    ],
    ['with a backing', { markup: 'Boats are ~backed[late] today, all of them' }],
    ['truncated', { markup: 'The boat to Ardle Point leaves at noon', 'max-lines': '1' }],
    ['as a picture', { markup: 'The boat to Ardle Point leaves', paint: 'svg' }],
    ['a list', { markup: 'The boat to Ardle Point\nleaves at noon', 'text-style': 'steps' }],
    ['on a canvas', { markup: 'The boat to Ardle Point leaves', paint: 'canvas' }],
  ])('is as in a shadow tree, whatever the page’s styles say: %s', async (_, attributes) => {
    const [shadow, light] = await measure(attributes)
    expect([light.width, light.height]).toEqual([shadow.width, shadow.height])
    expect(light.ink).toBe(shadow.ink)
    expect(light.letters.length).toBe(shadow.letters.length)
    for (const [i, letter] of light.letters.entries()) {
      for (const [j, place] of letter.entries()) {
        expect(Math.abs(place - shadow.letters[i][j])).toBeLessThan(0.02)
      }
    }
    expect(light.words.replace(/\s+/g, ' ').trim()).toContain('oat')
  })

  it('leaves the page’s own elements as they were', async () => {
    await measure({ markup: 'Boats are ~action=ask[late]', tooltip: 'Ask' })
    expect(await lookOfPage()).toEqual(before)
  })

  it('has its words where the page’s own are', async () => {
    await put('', `markup="Boats are ~strong[late]" `)
    expect(await words()).toBe('Boats are late')
    expect(await page.getByText('Boats are late').count()).toBe(1)
    expect(await page.evaluate(`document.querySelector('dot-line').shadowRoot`)).toBeNull()
    await put('', `markup="The boat to Ardle Point leaves at noon" max-lines="1"`)
    expect(await words()).toContain('leaves at noon')
  })

  it('takes content, and follows it, whoever changes it', async () => {
    await put('Boats to <b>Quillhaven</b>')
    expect(await words()).toBe('Boats to Quillhaven')
    const change = (script: string) =>
      page.evaluate(`(async () => {
        const text = document.querySelector('dot-line')
        ${script}
        await new Promise(resolve => setTimeout(resolve))
        await provider.settled()
      })()`)
    await change(`text.textContent = 'Boats to Ardle'`)
    expect(await words()).toBe('Boats to Ardle')
    // As frameworks do: the node that they gave is written again.
    await page.evaluate(`(async () => {
      const text = document.createElement('dot-line')
      text.setAttribute('tree', 'light')
      window.given = document.createTextNode('one boat')
      text.append(window.given)
      document.querySelector('main').replaceChildren(text)
      await provider.settled()
    })()`)
    await change(`window.given.data = 'two boats'`)
    expect(await words()).toBe('two boats')
    await change(`text.append(' and a ferry')`)
    expect(await words()).toContain('and a ferry')
    await change(`text.textContent = ''`)
    expect(await words()).toBe('')
  })

  it('says its lists as lists, whose items have all their lines', async () => {
    const steps = 'Take the boat to Ardle Point\nWalk along the quay until you see the lamp\nWait'
    await page.evaluate(`(async () => {
      document.querySelector('main').innerHTML =
        '<dot-line tree="light" text-style="steps" style="inline-size: 180px"></dot-line>' +
        '<dot-line text-style="steps"></dot-line><dot-line tree="light">one\\ntwo</dot-line>'
      for (const text of document.querySelectorAll('dot-line[text-style]')) text.markup = ${JSON.stringify(steps)}
      await provider.settled()
    })()`)
    const lists = page.getByRole('list')
    expect(await lists.count()).toBe(2)
    for (const list of await lists.all()) {
      const items = list.getByRole('listitem')
      expect((await items.allTextContents()).map(words => words.trim())).toEqual(steps.split('\n'))
    }
    // A change of one item stays one list.
    await page.evaluate(`(async () => {
      document.querySelector('dot-line').markup = 'Wait\\nWait'
      await new Promise(resolve => setTimeout(resolve))
      await provider.settled()
    })()`)
    expect(await lists.first().getByRole('listitem').allTextContents()).toEqual(['Wait\n', 'Wait'])
  })

  it('goes into a shadow tree and back', async () => {
    await put('Boats to <b>Quillhaven</b>')
    const change = async (tree: string) => {
      await page.evaluate(`(async () => {
        document.querySelector('dot-line').tree = '${tree}'
        await new Promise(resolve => setTimeout(resolve))
        await provider.settled()
      })()`)
      return page.evaluate(`(() => {
        const text = document.querySelector('dot-line')
        return [text.innerHTML, text.shadowRoot?.textContent, text.getBoundingClientRect().height > 0]
      })()`)
    }
    expect(await change('shadow')).toEqual([
      'Boats to <b>Quillhaven</b>',
      'Boats to Quillhaven',
      true,
    ])
    expect(await change('light')).toEqual([expect.stringContaining('data-dotline-text'), '', true])
  })

  it('acts, shows its tooltip beside it and keeps the focus', async () => {
    await put('', `markup="Boats are ~action=ask[late]" tooltip="Ask at the quay"`)
    await page.evaluate(`(() => {
      window.acted = []
      document.querySelector('dot-line').addEventListener('text-action', event => acted.push(event.detail.action))
    })()`)
    const button = page.getByRole('button', { name: 'late' })
    await button.click()
    await button.blur()
    await button.focus()
    await page.keyboard.press('Enter')
    expect(await page.evaluate('acted')).toEqual(['ask', 'ask'])
    expect(await page.getByRole('tooltip').textContent()).toBe('Ask at the quay')
    await page.keyboard.press('Escape')
    expect(await words()).toBe('Boats are late')
  })

  it('is what a provider gives all texts below it, in a shadow tree of the page too', async () => {
    const found = await page.evaluate(`(async () => {
      provider.update({ tree: 'light' })
      const host = document.createElement('section')
      const root = host.attachShadow({ mode: 'open' })
      root.innerHTML = '<dot-line text-style="body" markup="Boats are late"></dot-line>'
      document.querySelector('main').replaceChildren(host)
      await provider.settled()
      const text = root.querySelector('dot-line')
      const { fontFamily, color } = getComputedStyle(text.firstElementChild)
      provider.update({ tree: 'shadow' })
      return [text.textContent, text.shadowRoot, fontFamily.includes("dotline"), color]
    })()`)
    expect(found).toEqual(['Boats are late', null, true, 'rgb(11, 61, 92)'])
  })

  it('has nothing to report', async () => {
    expect(served.errors).toEqual([])
    expect(await page.evaluate('said')).toEqual([])
  })
})
