// Four charts whose texts are all of one sheet. Sheet, language, text size and width change them
// live: labels wrap, turn, move or give way, and nothing overlaps. Each mark has a note, by pointer
// or by arrow keys, which also tells what a label had no room to say.

import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import arabicBold from '@expo-google-fonts/noto-sans-arabic/700Bold/NotoSansArabic_700Bold.ttf?url'
import { type Catalog, defineCatalog, openFonts, readSheet, type Sheet } from 'dot-line'
import { chartTextsFor } from 'dot-line/chart'
import { sans } from 'dot-line/fonts/sans'
import { serif } from 'dot-line/fonts/serif'
import { found } from '../found.ts'
import sheetJson from '../lantern-sound/sheet.json?raw'
import ar from '../lantern-sound/strings.ar.json' with { type: 'json' }
import de from '../lantern-sound/strings.de.json' with { type: 'json' }
import el from '../lantern-sound/strings.el.json' with { type: 'json' }
import en from '../lantern-sound/strings.en.json' with { type: 'json' }
import { passengersChart, stopsChart, ticketsChart, tideChart } from '../scenes/index.ts'
import { chartView } from './chart-view.ts'

const sheetChooser = found('#sheet', HTMLSelectElement)
const languageChooser = found('#language', HTMLSelectElement)
const scale = found('#scale', HTMLInputElement)
const width = found('#width', HTMLInputElement)
const alert = found('[role=alert]', HTMLParagraphElement)
const main = found('main', HTMLElement)

const english = defineCatalog(en, { language: 'en' })
const catalogs: Readonly<Record<string, Catalog>> = {
  en: english,
  de: defineCatalog(de, { language: 'de', fallback: english }),
  el: defineCatalog(el, { language: 'el', fallback: english }),
  ar: defineCatalog(ar, { language: 'ar', fallback: english }),
}
const charts = {
  passengers: passengersChart,
  tickets: ticketsChart,
  tide: tideChart,
  stops: stopsChart,
}

function tell(message: string) {
  alert.textContent = message
  alert.hidden = message === ''
}

try {
  const family = ['sans', 'Noto Sans Arabic']
  const light: Sheet = readSheet(sheetJson, { source: 'sheet.json' }).with({
    styles: { defaults: { family } },
  })
  const sheets: Readonly<Record<string, Sheet>> = {
    light,
    dark: light.mode('dark'),
    serif: light.with({ styles: { defaults: { family: ['serif', 'Noto Sans Arabic'] } } }),
  }
  const fonts = await openFonts({ builtIn: [...sans, ...serif], files: [arabic, arabicBold] })
  const views = Object.entries(charts).map(([name, chart]) => ({
    chart,
    view: chartView(main, name),
  }))

  const draw = () => {
    const language = languageChooser.value
    const direction = language === 'ar' ? 'rtl' : 'ltr'
    const sheet = sheets[sheetChooser.value].with({ styles: { defaults: { direction } } })
    const texts = chartTextsFor({
      sheet,
      fonts,
      language,
      reader: { scale: scale.valueAsNumber },
      problems: 'collect',
    })
    document.documentElement.dataset.sheet = sheetChooser.value
    found('[for=scale]', HTMLOutputElement).value = `${Math.round(scale.valueAsNumber * 100)} %`
    found('[for=width]', HTMLOutputElement).value = width.value
    const room = Math.min(width.valueAsNumber, main.clientWidth - 40)
    // Larger text needs more room below each other as well.
    const least = texts.typesetter.scaleLength(300)
    const size = { width: room, height: Math.round(Math.max(least, Math.min(room * 0.7, 560))) }
    for (const { chart, view } of views) {
      view.show(chart({ texts, catalog: catalogs[language], ...size }), texts)
    }
    tell('')
  }

  // Of many changes within a frame the last is drawn.
  let isAsked = false
  const ask = () => {
    if (isAsked) return
    isAsked = true
    requestAnimationFrame(() => {
      isAsked = false
      draw()
    })
  }
  for (const control of [sheetChooser, languageChooser, scale, width]) {
    control.addEventListener('input', ask)
  }
  window.addEventListener('resize', ask)
  draw()
  document.documentElement.dataset.ready = 'true'
} catch (error) {
  tell(error instanceof Error ? error.message : String(error))
}
