// Documents that flow over pages, set in the browser: the notice in eight languages from one file, and
// the handbook of 24 pages. Pages are shown as real text, and are built into a PDF to be downloaded.

import kosugi from '@expo-google-fonts/kosugi/Kosugi_400Regular.ttf?url'
import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import arabicBold from '@expo-google-fonts/noto-sans-arabic/700Bold/NotoSansArabic_700Bold.ttf?url'
import hindi from '@expo-google-fonts/noto-sans-devanagari/400Regular/NotoSansDevanagari_400Regular.ttf?url'
import hindiBold from '@expo-google-fonts/noto-sans-devanagari/700Bold/NotoSansDevanagari_700Bold.ttf?url'
import hebrew from '@expo-google-fonts/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf?url'
import hebrewBold from '@expo-google-fonts/noto-sans-hebrew/700Bold/NotoSansHebrew_700Bold.ttf?url'
import thai from '@expo-google-fonts/noto-sans-thai/400Regular/NotoSansThai_400Regular.ttf?url'
import thaiBold from '@expo-google-fonts/noto-sans-thai/700Bold/NotoSansThai_700Bold.ttf?url'
import {
  type Drawing,
  defineCatalog,
  openFonts,
  openImage,
  type Picture,
  readSheet,
} from 'dot-line'
import { chartTextsFor } from 'dot-line/chart'
import { type DocumentLayout, readDocument, setDocument } from 'dot-line/document'
import { sans as sansFaces } from 'dot-line/fonts/sans'
import { serif } from 'dot-line/fonts/serif'
import { subsetterUrl } from 'dot-line/fonts/subsetter'
import { toHtml } from 'dot-line/html'
import { pdfChunks } from 'dot-line/pdf'
import { found } from '../found.ts'
import harbour from '../lantern-sound/harbour.png?url'
import noticeJson from '../lantern-sound/notice.json?raw'
import sheetJson from '../lantern-sound/sheet.json?raw'
import ar from '../lantern-sound/strings.ar.json' with { type: 'json' }
import de from '../lantern-sound/strings.de.json' with { type: 'json' }
import el from '../lantern-sound/strings.el.json' with { type: 'json' }
import en from '../lantern-sound/strings.en.json' with { type: 'json' }
import he from '../lantern-sound/strings.he.json' with { type: 'json' }
import hi from '../lantern-sound/strings.hi.json' with { type: 'json' }
import ja from '../lantern-sound/strings.ja.json' with { type: 'json' }
import th from '../lantern-sound/strings.th.json' with { type: 'json' }
import { handbook, passengersChart } from '../scenes/index.ts'

const documentChooser = found('#document', HTMLSelectElement)
const languageChooser = found('#language', HTMLSelectElement)
const scale = found('#scale', HTMLInputElement)
const back = found('#back', HTMLButtonElement)
const next = found('#next', HTMLButtonElement)
const pageNumber = found('#page', HTMLOutputElement)
const offer = found('#offer', HTMLElement)
const paper = found('#sheet', HTMLElement)
const alert = found('[role=alert]', HTMLParagraphElement)
const strings: Readonly<Record<string, Parameters<typeof defineCatalog>[0]>> = {
  ar,
  de,
  el,
  en,
  he,
  hi,
  ja,
  th,
}
const pageStyles = new CSSStyleSheet()
document.adoptedStyleSheets.push(pageStyles)

function tell(message: string) {
  alert.textContent = message
  alert.hidden = message === ''
}

/** So many pages are drawn for the PDF before the page may answer again. */
const pagesAtOnce = 4

