// The docs as a site: the same files, searched, in light and dark, with examples that run and are edited.

import { found } from '../examples/found.ts'
import { applicationHtml } from './applications.ts'
import { groupNames, htmlOf, pages, search } from './pages.ts'
import { canRun, runExample } from './run-example.ts'

const content = found('#content', HTMLElement)
const results = found('#found', HTMLElement)
const field = found('#search', HTMLInputElement)
const mode = found('#mode', HTMLButtonElement)
const menu = found('#menu', HTMLButtonElement)

const list = found('#pages', HTMLUListElement)
for (const group of groupNames) {
  const item = document.createElement('li')
  item.textContent = group
  const inner = document.createElement('ul')
  for (const { name, title } of pages.filter(page => page.group === group)) {
    const one = document.createElement('li')
    one.append(linkTo(`#/${name}`, name === 'README' ? 'What it is' : title))
    inner.append(one)
  }
  item.append(inner)
  list.append(item)
}

function linkTo(href: string, text: string): HTMLAnchorElement {
  const link = document.createElement('a')
  link.href = href
  link.textContent = text
  return link
}

function show() {
  const asked = placeAsked()
  // A link within the page, as one that skips to its content, is no other page.
  if (asked !== '' && !asked.startsWith('#/') && content.firstChild) {
    document.getElementById(asked.slice(1))?.scrollIntoView()
    return
  }
  const [, name = 'README', anchor] = /^#\/([^#]+)(?:#(.*))?$/.exec(asked) ?? []
  const page = pages.find(one => one.name === name) ?? pages[0]
  content.innerHTML = htmlOf(page) + applicationHtml(page)
  document.title = `${page.title} · Dot Line`
  for (const link of list.querySelectorAll('a')) {
    if (link.hash === `#/${page.name}`) link.setAttribute('aria-current', 'page')
    else link.removeAttribute('aria-current')
  }
  for (const code of content.querySelectorAll('code.language-ts')) makeLive(code)
  results.hidden = true
  menu.setAttribute('aria-expanded', 'false')
  const target = anchor ? document.getElementById(anchor) : null
  if (target) target.scrollIntoView()
  else scrollTo(0, 0)
}

/** What the address asks for; one that is damaged is taken as it stands. */
function placeAsked(): string {
  try {
    return decodeURI(location.hash)
  } catch {
    return location.hash
  }
}

/** A block of code that is run where it stands, and edited if somebody asks for that. */
function makeLive(code: Element) {
  const source = (code.textContent ?? '').trimEnd()
  const block = code.parentElement
  if (!block || !canRun(source)) return
  const live = document.createElement('div')
  live.className = 'live'
  block.replaceWith(live)
  let edited: HTMLTextAreaElement | undefined
  const run = button('Run')
  const edit = button('Edit')
  const output = document.createElement('output')
  output.setAttribute('aria-live', 'polite')
  run.addEventListener('click', async () => {
    run.disabled = true
    const { printed, svg, isWrong } = await runExample(edited?.value ?? source)
    output.className = isWrong ? 'wrong' : ''
    const text = document.createElement('pre')
    text.tabIndex = 0
    text.textContent = printed.join('\n')
    const picture = document.createElement('img')
    picture.alt = 'The drawing'
    // As a picture, nothing of it can run.
    if (svg) {
      picture.src = `data:image/svg+xml,${encodeURIComponent(svg)}`
      // It comes with its size: what follows moves once.
      await picture.decode().catch(() => {})
    }
    output.replaceChildren(text, ...(svg ? [picture] : []))
    run.disabled = false
  })
  edit.addEventListener('click', () => {
    edited = document.createElement('textarea')
    edited.value = source
    edited.rows = source.split('\n').length
    edited.spellcheck = false
    edited.setAttribute('aria-label', 'Code, editable')
    block.replaceWith(edited)
    edit.remove()
    edited.focus()
  })
  const buttons = document.createElement('div')
  buttons.className = 'buttons'
  buttons.append(run, edit)
  live.append(block, buttons, output)
}

function button(words: string): HTMLButtonElement {
  const made = document.createElement('button')
  made.type = 'button'
  made.textContent = words
  return made
}

field.addEventListener('input', () => {
  const hits = search(field.value)
  results.hidden = field.value.trim() === ''
  const items = hits.map(({ page, anchor, line }) => {
    const item = document.createElement('li')
    const link = linkTo(`#/${page.name}${anchor ? `#${anchor}` : ''}`, page.title)
    const words = document.createElement('span')
    words.textContent = line.slice(0, 140)
    item.append(link, words)
    return item
  })
  const said = document.createElement(hits.length > 0 ? 'ul' : 'p')
  if (hits.length > 0) said.append(...items)
  else said.textContent = 'Nothing was found.'
  results.replaceChildren(said)
})
document.querySelector('form')?.addEventListener('submit', event => {
  event.preventDefault()
  results.querySelector('a')?.click()
})
document.addEventListener('keydown', ({ key }) => {
  if (key === 'Escape') results.hidden = true
})

// On a narrow screen the pages are behind this button, which the style sheet shows there alone.
menu.addEventListener('click', () => {
  menu.setAttribute('aria-expanded', String(menu.getAttribute('aria-expanded') === 'false'))
})

const isDark = () => document.documentElement.dataset.mode === 'dark'
function setMode(dark: boolean) {
  document.documentElement.dataset.mode = dark ? 'dark' : 'light'
  mode.setAttribute('aria-pressed', String(dark))
}
const system = matchMedia('(prefers-color-scheme: dark)')
setMode(system.matches)
system.addEventListener('change', () => setMode(system.matches))
mode.addEventListener('click', () => setMode(!isDark()))

addEventListener('hashchange', show)
show()
document.documentElement.dataset.ready = 'true'
