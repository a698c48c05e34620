// The departures board on a canvas. The slider is the reader's text scale: text grows, lines
// break anew, and the board finds room for what no longer fits beside each other.

import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import arabicBold from '@expo-google-fonts/noto-sans-arabic/700Bold/NotoSansArabic_700Bold.ttf?url'
import hebrew from '@expo-google-fonts/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf?url'
import hebrewBold from '@expo-google-fonts/noto-sans-hebrew/700Bold/NotoSansHebrew_700Bold.ttf?url'
import {
  type Catalog,
  defineCatalog,
  openFonts,
  rangeText,
  readSheet,
  typesetterFor,
} from 'dot-line'
import { paintCanvas } from 'dot-line/canvas'
import { mono } from 'dot-line/fonts/mono'
import { sans } from 'dot-line/fonts/sans'
import { found } from '../found.ts'
import sheetJson from '../lantern-sound/sheet.json?raw'
import ar from '../lantern-sound/strings.ar.json' with { type: 'json' }
import de from '../lantern-sound/strings.de.json' with { type: 'json' }
import el from '../lantern-sound/strings.el.json' with { type: 'json' }
import en from '../lantern-sound/strings.en.json' with { type: 'json' }
import he from '../lantern-sound/strings.he.json' with { type: 'json' }
import { boardDrawing } from '../scenes/board.ts'

const canvas = found('canvas', HTMLCanvasElement)
const slider = found('#scale', HTMLInputElement)
const chooser = found('#language', HTMLSelectElement)
const shown = found('output', HTMLOutputElement)
const alert = found('[role=alert]', HTMLParagraphElement)

const english = defineCatalog(en, { language: 'en' })
const catalogs: Record<string, Catalog> = {
  en: english,
  de: defineCatalog(de, { language: 'de', fallback: english }),
  el: defineCatalog(el, { language: 'el', fallback: english }),
  ar: defineCatalog(ar, { language: 'ar', fallback: english }),
  he: defineCatalog(he, { language: 'he', fallback: english }),
}

try {
  // The scripts of Arabic and Hebrew come from faces that stand in for what sans does not have.
  const family = ['sans', 'Noto Sans Arabic', 'Noto Sans Hebrew']
  const sheet = readSheet(sheetJson, { source: 'sheet.json' }).with({
    styles: { defaults: { family } },
  })
  const sheetRtl = sheet.with({ styles: { defaults: { direction: 'rtl' } } })
  const files = [arabic, arabicBold, hebrew, hebrewBold]
  const fonts = await openFonts({ builtIn: [...sans, ...mono], files })

  const paint = () => {
    const scale = slider.valueAsNumber
    const catalog = catalogs[chooser.value]
    document.documentElement.lang = chooser.value
    const shownSheet = ['ar', 'he'].includes(chooser.value) ? sheetRtl : sheet
    const typesetter = typesetterFor({ sheet: shownSheet, fonts, reader: { scale } })
    const drawing = boardDrawing({ typesetter, sheet: shownSheet, catalog }, canvas.clientWidth)
    const pixelRatio = window.devicePixelRatio
    canvas.width = Math.round(drawing.box.width * pixelRatio)
    canvas.height = Math.round(drawing.box.height * pixelRatio)
    canvas.style.height = `${drawing.box.height}px`
    const context = canvas.getContext('2d')
    if (!context) throw new Error('this browser gives no 2D context')
    paintCanvas(context, drawing, { pixelRatio })
    // What is painted is read out as well, in its language.
    const texts = drawing.items.flatMap(item => (item.kind === 'text' ? [item.layout] : []))
    canvas.lang = chooser.value
    canvas.setAttribute(
      'aria-label',
      texts.map(one => rangeText(one, 0, one.text.length)).join(' \u00b7 '),
    )
    shown.value = `${Math.round(scale * 100)} %`
  }

  slider.addEventListener('input', paint)
  chooser.addEventListener('input', paint)
  new ResizeObserver(paint).observe(canvas.parentElement ?? canvas)
  paint()
} catch (error) {
  alert.hidden = false
  alert.textContent = error instanceof Error ? error.message : String(error)
}
