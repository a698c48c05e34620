import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openPage, type ServedPage } from '../support/browser.ts'
import { readPdf } from '../support/pdf.ts'

let served: ServedPage
let page: Page
const said: string[] = []

beforeAll(async () => {
  served = await openPage('test/pages', 'screen.html', { viewport: { width: 700, height: 900 } })
  page = served.page
  page.on('console', message => said.push(message.text()))
  // The page's policy lets in no script by its text, which waiting for a function would be.
  while (!(await page.evaluate('window.ready === true'))) await page.waitForTimeout(50)
})
afterAll(async () => {
  await served?.close()
})

/** Runs in the page, then waits until all texts are written. */
async function change<T>(script: string): Promise<T> {
  return page.evaluate<T>(`(async () => {
    const result = await (async () => { ${script} })()
    await window.provider.settled()
    return result
  })()`)
}
const layoutOf = (id: string) =>
  page.evaluate<{
    text: string
    lines: number
    height: number
    shown: number
    width: number
  }>(`(() => {
    const element = document.querySelector('#${id}')
    const { text, lines, height, width } = element.layout
    return { text, lines: lines.length, height, width, shown: element.getBoundingClientRect().height }
  })()`)

/** Texts for a page whose lines each have a place of their own, as the script that makes them. */
const lateBoats = (count: number) => `Array.from({ length: ${count} }, (_, i) => {
  const text = document.createElement('dot-line')
  text.markup = 'Boat ' + i + ' to Saint Orrin’s Landing is late by an hour and more'
  text.overrides = { firstIndent: 4 }
  return text
})`

