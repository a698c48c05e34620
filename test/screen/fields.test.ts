import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openPage, type ServedPage } from '../support/browser.ts'

let served: ServedPage

beforeAll(async () => {
  served = await openPage('test/pages', 'containers.html')
  await served.page.waitForFunction('window.containersReady')
})
afterAll(async () => {
  await served?.close()
})

/** Makes fields, and gives how the first looks after a change. */
const looks = (change = '') =>
  served.page.evaluate<Record<string, string>>(`(async () => {
    const main = document.querySelector('main')
    if (!main.querySelector('input')) {
      for (const tag of ['input', 'textarea', 'select', 'button']) {
        const field = document.createElement(tag)
        field.dataset.dotlineStyle = 'field'
        field.placeholder = 'Port'
        main.append(field)
      }
    }
    ${change}
    await window.provider.settled()
    await new Promise(resolve => requestAnimationFrame(() => requestAnimationFrame(resolve)))
    const [input] = main.querySelectorAll('input')
    const { fontSize, lineHeight, color, fontFamily } = getComputedStyle(input)
    const others = new Set(Array.from(main.querySelectorAll('[data-dotline-style=field]'), field => {
      const style = getComputedStyle(field)
      return style.fontSize + style.fontFamily + style.color
    }))
    const loaded = [...document.fonts].some(face => fontFamily.includes(face.family) && face.status === 'loaded')
    return { fontSize, lineHeight, color, placeholder: getComputedStyle(input, '::placeholder').color, kinds: String(others.size), loaded: String(loaded) }
  })()`)

describe('fields of a page in styles of the sheet', () => {
  it('have the face, size, ink and line height of the style, and the ink of placeholders', async () => {
    expect(await looks()).toEqual({
      fontSize: '18px',
      lineHeight: '27px',
      color: 'rgb(11, 61, 92)',
      placeholder: 'rgb(91, 107, 115)',
      kinds: '1',
      loaded: 'true',
    })
  })

  it('follow the reader, modes and states', async () => {
    const larger = await looks(`window.provider.update({ reader: { scale: 2 }, modes: ['dark'] })`)
    expect(Number.parseFloat(larger.fontSize)).toBeGreaterThan(30)
    expect(larger.color).toBe('rgb(207, 232, 245)')
    await looks(`window.provider.update({ reader: {}, modes: undefined })`)
    await served.page.focus('input')
    expect((await looks()).color).toBe('rgb(165, 40, 26)')
  })

  it('report an unknown style, once', async () => {
    await looks(`main.querySelector('select').dataset.dotlineStyle = 'feild'`)
    await looks(`main.querySelector('select').append('x')`)
    expect(await served.page.evaluate('window.fieldProblems')).toEqual(['unknown-style'])
  })
})
