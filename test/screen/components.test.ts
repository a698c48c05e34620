import { openFonts } from 'dot-line'
import { renderPage } from 'dot-line/server'
import { describe, expect, it } from 'vitest'
import { sheet } from '../pages/components/sheet.ts'
import { openPage } from '../support/browser.ts'
import { builtApp } from '../support/built-app.ts'

const react18 = [
  { find: /^react-dom\//, replacement: 'react-dom-18/' },
  { find: /^react$/, replacement: 'react-18' },
  { find: /^react\//, replacement: 'react-18/' },
]

describe.each([
  ['React 19', 'react', []],
  ['React 18', 'react', react18],
  ['Vue 3', 'vue', []],
  ['Svelte 5', 'svelte', []],
] as const)('a text in %s', (framework, name, aliases) => {
  it('is rendered on a server, taken over, changed, acted on and taken away', async () => {
    const app = await builtApp('test/pages/components', name, aliases)
    const content = await app.html()
    expect(content).toContain('text-style="body"')
    expect(content).toMatch(/class="departure"/)
    const html = renderPage(
      `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${framework}</title></head>` +
        `<body><div id="root">${content}</div><script type="module" src="/built/${name}-client.js"></script></body></html>`,
      { sheet, fonts: await openFonts({ builtIn: ['sans'] }) },
    )
    expect(html.replace(/<style>[\s\S]*?<\/style>|<[^>]*>/g, '')).toContain(
      'Tern is 12 min late. More',
    )
    const { page, errors, close } = await openPage('test/pages', 'screen.html')
    page.setDefaultTimeout(20_000)
    const said: string[] = []
    page.on('console', message => {
      if (/error|warning/.test(message.type())) said.push(message.text())
    })
    await app.serve(page, 'served-app.html', html)
    await page.goto(new URL('served-app.html', page.url()).href)
    await page.waitForFunction('window.ready')
    const words = () =>
      page.evaluate<string[]>(
        `[...document.querySelectorAll('dot-line')].map(text => text.layout?.text)`,
      )
    expect(await words()).toEqual(['Tern is 12 min late. More End', '12 min'])
    await page.getByRole('button', { name: 'More' }).click()
    await expect.poll(words).toEqual(['Tern is 13 min late. More End', '13 min'])
    await page.getByRole('button', { name: 'End' }).click()
    await expect.poll(words).toEqual(['13 min'])
    expect(await page.textContent('p')).toBe('No boats')
    expect(errors).toEqual([])
    expect(said.filter(line => !line.includes('404'))).toEqual([])
    await close()
  })
})