describe('a text element', () => {
  it('is as wide as its box and as high as its lines, under a strict policy', async () => {
    const notice = await layoutOf('notice')
    expect(notice.text).toContain('Saint Orrin’s Landing')
    expect(notice.width).toBe(300)
    expect(notice.lines).toBeGreaterThan(2)
    expect(Math.abs(notice.shown - notice.height)).toBeLessThan(0.05)
    expect((await layoutOf('plain')).text).toBe('Boats to Quillhaven are late.')
    expect(served.errors).toEqual([])
    expect(said.filter(line => /Content Security Policy/.test(line))).toEqual([])
  })

  it('has its letters at the positions of its layout, whatever the styles of the page', async () => {
    const [off, colors, hosts] = await page.evaluate<[number[], string[], string]>(`(() => {
      const element = document.querySelector('#notice')
      const block = element.shadowRoot.querySelector('[lang]')
      const around = element.getBoundingClientRect()
      const walker = document.createTreeWalker(block, NodeFilter.SHOW_TEXT)
      const range = document.createRange()
      const off = []
      const colors = new Set()
      let offset = 0
      for (let node = walker.nextNode(); node; node = walker.nextNode()) {
        const style = getComputedStyle(node.parentElement)
        colors.add(style.color + ' ' + style.textTransform)
        for (let i = 0; i < node.data.length; i++, offset++) {
          if (node.data[i] === ' ') continue
          range.setStart(node, i)
          range.setEnd(node, i + 1)
          const { left } = range.getBoundingClientRect()
          const [box] = window.rangeBoxes(element.layout, offset, offset + 1)
          off.push(Math.abs(left - around.left - box.x))
        }
      }
      const mark = document.createElement('span')
      mark.style.display = 'inline-block'
      block.prepend(mark)
      off.push(Math.abs(mark.getBoundingClientRect().bottom - around.top - element.layout.lines[0].baseline))
      mark.remove()
      return [off, [...colors], block.textContent]
    })()`)
    expect(hosts).toContain('Saint Orrin’s Landing')
    expect(off.length).toBeGreaterThan(60)
    expect(Math.max(...off)).toBeLessThan(0.2)
    for (const color of colors) expect(color).toMatch(/^rgb\((11, 61, 92|44, 110, 73)\) none$/)
  })

  it('wraps again when its box is resized and keeps the nodes of unchanged lines', async () => {
    const kept = await change<boolean>(`
      const element = document.querySelector('#notice')
      const first = element.shadowRoot.querySelector('[lang]').firstElementChild
      window.firstLine = first
      element.values = { port: 'Saint Orrin’s Landing' }
      element.markup = 'Boats to Saint Orrin’s Landing may end early, ~strong[or] they may not end at all today.'
      await window.provider.settled()
      const before = element.shadowRoot.querySelector('[lang]').firstElementChild
      element.markup = 'Boats to Saint Orrin’s Landing may end early, ~strong[or] they may not end before night.'
      await window.provider.settled()
      return before === element.shadowRoot.querySelector('[lang]').firstElementChild
    `)
    expect(kept).toBe(true)
    const wide = await layoutOf('notice')
    await change(
      `document.querySelector('main').style.width = '200px'; await new Promise(r => setTimeout(r, 50))`,
    )
    const narrow = await layoutOf('notice')
    expect(narrow.width).toBe(200)
    expect(narrow.lines).toBeGreaterThan(wide.lines)
    expect(Math.abs(narrow.shown - narrow.height)).toBeLessThan(0.05)
    await change(`
      document.querySelector('main').style.width = '300px'
      document.querySelector('#notice').markup = null
      await new Promise(r => setTimeout(r, 50))`)
    expect(served.errors).toEqual([])
  })

  it('flows when a reader has it translated, and is written again as a whole', async () => {
    const shown = () =>
      page.evaluate<{
        text: string
        width: number
        box: number
        height: number
        rows: number
      }>(`(() => {
        const element = document.querySelector('#notice')
        const block = element.shadowRoot.querySelector('[lang]')
        const range = document.createRange()
        range.selectNodeContents(block)
        const rects = [...range.getClientRects()].filter(({ width }) => width > 1)
        const left = element.getBoundingClientRect().left
        return {
          text: block.textContent,
          width: Math.max(...rects.map(({ right }) => right - left)),
          box: element.clientWidth,
          height: element.getBoundingClientRect().height,
          rows: new Set(rects.map(({ bottom }) => Math.round(bottom / 4))).size,
        }
      })()`)
    await change(
      `document.querySelector('#notice').markup = 'Boats to Ardle Point may end early, or they may not end at all today.'`,
    )
    const before = await shown()
    // As translators do: each stretch of text is put into two elements of their own.
    await page.evaluate(`(() => {
      const block = document.querySelector('#notice').shadowRoot.querySelector('[lang]')
      const walker = document.createTreeWalker(block, NodeFilter.SHOW_TEXT)
      const nodes = []
      for (let node = walker.nextNode(); node; node = walker.nextNode()) nodes.push(node)
      for (const node of nodes) {
        const outer = document.createElement('font')
        const inner = outer.appendChild(document.createElement('font'))
        inner.textContent = node.data.trim() + ' (translated into more words) '
        node.replaceWith(outer)
      }
    })()`)
    const translated = await shown()
    expect(translated.text).toContain('translated')
    expect(translated.width).toBeLessThanOrEqual(translated.box + 0.5)
    expect(translated.height).toBeGreaterThan(before.height * 1.4)
    expect(translated.rows).toBeGreaterThan(before.rows)
    await change(
      `document.querySelector('main').style.width = '260px'; await new Promise(r => setTimeout(r, 50))`,
    )
    const after = await shown()
    expect(after.text).toBe(before.text)
    const { height, shown: own } = await layoutOf('notice')
    expect(Math.abs(own - height)).toBeLessThan(0.05)
    await change(`
      document.querySelector('main').style.width = '300px'
      document.querySelector('#notice').markup = null
      await new Promise(r => setTimeout(r, 50))`)
    expect(await page.evaluate(`document.querySelector('#notice').layout.text`)).toContain('Orrin')
  })

  it('keeps what is selected in it when another mode colors it', async () => {
    const kept = await change<{ before: string; after: string; isSame: boolean; color: string }>(`
      const { shadowRoot } = document.querySelector('#notice')
      const line = () => shadowRoot.querySelector('[lang]')
      const before = line()
      const color = getComputedStyle(before).color
      const walker = document.createTreeWalker(before, NodeFilter.SHOW_TEXT)
      const selection = getSelection()
      const text = walker.nextNode()
      selection.setBaseAndExtent(text, 0, text, 5)
      const selected = selection.toString()
      window.provider.update({ modes: ['dark'] })
      await window.provider.settled()
      const found = { before: selected, after: selection.toString(), isSame: before === line() }
      const later = getComputedStyle(line()).color
      window.provider.update({ modes: undefined })
      await window.provider.settled()
      selection.removeAllRanges()
      return { ...found, color: color === later ? color : 'another' }
    `)
    expect(kept.before).toMatch(/^\S/)
    expect(kept.after).toBe(kept.before)
    expect(kept.isSame).toBe(true)
    expect(kept.color).toBe('another')
  })

  it('gives a row of the page the height of its text', async () => {
    const [left, right] = [await layoutOf('left'), await layoutOf('right')]
    expect(left.lines).toBe(1)
    const gap = await page.evaluate<number>(
      `document.querySelector('#right').getBoundingClientRect().left - document.querySelector('#left').getBoundingClientRect().right`,
    )
    expect(gap).toBeCloseTo(20, 1)
    expect(right.width).toBeLessThan(60)
  })

  it('follows sheet, catalog, language and settings that change', async () => {
    const color = () =>
      page.evaluate<string>(
        `getComputedStyle(document.querySelector('#title').shadowRoot.querySelector('[lang]')).color`,
      )
    const before = await layoutOf('title')
    expect(await color()).toBe('rgb(11, 61, 92)')
    await change(`window.provider.update({ modes: ['dark'] })`)
    expect(await color()).toBe('rgb(217, 231, 238)')
    await change(`window.provider.update({ reader: { scale: 2, contrast: 'more' } })`)
    // Dark with more contrast is a mode of its own.
    expect(await color()).toBe('rgb(255, 255, 255)')
    expect((await layoutOf('title')).height).toBeGreaterThan(before.height * 1.4)
    await change(
      `window.provider.update({ catalog: window.german, reader: {}, modes: undefined }); document.documentElement.lang = 'de'`,
    )
    expect((await layoutOf('title')).text).toBe('Abfahrten')
    await page.emulateMedia({ colorScheme: 'dark' })
    await expect.poll(color).toBe('rgb(217, 231, 238)')
    await page.emulateMedia({ colorScheme: 'light' })
    await change(
      `window.provider.update({ catalog: window.english }); document.documentElement.lang = 'en'`,
    )
    expect(await color()).toBe('rgb(11, 61, 92)')
  })

  it('is read from right to left where the page says so', async () => {
    await change(`document.documentElement.dir = 'rtl'`)
    const direction = await page.evaluate(
      `document.querySelector('#plain').layout.paragraphs[0].direction`,
    )
    expect(direction).toBe('rtl')
    await change(`document.documentElement.removeAttribute('dir')`)
  })

  it('shows wrong input as plain text and reports each mistake once', async () => {
    expect((await layoutOf('wrong')).text).toContain('Tea is')
    expect((await layoutOf('lost')).text).toBe('nowhere')
    expect((await layoutOf('kept')).text).toBe('Boats {today}')
    const codes = await page.evaluate<string[]>(
      `window.problems.map(problem => problem.code + ' ' + problem.message)`,
    )
    expect(codes.filter(code => /unknown-style.*boddy/.test(code)).length).toBe(1)
    expect(codes.filter(code => /bad-values.*port: 1/.test(code)).length).toBe(1)
    expect(codes.filter(code => /unknown-key.*nowhere/.test(code)).length).toBe(1)
    // What a property says goes before what an attribute said wrongly.
    const mended = await change<string[]>(`
      const element = document.createElement('dot-line')
      element.setAttribute('values', '{port: 1}')
      element.markup = 'to {port}'
      document.querySelector('main').append(element)
      await window.provider.settled()
      const codes = () => element.problems.map(problem => problem.code).join()
      const before = codes()
      element.values = { port: 'Ardle Point' }
      await window.provider.settled()
      const after = codes() + element.layout.text
      element.remove()
      return [before, after]`)
    expect(mended).toEqual([expect.stringContaining('bad-values'), 'to Ardle Point'])
    expect(served.errors).toEqual([])
  })

  it('reports unknown attributes and invalid values as long as they are present', async () => {
    const [before, after] = await change<readonly [string, string]>(`
      const holder = document.createElement('div')
      const trusted = trustedTypes.createPolicy('for-tests', { createHTML: html => html })
      holder.innerHTML = trusted.createHTML('<dot-line textstyle="body" max-line="2" max-lines="two" align="centre" ' +
        'paint="ink" markup="Boats" class="a" data-v-1="" v-cloak ng-version="1" tabindex="-1" ' +
        'translate="no" aria-live="off" @click="go" :key="1" itemprop="name"></dot-line>')
      const element = holder.firstChild
      document.querySelector('main').append(element)
      await window.provider.settled()
      const told = () => element.problems
        .map(({ severity, message, nearest }) => severity + ': ' + message + '; ' + nearest).join(' | ')
      const before = told()
      element.maxLines = 2
      for (const name of ['align', 'paint']) element.removeAttribute(name)
      await window.provider.settled()
      const after = told()
      element.remove()
      return [before, after]`)
    const misnamed = [
      "warning: <dot-line> has no attribute 'textstyle'; text-style",
      "warning: <dot-line> has no attribute 'max-line'; max-lines",
    ]
    expect(before.split(' | ')).toEqual([
      ...misnamed,
      "error: max-lines of <dot-line> may not be 'two'; undefined",
      "error: align of <dot-line> may not be 'centre'; center",
      "error: paint of <dot-line> may not be 'ink'; undefined",
    ])
    expect(after.split(' | ')).toEqual(misnamed)
  })

  it('has the real text over what is drawn or painted', async () => {
    for (const id of ['drawn', 'painted']) {
      const found = await page.evaluate<{ text: string; color: string; picture: number }>(`(() => {
        const { shadowRoot } = document.querySelector('#${id}')
        const block = shadowRoot.querySelector('[lang]')
        return {
          text: block.innerText.trim(),
          color: getComputedStyle(block.querySelector('span span')).color,
          picture: block.querySelectorAll('svg path, canvas').length,
        }
      })()`)
      expect(found.text).toMatch(/Drawn as shapes|Painted on a canvas/)
      expect(found.color).toBe('rgba(0, 0, 0, 0)')
      expect(found.picture).toBeGreaterThan(0)
    }
  })

  it('keeps properties that were set before its definition', async () => {
    expect((await layoutOf('early')).text).toBe('Quillhaven first')
  })

  it('is copied as it reads, over several elements', async () => {
    const text = await page.evaluate<string>(`(() => {
      const selection = getSelection()
      selection.selectAllChildren(document.querySelector('#plain').shadowRoot.querySelector('[lang]'))
      return selection.toString()
    })()`)
    expect(text.replace(/\\s+/g, ' ').trim()).toBe('Boats to Quillhaven are late.')
  })
})