try {
  const others = [
    'Noto Sans Arabic',
    'Noto Sans Hebrew',
    'Kosugi',
    'Noto Sans Thai',
    'Noto Sans Devanagari',
  ]
  const sans = { family: ['sans', ...others], weight: 'bold' } as const
  const sheet = readSheet(sheetJson, { source: 'sheet.json' }).with({
    styles: {
      defaults: {
        family: ['serif', ...others],
        size: 11,
        leading: 1.42,
        combineDigits: true,
        punctuationSpacing: 'closed',
      },
      'document-heading-1': { ...sans, size: 24, leading: 1.15 },
      'document-heading-2': { ...sans, size: 14, leading: 1.2 },
      'document-heading-3': { ...sans, size: 11, leading: 1.25 },
      'document-subtitle': { size: 13, ink: 'quiet' },
      'document-running': { family: ['sans', ...others], size: 8, ink: 'quiet' },
    },
  })
  const fonts = await openFonts({
    builtIn: [...sansFaces, ...serif],
    embedding: subsetterUrl,
    files: [arabic, arabicBold, hebrew, hebrewBold, kosugi, thai, thaiBold, hindi, hindiBold],
  })
  const { document: notice } = readDocument(noticeJson, { source: 'notice.json' })
  const downward = { ...notice, page: { ...notice.page, writingMode: 'vertical-rl' } } as const
  const picture = await openImage(harbour)

  let shown: { readonly set: DocumentLayout; readonly pages: readonly Drawing[] } | undefined
  let page = 0
  /** Which document the PDF at hand is of: what is asked for meanwhile takes its place. */
  let asked = 0

  async function lay() {
    const own = ++asked
    const [language, lines] = languageChooser.value.split(' ')
    const isHandbook = documentChooser.value === 'handbook'
    languageChooser.disabled = isHandbook
    const reader = { scale: scale.valueAsNumber }
    found('[for=scale]', HTMLOutputElement).value = `${Math.round(reader.scale * 100)} %`
    const catalogLanguage = isHandbook ? 'en' : language
    const catalog = defineCatalog(strings[catalogLanguage], { language: catalogLanguage })
    const artwork = new Map<string, Picture | Drawing>([['harbour.png', picture]])
    if (isHandbook) {
      const texts = chartTextsFor({ sheet, fonts, language: 'en' })
      const chart = passengersChart({ texts, catalog, width: 420, height: 300 })
      artwork.set('passengers', chart.drawing)
    }
    const source = isHandbook ? handbook() : lines === 'down' ? downward : notice
    const set = setDocument(source, { sheet, fonts, catalog, artwork, reader })
    shown = { set, pages: [...set.pages()] }
    page = Math.min(page, set.pageCount - 1)
    tell(set.problems.map(({ message }) => message).join('; '))
    show()
    await build(set, own)
  }

  function show() {
    if (!shown) return
    const { pages, set } = shown
    const drawing = pages[page]
    const { html, css } = toHtml(drawing)
    pageStyles.replaceSync(css)
    paper.innerHTML = html
    paper.lang = set.metadata.language ?? 'en'
    scalePage()
    pageNumber.value = `${page + 1} of ${pages.length}`
    back.disabled = page === 0
    next.disabled = page === pages.length - 1
  }

  /** As large as it goes into the window's width. */
  function scalePage() {
    const drawing = shown?.pages[page]
    const element = paper.firstElementChild
    if (!drawing || !(element instanceof HTMLElement)) return
    const { width, height } = drawing.box
    const room = document.documentElement.clientWidth - 40
    const ratio = Math.min(1.6, room / width)
    paper.style.width = `${width * ratio}px`
    paper.style.height = `${height * ratio}px`
    element.style.transform = `scale(${ratio})`
  }

  /** The PDF of a document, some pages at a time: the page stays alive. */
  async function build(set: DocumentLayout, own: number) {
    const before = offer.querySelector('a')
    if (before) URL.revokeObjectURL(before.href)
    offer.replaceChildren()
    const parts: BlobPart[] = []
    const { pages } = shown ?? { pages: [] }
    let count = 0
    for (const chunk of pdfChunks(pages, { ...set.metadata, standards: ['PDF/UA-1'] })) {
      parts.push(chunk.slice())
      if (++count % pagesAtOnce > 0) continue
      await new Promise(resolve => setTimeout(resolve))
      if (own !== asked) return
    }
    if (own !== asked) return
    const link = document.createElement('a')
    link.href = URL.createObjectURL(new Blob(parts, { type: 'application/pdf' }))
    link.download = `${documentChooser.value}-${set.metadata.language}.pdf`
    link.textContent = 'Download PDF'
    offer.replaceChildren(link)
  }

  const turn = (step: number) => {
    if (!shown) return
    page = Math.max(0, Math.min(shown.pages.length - 1, page + step))
    show()
  }
  back.addEventListener('click', () => turn(-1))
  next.addEventListener('click', () => turn(1))
  for (const control of [documentChooser, languageChooser]) {
    control.addEventListener('input', () => {
      page = 0
      lay().catch(told)
    })
  }
  scale.addEventListener('input', () => lay().catch(told))
  window.addEventListener('resize', scalePage)
  await lay()
} catch (error) {
  told(error)
}
document.documentElement.dataset.ready = 'true'

function told(error: unknown) {
  tell(error instanceof Error ? error.message : String(error))
}
