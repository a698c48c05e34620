// The departures board as an application: texts are elements, set by one provider. Language, text
// size, appearance and contrast change while they are shown, and so do the boats.

import japanese from '@expo-google-fonts/kosugi/Kosugi_400Regular.ttf?url'
import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import arabicBold from '@expo-google-fonts/noto-sans-arabic/700Bold/NotoSansArabic_700Bold.ttf?url'
import hebrew from '@expo-google-fonts/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf?url'
import hebrewBold from '@expo-google-fonts/noto-sans-hebrew/700Bold/NotoSansHebrew_700Bold.ttf?url'
import { type Catalog, defineCatalog, openFonts, plainText, readSheet } from 'dot-line'
import { mono } from 'dot-line/fonts/mono'
import { sans } from 'dot-line/fonts/sans'
import { openHyphenation } from 'dot-line/hyphenation'
import { DotLineElement, provideText } from 'dot-line/screen'
import { found } from '../found.ts'
import sheetJson from '../lantern-sound/sheet.json?raw'
import ar from '../lantern-sound/strings.ar.json' with { type: 'json' }
import de from '../lantern-sound/strings.de.json' with { type: 'json' }
import el from '../lantern-sound/strings.el.json' with { type: 'json' }
import en from '../lantern-sound/strings.en.json' with { type: 'json' }
import he from '../lantern-sound/strings.he.json' with { type: 'json' }
import ja from '../lantern-sound/strings.ja.json' with { type: 'json' }
import { lampIcon } from '../scenes/board.ts'
import { type Departure, departures } from '../scenes/scenario.ts'

const english = defineCatalog(en, { language: 'en' })
const translated = { de, el, ar, he, ja }
const catalogs = new Map<string, Catalog>([
  ['en', english],
  ...Object.entries(translated).map(
    ([language, strings]) =>
      [language, defineCatalog(strings, { language, fallback: english })] as const,
  ),
])

/** Ports by their keys in the catalogs. */
const portKeys: Readonly<Record<string, string>> = {
  'Ardle Point': 'ardle',
  'Gannet Stair': 'gannet',
  'Saint Orrin’s Landing': 'orrin',
  'Low Emmerly': 'emmerly',
  'Brackwater-under-Heugh': 'brackwater',
  'Thistle Ness': 'thistle',
}

const family = ['sans', 'Noto Sans Arabic', 'Noto Sans Hebrew', 'Kosugi']
const sheet = readSheet(sheetJson, { source: 'sheet.json' }).with({
  styles: { defaults: { family }, time: { family: ['mono', ...family] }, port: { maxLines: 5 } },
})
const fonts = await openFonts({
  loading: 'lazy',
  builtIn: [...sans, ...mono],
  files: [
    { source: arabic, family: 'Noto Sans Arabic' },
    { source: arabicBold, family: 'Noto Sans Arabic', weight: 700 },
    { source: hebrew, family: 'Noto Sans Hebrew' },
    { source: hebrewBold, family: 'Noto Sans Hebrew', weight: 700 },
    { source: japanese, family: 'Kosugi' },
  ],
})
const hyphenation = await openHyphenation('en', 'de', 'el')
const provider = provideText(document, {
  ...{ sheet, fonts, catalog: english, hyphenation },
  onChange: () => showLamp(),
})

const language = found('#language', HTMLSelectElement)
const scale = found('#scale', HTMLInputElement)
const appearance = found('#appearance', HTMLSelectElement)
const contrast = found('#contrast', HTMLInputElement)
const board = found('#board', HTMLUListElement)
const tickets = found('#tickets', HTMLDialogElement)
const status = found('#status', HTMLParagraphElement)
const taken = found('#taken', DotLineElement)

const catalog = () => catalogs.get(language.value) ?? english
const say = (key: string) => plainText(catalog().text(key))
const portOf = ({ port }: Departure) => catalog().text(`ports.${portKeys[port]}`)

function text(
  style: string,
  given: Partial<Pick<DotLineElement, 'message' | 'markup' | 'maxLines'>>,
) {
  const element = document.createElement('dot-line')
  if (!(element instanceof DotLineElement)) throw new Error('the element is not defined')
  return Object.assign(element, { textStyle: style, ...given })
}