describe('settings of the reader and of the application', () => {
  const inkOfTitle = () =>
    page.evaluate<string>(
      `getComputedStyle(document.querySelector('#title').shadowRoot.querySelector('[lang]')).color`,
    )

  it('combines: two modes may have one of their own', async () => {
    await change(`window.provider.update({ modes: ['dark'], reader: { contrast: 'more' } })`)
    expect(await inkOfTitle()).toBe('rgb(255, 255, 255)')
    await change(`window.provider.update({ modes: undefined, reader: {} })`)
    await expect(change(`window.provider.update({ modes: ['dusk'] })`)).rejects.toThrow('dusk')
  })

  it('uses faces that are added while texts are shown', async () => {
    const facesOf = () =>
      page.evaluate<string[]>(
        `document.querySelector('#plain').layout.lines.flatMap(line => line.runs.map(run => run.face))`,
      )
    await change(`document.querySelector('#plain').markup = 'مرسى'`)
    expect((await facesOf()).join()).not.toContain('Arabic')
    await change(`await window.provider.current.fonts.add(window.arabic)`)
    expect((await facesOf()).join()).toContain('NotoSansArabic')
    await change(`document.querySelector('#plain').markup = null`)
  })

  it('makes a column of a row that is too narrow, and a row again; leaves decoration out at large scales', async () => {
    const state = () =>
      page.evaluate<[boolean, boolean]>(
        `[document.querySelector('#stack').hasAttribute('stacked'), document.querySelector('#decoration').hidden]`,
      )
    expect(await state()).toEqual([false, false])
    await change(`window.provider.update({ reader: { scale: 2 } })`)
    await expect.poll(state).toEqual([true, true])
    await change(`window.provider.update({ reader: {} })`)
    await expect.poll(state).toEqual([false, false])
  })

  it('has the nearest provider, also one that comes later, and the outer one behind it', async () => {
    const size = (id: string) =>
      page.evaluate<number>(`document.querySelector('#${id}').layout.lines[0].runs[0].style.size`)
    const before = await size('left')
    await change(`
      const { sheet, current: { fonts } } = { sheet: window.sheet, current: window.provider.current }
      window.inner = window.provideInside(document.querySelector('.row'), { sheet: sheet.with({ styles: { body: { size: 30 } } }), fonts })
      await window.inner.settled()`)
    expect(await size('left')).toBe(30)
    expect(await size('plain')).toBe(before)
    await change(`window.inner.stop()`)
    expect(await size('left')).toBe(before)
  })

  it('settles only after the faces that its texts need have arrived, however late', async () => {
    await page.route(/[?]late$/, async route => {
      await new Promise(resolve => setTimeout(resolve, 300))
      await route.continue()
    })
    const problems = await change<string[]>(`
      const fonts = await window.openFonts({
        loading: 'lazy',
        files: [{ source: window.arabic + '?late', family: 'Late' }],
      })
      const sheet = window.sheet.with({ styles: { defaults: { family: ['sans', 'Late'] } } })
      window.inner = window.provideInside(document.querySelector('.row'), { sheet, fonts })
      await window.inner.settled()
      const text = document.querySelector('#left')
      const { markup } = text
      text.markup = 'ميناء'
      await window.inner.settled()
      const found = text.problems.map(problem => problem.code)
      text.markup = markup
      window.inner.stop()
      return found`)
    expect(problems).toEqual([])
  })

  it('aligns a text differently where it wraps', async () => {
    const lefts = () =>
      page.evaluate<number[]>(`document.querySelector('#aligned').layout.lines.map(line => line.x)`)
    expect((await lefts())[0]).toBeGreaterThan(50)
    await change(
      `document.querySelector('#aligned').markup = 'Late today, and so are all boats to Saint Orrin’s Landing'`,
    )
    expect((await lefts()).length).toBeGreaterThan(1)
    expect(Math.max(...(await lefts()))).toBe(0)
  })

  it('reports a part of the library that cannot be fetched', async () => {
    await page.route(/packed\.woff2$/, route => route.fulfill({ body: 'wOF2 and no more' }))
    await page.route(/woff2-[\w-]+\.js$/, route => route.abort())
    const told = await change<string[]>(`
      return window.openFonts({ files: ['/packed.woff2'] }).then(
        () => ['opened'],
        error => [error.name, error.code, error.message],
      )`)
    expect(told).toEqual([
      'DotLineError',
      'missing-asset',
      expect.stringContaining('what unpacks WOFF2 fonts cannot be loaded'),
    ])
  })

  it('uses a fallback for a font that cannot be fetched and reports it', async () => {
    await change(`
      const fonts = await window.openFonts({ loading: 'lazy', files: [{ source: '/nowhere.ttf', family: 'Gone' }] })
      const styles = { defaults: { family: ['Gone', 'sans'], ink: 'deep' } }
      window.fontsBefore = window.provider.current.fonts
      window.provider.update({ fonts, sheet: window.sheet.with({ styles }) })`)
    const told = async (pattern: RegExp) =>
      (
        await page.evaluate<string[]>(
          `window.problems.map(problem => problem.code + ' ' + problem.message)`,
        )
      ).filter(line => pattern.test(line)).length
    await expect.poll(() => told(/^(unreadable|bad)-font.*nowhere/)).toBe(1)
    await expect.poll(() => told(/^missing-family.*Gone/)).toBeGreaterThan(0)
    expect((await layoutOf('plain')).text).toBe('Boats to Quillhaven are late.')
    await change(`window.provider.update({ fonts: window.fontsBefore, sheet: window.sheet })`)
    expect(served.errors).toEqual([])
  })

  it('follows the font size that is set in the browser', async () => {
    const large = await openPage(
      'test/pages',
      'screen.html',
      { viewport: { width: 700, height: 900 } },
      ['--blink-settings=defaultFontSize=24'],
    )
    try {
      while (!(await large.page.evaluate('window.ready === true')))
        await large.page.waitForTimeout(50)
      expect(await large.page.evaluate('window.provider.preferences.scale')).toBe(1.5)
      expect(
        await large.page.evaluate(
          `document.querySelector('#plain').layout.lines[0].runs[0].style.size`,
        ),
      ).toBe(24)
    } finally {
      await large.close()
    }
  })

  it('is painted as sharp as the page is zoomed', async () => {
    const canvas = () =>
      page.evaluate<[number, number]>(`(() => {
        const canvas = document.querySelector('#painted').shadowRoot.querySelector('canvas')
        return [canvas.width, canvas.getBoundingClientRect().width]
      })()`)
    const [before, shown] = await canvas()
    const session = await page.context().newCDPSession(page)
    const zoomed = { width: 350, height: 450, deviceScaleFactor: 2, mobile: false }
    await session.send('Emulation.setDeviceMetricsOverride', zoomed)
    await expect.poll(async () => (await canvas())[0]).toBe(before * 2)
    expect((await canvas())[1]).toBeCloseTo(shown, 0)
    await session.send('Emulation.clearDeviceMetricsOverride')
    await expect.poll(async () => (await canvas())[0]).toBe(before)
  })

  it('is printed as it is shown, to its end', async () => {
    const printed = await readPdf(await page.pdf())
    const text = printed.pages.flatMap(one => one.map(run => run.text)).join('')
    for (const id of ['title', 'plain', 'left', 'aligned']) {
      const { text: own } = await layoutOf(id)
      expect(text.replace(/\s/g, '')).toContain(own.replace(/\s/g, ''))
    }
  })

  it('leaves letters to the system with forced colors', async () => {
    await page.emulateMedia({ forcedColors: 'active' })
    const drawn = () =>
      page.evaluate<[number, boolean]>(`(() => {
        const block = document.querySelector('#drawn').shadowRoot.querySelector('[lang]')
        const { color } = getComputedStyle(block.querySelector('span span') ?? block)
        return [block.querySelectorAll('svg').length, color === 'rgba(0, 0, 0, 0)']
      })()`)
    await expect.poll(drawn).toEqual([0, false])
    await page.emulateMedia({ forcedColors: 'none' })
    await expect.poll(drawn).toEqual([1, true])
  })

  it('is written once the page is at rest, or when it is scrolled to', async () => {
    const [stale, near, atRest] = await page.evaluate<[number, boolean, number]>(`(async () => {
      const main = document.querySelector('main')
      main.style.width = '600px'
      const texts = ${lateBoats(200)}
      main.append(...texts)
      await window.provider.settled()
      const pause = time => new Promise(resolve => setTimeout(resolve, time))
      const isStale = text => text.shadowRoot.querySelectorAll('.dotline-frame > div > span').length !== text.layout.lines.length
      const whenNot = async holds => {
        for (let i = 0; i < 100 && holds(); i++) await pause(50)
        return holds()
      }
      const own = window.requestIdleCallback
      window.requestIdleCallback = () => 0
      main.style.width = '100px'
      await pause(50)
      const stale = texts.filter(isStale).length
      texts.at(-1).scrollIntoView()
      const near = await whenNot(() => isStale(texts.at(-1)))
      window.scrollTo(0, 0)
      window.requestIdleCallback = own
      main.style.width = '110px'
      await whenNot(() => texts.some(isStale))
      const atRest = texts.filter(isStale).length
      main.style.width = '300px'
      for (const text of texts) text.remove()
      await window.provider.settled()
      return [stale, near, atRest]
    })()`)
    expect(stale).toBeGreaterThan(50)
    expect(near).toBe(false)
    expect(atRest).toBe(0)
  })

  it('keeps the elements of centered lines', async () => {
    const [kept, rules, starts] = await page.evaluate<[boolean, number[], boolean]>(`(async () => {
      const main = document.querySelector('main')
      const text = document.createElement('dot-line')
      text.markup = 'Boats to Saint Orrin’s Landing are late by an hour and more, and nobody knows why'
      text.setAttribute('align', 'center')
      text.overrides = { firstIndent: 4 }
      main.append(text)
      await window.provider.settled()
      const lines = () => [...text.shadowRoot.querySelectorAll('.dotline-frame > div > span')]
      const count = () => text.shadowRoot.adoptedStyleSheets[1].cssRules.length
      const [first] = lines()
      const before = count()
      for (const width of [280, 260, 270, 290]) {
        main.style.width = width + 'px'
        await window.provider.settled()
      }
      const kept = lines()[0] === first
      const starts = lines().every((line, i) => {
        const own = line.querySelector('span').getBoundingClientRect().left - text.getBoundingClientRect().left
        return Math.abs(own - text.layout.lines[i].x) < 0.02
      })
      const rules = [before, count()]
      main.style.width = '300px'
      text.remove()
      await window.provider.settled()
      return [kept, rules, starts]
    })()`)
    expect(kept).toBe(true)
    expect(rules[1]).toBe(rules[0])
    expect(starts).toBe(true)
  })

  it('is written at once in the viewport, and later elsewhere', async () => {
    const [heights, unwritten, over, written] = await page.evaluate<
      [boolean, number, number, number]
    >(`(async () => {
      const main = document.querySelector('main')
      main.style.width = '600px'
      const texts = ${lateBoats(400)}
      main.append(...texts)
      await window.provider.settled()
      await new Promise(resolve => setTimeout(resolve, 100))
      const linesOf = text => text.shadowRoot.querySelectorAll('.dotline-frame > div > span').length
      window.requestIdleCallback = () => 0
      main.style.width = '120px'
      main.style.marginLeft = '500px'
      await new Promise(resolve => requestAnimationFrame(() => setTimeout(resolve, 50)))
      const heights = texts.every(text => Math.abs(text.getBoundingClientRect().height - text.layout.height) < 0.1)
      const unwritten = texts.filter(text => linesOf(text) !== text.layout.lines.length).length
      const over = document.documentElement.scrollWidth - innerWidth
      await window.provider.settled()
      const written = texts.filter(text => linesOf(text) === text.layout.lines.length).length
      main.style.width = '300px'
      main.style.marginLeft = ''
      for (const text of texts) text.remove()
      await window.provider.settled()
      return [heights, unwritten, over, written]
    })()`)
    expect(heights).toBe(true)
    expect(unwritten).toBeGreaterThan(200)
    // Lines of the old width do not make the page scroll sideways till then.
    expect(over).toBe(0)
    expect(written).toBe(400)
  })
})

