import { defineSheet, openFonts } from 'dot-line'
import { DotLineElement, provideText } from 'dot-line/screen'
import { expect } from 'vitest'

/** Mounts texts in a page that lays nothing out, as an application's unit tests do. */
export async function expectWordsInDom() {
  const fonts = await openFonts({ builtIn: ['sans'] })
  const sheet = defineSheet({
    styles: { body: { size: 16 }, title: { maxLines: 1 }, strong: { weight: 700 }, link: {} },
  })
  const main = document.body.appendChild(document.createElement('main'))
  const early = main.appendChild(document.createElement('dot-line'))
  early.setAttribute('markup', 'Mounted before the provision')
  const actions: string[] = []
  const provider = provideText(document, { sheet, fonts })
  const made = (attributes: Record<string, string>) => {
    const text = main.appendChild(document.createElement('dot-line'))
    for (const [name, value] of Object.entries(attributes)) text.setAttribute(name, value)
    return text
  }
  const text = made({
    'text-style': 'body',
    markup: '{boat} is ~strong[late], ~link,href=/x[why] ~action=wait[Wait]',
    values: '{"boat":"Tern"}',
  })
  const cut = made({ 'text-style': 'title', markup: 'A title of one line' })
  text.addEventListener('text-action', event => {
    if ('detail' in event) actions.push('taken')
  })
  const row = main.appendChild(document.createElement('dot-line-row'))
  row.append(made({ markup: 'in a row' }))
  await provider.settled()
  const words = (element: Element) => element.shadowRoot?.textContent
  expect(words(early)).toBe('Mounted before the provision')
  expect(words(text)).toBe('Tern is late, why Wait')
  expect(words(cut)).toBe('A title of one line')
  expect(text.shadowRoot?.querySelector('a')?.getAttribute('href')).toBe('/x')
  text.shadowRoot?.querySelector<HTMLElement>('[role=button]')?.click()
  expect(actions).toEqual(['taken'])
  text.setAttribute('values', '{"boat":"Heron"}')
  await provider.settled()
  expect(words(text)).toBe('Heron is late, why Wait')
  expect(text).toBeInstanceOf(DotLineElement)
  expect(text instanceof DotLineElement && text.layout?.text).toBe('Heron is late, why Wait')
  expect(text instanceof DotLineElement && text.problems).toEqual([])
  provider.stop()
  main.remove()
}
