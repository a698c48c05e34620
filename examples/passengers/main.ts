// Settings and news for passengers, in plain HTML: native fields in styles of the sheet, news that open in
// place, words of users in any letters.
import { DotLineElement } from 'dot-line/screen'
import { found } from '../found.ts'
import {
  appearances,
  articles,
  choose,
  fares,
  languages,
  letters,
  more,
  openTexts,
  ports,
  say,
} from './passengers.ts'

type Given = Partial<
  Pick<DotLineElement, 'message' | 'markup' | 'maxLines' | 'ellipsis' | 'values'>
>

function text(style: string, given: Given): DotLineElement {
  const element = document.createElement('dot-line')
  if (!(element instanceof DotLineElement)) throw new Error('the element is not defined')
  return Object.assign(element, { textStyle: style, ...given })
}

function within(tag: string, ...children: readonly Element[]): HTMLElement {
  const element = document.createElement(tag)
  element.append(...children)
  return element
}

const select = (id: string) => found(`#${id}`, HTMLSelectElement)
const [language, home, appearance] = ['language', 'home', 'appearance'].map(select)
const scale = found('#scale', HTMLInputElement)
const name = found('#name', HTMLInputElement)
const saved = found('#saved', DotLineElement)

const opened = articles.map(key => text('body', { message: `news.${key}-text`, maxLines: 2 }))
found('#articles', HTMLDivElement).append(
  ...articles.map((key, i) =>
    within('article', within('h3', text('port', { message: `news.${key}` })), opened[i]),
  ),
)
for (const article of opened) {
  article.addEventListener('text-action', event => {
    if (!(event instanceof CustomEvent) || event.detail.action !== 'rebook') return
    saved.message = 'news.thanks'
    saved.hidden = false
  })
}
found('#quotes', HTMLDivElement).append(
  ...letters.map(values => within('blockquote', text('body', { message: 'news.letter', values }))),
)
found('#prices', HTMLTableSectionElement).append(
  ...fares.map(({ kind, price }) =>
    within(
      'tr',
      within('td', text('body', { message: `fares.${kind}` })),
      within('td', text('price', { markup: price })),
    ),
  ),
)

function fill(field: HTMLSelectElement, words: Readonly<Record<string, string>>) {
  const { value } = field
  field.replaceChildren(
    ...Object.entries(words).map(([key, shown]) => new Option(shown, key, false, key === value)),
  )
}

async function show() {
  const own = language.value || 'en'
  const named = (keys: readonly string[], at: string) =>
    Object.fromEntries(keys.map(key => [key, say(own, `${at}.${key}`)]))
  fill(language, languages)
  fill(home, named(ports, 'ports'))
  fill(appearance, named(appearances, 'settings'))
  for (const field of document.querySelectorAll<HTMLInputElement>('[data-placeholder]')) {
    field.placeholder = say(own, field.dataset.placeholder ?? '')
  }
  for (const article of opened) article.ellipsis = more(own)
  await choose({ language: own, scale: scale.valueAsNumber, appearance: appearance.value })
}

for (const field of [language, appearance, scale]) field.addEventListener('input', show)
found('form', HTMLFormElement).addEventListener('submit', event => {
  event.preventDefault()
  const nobody = say(language.value, 'settings.nobody')
  saved.message = 'settings.saved'
  saved.values = {
    name: name.value || nobody,
    port: say(language.value, `ports.${home.value}`),
  }
  saved.hidden = false
})
await openTexts()
await show()