describe('links and actions', () => {
  it('are one stop of the keyboard each and respond to Enter, Space and a click', async () => {
    await page.evaluate(`document.activeElement?.blur(); window.actions.length = 0`)
    const reached: string[] = []
    for (let i = 0; i < 4; i++) {
      await page.keyboard.press('Tab')
      reached.push(
        await page.evaluate<string>(`(() => {
          let active = document.activeElement
          while (active?.shadowRoot?.activeElement) active = active.shadowRoot.activeElement
          return active?.getAttribute('data-dotline-link') ?? active?.className ?? ''
        })()`),
      )
    }
    // A truncated text has nothing to do for the keyboard.
    expect(reached.slice(0, 2)).toEqual(['0', '1'])
    expect(reached).not.toContain('frame')
    await page.locator('#notice >> role=button').focus()
    await page.keyboard.press('Enter')
    await page.keyboard.press(' ')
    const actions = await page.evaluate<{ action: string; text: string }[]>('window.actions')
    expect(actions.map(({ action, text }) => [action, text])).toEqual([
      ['rebook', 'rebook'],
      ['rebook', 'rebook'],
    ])
    await page.click('#notice >> role=button[name="rebook"]')
    expect(await page.evaluate('window.actions.length')).toBe(3)
    await page.click('#notice >> role=link')
    expect(page.url()).toContain('#notice')
  })

  it('are elements with boxes, have a ring at the focus and change under the pointer', async () => {
    await page.evaluate(`document.activeElement?.blur(); document.querySelector('#title').focus()`)
    await page.keyboard.press('Tab')
    const target = page.locator('#notice >> [data-dotline-link="0"]')
    expect(await target.count()).toBe(1)
    const seen = await page.evaluate<{
      outline: string
      boxes: number
      heights: number[]
    }>(`(() => {
      const { shadowRoot } = document.querySelector('#notice')
      const link = shadowRoot.activeElement
      const boxes = [...link.getClientRects()]
      return { outline: getComputedStyle(link).outlineStyle, boxes: boxes.length, heights: boxes.map(({ height }) => height) }
    })()`)
    expect(seen.outline).toBe('solid')
    expect(seen.boxes).toBeGreaterThan(1)
    for (const height of seen.heights) expect(height).toBeGreaterThan(15)
    await target.hover()
    const colors = await page.evaluate<string[]>(`(() => {
      const link = document.querySelector('#notice').shadowRoot.querySelector('[data-dotline-link="0"]')
      return [link, ...link.querySelectorAll('*')].map(part => getComputedStyle(part).color)
    })()`)
    expect(new Set(colors)).toEqual(new Set(['rgb(200, 51, 31)']))
    await page.mouse.move(690, 890)
  })

  it('have boxes and one ring a line where lines have places of their own', async () => {
    await change(`document.querySelector('#notice').overrides = { firstIndent: 4 }`)
    await page.evaluate(`document.activeElement?.blur(); document.querySelector('#title').focus()`)
    await page.keyboard.press('Tab')
    const [rings, heights] = await page.evaluate<[number, number[]]>(`(() => {
      const { shadowRoot } = document.querySelector('#notice')
      const parts = [...shadowRoot.querySelectorAll('[data-dotline-link="0"]')]
      return [shadowRoot.querySelectorAll('.dotline-ring').length, parts.map(part => part.getBoundingClientRect().height)]
    })()`)
    expect(heights.length).toBeGreaterThan(1)
    expect(rings).toBe(heights.length)
    for (const height of heights) expect(height).toBeGreaterThan(15)
    await page.click('#notice >> role=link')
    await change(`document.querySelector('#notice').overrides = undefined`)
  })
})