/** A row of the board: it becomes a column where its texts need the room. */
function row(departure: Departure) {
  const item = document.createElement('li')
  const line = document.createElement('dot-line-row')
  const where = document.createElement('div')
  where.className = 'where'
  const time = text('time', { markup: departure.time })
  const port = text('port', { markup: '{port}' })
  const boat = text('small', { message: 'board.boat' })
  const state = text('state', {})
  where.append(port, boat)
  line.append(time, where, state)
  item.append(line)
  board.append(item)
  return {
    show(now: Departure) {
      const { kind, ...values } = now.state
      port.values = { port: portOf(now) }
      boat.values = { boat: now.boat, berth: now.berth }
      state.message = `board.${kind}`
      state.values = values
    },
  }
}

let shown: readonly Departure[] = departures
const rows = departures.map(row)

function showAll() {
  for (const [i, departure] of shown.entries()) rows[i].show(departure)
  found('#place', DotLineElement).values = {
    port: catalog().text('ports.quillhaven'),
    date: catalog().text('board.date'),
  }
  showLamp()
  for (const option of appearance.options) option.text = say(`departures.${option.value}`)
}

/** Its inks are those of the modes that are on. */
function showLamp() {
  found('#notice', DotLineElement).values = {
    port: catalog().text('ports.orrin'),
    lamp: lampIcon(provider.sheet),
  }
}

let choices = 0

/** What the reader chose goes before what is set on the device. */
function choose() {
  const { value } = language
  document.documentElement.lang = value
  document.documentElement.dir = ['ar', 'he'].includes(value) ? 'rtl' : 'ltr'
  document.title = say('board.title')
  const scheme = appearance.value === 'system' ? 'light dark' : appearance.value
  document.documentElement.style.setProperty('color-scheme', scheme)
  const modes = { system: undefined, light: [], dark: ['dark'] }[appearance.value]
  provider.update({
    catalog: catalog(),
    modes,
    reader: { scale: scale.valueAsNumber, ...(contrast.checked && { contrast: 'more' }) },
  })
  scale.setAttribute('aria-valuetext', `${Math.round(scale.valueAsNumber * 100)} %`)
  showAll()
  void settle()
}

/** Says on the page when all texts stand as they were asked for: pictures and tests wait for that. */
async function settle() {
  const turn = ++choices
  document.documentElement.dataset.ready = 'false'
  await provider.settled()
  if (turn === choices) document.documentElement.dataset.ready = 'true'
}

/** One boat after the other is late, boards and is on time again. */
let turn = 0
function change() {
  const i = turn++ % shown.length
  const states: readonly Departure['state'][] = [
    { kind: 'delayed', minutes: 5 + ((turn * 7) % 40) },
    { kind: 'boarding' },
    { kind: 'onTime' },
  ]
  const now = { ...shown[i], state: states[turn % states.length] }
  shown = shown.with(i, now)
  rows[i].show(now)
  const { kind, ...values } = now.state
  const words = {
    time: now.time,
    port: portOf(now),
    state: catalog().text(`board.${kind}`, values),
  }
  status.textContent = plainText(catalog().text('departures.update', words))
}

const kinds = found('#kinds', HTMLUListElement)
for (const kind of ['single', 'return', 'season']) {
  const item = document.createElement('li')
  const take = text('body', { message: 'departures.take' })
  take.addEventListener('text-action', () => {
    taken.message = 'departures.taken'
    taken.values = { kind: catalog().text(`departures.${kind}`) }
  })
  item.append(text('port', { message: `departures.${kind}` }), take)
  kinds.append(item)
}

for (const control of [language, scale, appearance, contrast]) {
  control.addEventListener('input', choose)
}
found('#buy', HTMLButtonElement).addEventListener('click', () => tickets.showModal())
found('#close', HTMLButtonElement).addEventListener('click', () => tickets.close())
choose()
// A page may ask for another pace, or for none: those that are tested do.
const pace = Number(new URLSearchParams(location.search).get('pace') ?? 4000)
if (pace > 0) setInterval(change, pace)