describe('a truncated text', () => {
  const long = 'Boats to Saint Orrin’s Landing leave early, see ~link,href=#gale[the gale warning]'
  const whole = 'Boats to Saint Orrin’s Landing leave early, see the gale warning'

  it('has its whole words as a name, and a link behind the cut that can be reached', async () => {
    await page.evaluate(`(async () => {
      const main = document.querySelector('main')
      const text = tag => {
        const around = main.appendChild(document.createElement(tag))
        around.className = 'cut'
        if (tag === 'a') around.href = '#'
        const inner = around.appendChild(document.createElement('dot-line'))
        inner.maxLines = 1
        inner.markup = ${JSON.stringify(long)}
        inner.style.width = '200px'
      }
      for (const tag of ['button', 'h2', 'p', 'a']) text(tag)
      await window.provider.settled()
    })()`)
    for (const role of ['button', 'heading', 'link'] as const) {
      expect(await page.getByRole(role, { name: whole }).count(), role).toBe(1)
    }
    const link = page.locator('p.cut >> role=link')
    expect(await link.textContent()).toBe('the gale warning')
    await link.focus()
    const box = await link.boundingBox()
    expect(box?.height).toBeGreaterThan(10)
    expect(box?.width).toBeGreaterThan(50)
    await link.click()
    expect(page.url()).toContain('#gale')
  })

  it('is laid out where it flowed before it was taken out and changed', async () => {
    const [before, after] = await page.evaluate<[number, number]>(`(async () => {
      const text = document.createElement('dot-line')
      text.markup = ${JSON.stringify(long)}
      text.style.width = '200px'
      const main = document.querySelector('main')
      main.append(text)
      await window.provider.settled()
      const before = text.getBoundingClientRect().height
      text.remove()
      text.maxLines = 1
      main.append(text)
      await window.provider.settled()
      const after = text.getBoundingClientRect().height
      text.remove()
      return [before, after]
    })()`)
    expect(before).toBeGreaterThan(40)
    expect(after).toBeLessThan(30)
  })

  it('opens in place', async () => {
    const lines = () =>
      page.evaluate<number>(`document.querySelector('p.cut dot-line').layout.lines.length`)
    expect(await lines()).toBe(1)
    await change(`document.querySelector('p.cut dot-line').open = true`)
    expect(await lines()).toBeGreaterThan(1)
    await change(`for (const one of document.querySelectorAll('.cut')) one.remove()`)
  })
})

describe('the content of an element', () => {
  it('keeps its elements as styles and links, and reports others', async () => {
    const [html, codes] = await page.evaluate<[string, string[]]>(`(async () => {
      const text = document.createElement('dot-line')
      const [bold, link, video] = ['b', 'a', 'video'].map(name => document.createElement(name))
      bold.append('bold')
      link.append('link')
      link.href = '/x'
      video.append('v')
      text.append('hello ', bold, '  ', link, ' ', video)
      document.querySelector('main').append(text)
      await window.provider.settled()
      const { innerHTML } = text.shadowRoot
      const codes = text.problems.map(({ code }) => code)
      text.remove()
      return [innerHTML, codes]
    })()`)
    expect(html.replace(/<[^>]*>/g, '')).toBe('hello bold link v')
    expect(html).toContain('href="/x"')
    expect(codes).toEqual(['unsupported-tag'])
  })
})

describe('a frame of an element', () => {
  it('has height, fit, overrides and an ellipsis, and reports wrong ones', async () => {
    const [heights, sizes, ink, cut, problems] = await page.evaluate<
      [number[], number[], string, string, string[]]
    >(`(async () => {
      const text = document.createElement('dot-line')
      text.markup = 'Boats to Saint Orrin’s Landing are late by an hour and more, and nobody knows why'
      text.style.width = '160px'
      document.querySelector('main').append(text)
      await window.provider.settled()
      const heights = [text.getBoundingClientRect().height]
      text.height = 50
      text.setAttribute('ellipsis', ' (more)')
      await window.provider.settled()
      heights.push(text.getBoundingClientRect().height)
      const cut = text.layout.lines.at(-1).runs.find(run => run.kind === 'ellipsis').text
      text.fit = { min: 6, max: 40 }
      await window.provider.settled()
      const sizes = [text.layout.fittedSize]
      heights.push(text.getBoundingClientRect().height)
      text.fit = undefined
      text.height = undefined
      text.overrides = { ink: '#123456' }
      await window.provider.settled()
      const { color } = getComputedStyle(text.shadowRoot.querySelector('[lang]'))
      text.setAttribute('fit', 'large')
      text.setAttribute('overrides', '[1]')
      await window.provider.settled()
      const problems = text.problems.map(({ code }) => code)
      text.remove()
      return [heights, sizes, color, cut, problems]
    })()`)
    expect(heights[0]).toBeGreaterThan(60)
    expect(heights[1]).toBeLessThanOrEqual(50)
    expect(heights[2]).toBeLessThanOrEqual(50)
    expect(sizes[0]).toBeLessThan(16)
    expect(ink).toBe('rgb(18, 52, 86)')
    expect(cut).toBe(' (more)')
    expect(problems).toEqual(['bad-value', 'bad-value'])
  })
})

describe('a text that arrives word by word', () => {
  it('shows no mark of what is unfinished, and reports none', async () => {
    const [flashes, text, problems] = await change<[string[], string, string[]]>(`
      const words = ('Boats to ~strong[{port}] are ~strong[late by an hour], see ' +
        '~link,href="https://lantern-sound.example/a b"[the notice] at the quay. ').repeat(3).split(/(?=[ ~\\[{])/)
      const text = document.createElement('dot-line')
      text.textStyle = 'body'
      text.streaming = true
      text.values = { port: 'Ardle' }
      document.querySelector('main').append(text)
      const flashes = []
      let markup = ''
      for (const word of words) {
        markup += word
        text.markup = markup
        await new Promise(resolve => requestAnimationFrame(() => setTimeout(resolve)))
        const shown = text.shadowRoot?.textContent ?? ''
        if (/[~{}\\[\\]]/.test(shown)) flashes.push(shown.slice(-40))
      }
      text.streaming = false
      await window.provider.settled()
      const result = [flashes, text.layout.text, text.problems.map(({ code }) => code)]
      text.remove()
      return result`)
    expect(flashes).toEqual([])
    expect(text).toContain('Boats to Ardle are late by an hour, see the notice at the quay.')
    expect(problems).toEqual([])
  })
})

describe('an ellipsis with an action', () => {
  const put = (attributes: string) =>
    change(`
      const text = document.createElement('dot-line')
      text.id = 'opened'
      text.style.inlineSize = '300px'
      text.setAttribute('text-style', 'body')
      text.setAttribute('max-lines', '2')
      text.setAttribute('markup', 'Boats: ~action=first[one], then ' + 'a boat a day '.repeat(20) + 'and ~action=last[the last]')
      text.setAttribute('ellipsis', '… ~action=open[more]')
      ${attributes}
      window.acted = []
      text.addEventListener('text-action', event => window.acted.push(event.detail.action))
      document.querySelector('main').append(text)`)
  const opened = () => page.evaluate<boolean>(`document.querySelector('#opened').open`)
  const remove = () => change(`document.querySelector('#opened').remove()`)

  it('opens the text in place, and its reader goes on there', async () => {
    await put('')
    const more = page.locator('#opened').getByRole('button', { name: 'more', exact: true })
    expect((await layoutOf('opened')).lines).toBe(2)
    await more.click()
    await change('')
    expect(await opened()).toBe(true)
    expect((await layoutOf('opened')).lines).toBeGreaterThan(4)
    expect(await page.evaluate('acted')).toEqual(['open'])
    expect(
      await page.evaluate(`document.activeElement === document.querySelector('#opened')`),
    ).toBe(true)
    // It may be closed again.
    await change(`document.querySelector('#opened').open = false`)
    expect((await layoutOf('opened')).lines).toBe(2)
    await more.press('Enter')
    await change('')
    expect(await opened()).toBe(true)
    await remove()
  })

  it('leaves that to the page if it prevents it, and other actions are what they are', async () => {
    await put(`text.addEventListener('text-action', event => event.preventDefault())`)
    const button = (name: string) =>
      page.locator('#opened').getByRole('button', { name, exact: true })
    await button('more').click()
    await button('one').click()
    // Behind the cut: it is reached by the keyboard.
    await button('the last').press('Enter')
    expect(await page.evaluate('acted')).toEqual(['open', 'first', 'last'])
    expect(await opened()).toBe(false)
    await remove()
  })
})

describe('a tooltip', () => {
  const tip = () =>
    page.evaluate<string | undefined>(
      `document.querySelector('#cut').shadowRoot.querySelector('[role=tooltip]')?.textContent`,
    )

  it('shows the whole of a truncated text on hover and focus and closes on Escape', async () => {
    expect((await layoutOf('cut')).lines).toBe(1)
    expect(await tip()).toBeUndefined()
    await page.hover('#cut')
    await expect.poll(tip).toContain('than in summer.')
    // Styles of the page do not reach it.
    expect(
      await page.evaluate(`(() => {
        const tip = document.querySelector('#cut').shadowRoot.querySelector('[role=tooltip]')
        const { textTransform, letterSpacing, color, fontSize } = getComputedStyle(tip.querySelector('span span'))
        return [textTransform, letterSpacing, color, fontSize]
      })()`),
    ).toEqual(['none', 'normal', 'rgb(255, 255, 255)', '16px'])
    // It can be pointed at itself.
    const box = await page.evaluate<{ x: number; y: number }>(`(() => {
      const { left, top } = document.querySelector('#cut').shadowRoot.querySelector('[role=tooltip]').getBoundingClientRect()
      return { x: left + 20, y: top + 8 }
    })()`)
    await page.mouse.move(box.x, box.y)
    await page.waitForTimeout(500)
    expect(await tip()).toContain('than in summer.')
    await page.keyboard.press('Escape')
    expect(await tip()).toBeUndefined()
    await page.mouse.move(690, 890)
    expect(
      await page.evaluate(
        `document.querySelector('#cut').shadowRoot.querySelector('.dotline-frame').tabIndex`,
      ),
    ).toBe(-1)
  })

  it('has its own words, and none where they are empty or the text is whole', async () => {
    await change(`document.querySelector('#cut').tooltip = 'Ask at the quay'`)
    await page.evaluate(
      `document.querySelector('#cut').shadowRoot.querySelector('.dotline-frame').focus()`,
    )
    expect(await tip()).toBe('Ask at the quay')
    await page.evaluate(
      `document.querySelector('#cut').shadowRoot.querySelector('.dotline-frame').blur()`,
    )
    await change(`document.querySelector('#cut').tooltip = '  '`)
    expect(
      await page.evaluate(
        `document.querySelector('#cut').shadowRoot.querySelector('.dotline-frame').tabIndex`,
      ),
    ).toBe(-1)
    expect(
      await page.evaluate(
        `document.querySelector('#plain').shadowRoot.querySelector('[lang]').tabIndex`,
      ),
    ).toBe(-1)
  })

  it('opens on a long press and closes on a touch elsewhere', async () => {
    await change(`document.querySelector('#cut').tooltip = null`)
    const touch = (type: string, on: string) =>
      page.evaluate(
        `document.querySelector('${on}').dispatchEvent(new PointerEvent('${type}', { pointerType: 'touch', bubbles: true, composed: true }))`,
      )
    await touch('pointerdown', '#cut')
    await expect.poll(tip).toContain('than in summer.')
    await touch('pointerup', '#cut')
    expect(await tip()).toContain('than in summer.')
    await touch('pointerdown', '#plain')
    expect(await tip()).toBeUndefined()
    // A short touch is a tap.
    await touch('pointerdown', '#cut')
    await touch('pointerup', '#cut')
    await page.waitForTimeout(600)
    expect(await tip()).toBeUndefined()
  })
})
