// What both pages of the example share: its sheet, its texts in three languages, and what is new.
import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import arabicBold from '@expo-google-fonts/noto-sans-arabic/700Bold/NotoSansArabic_700Bold.ttf?url'
import {
  type Catalog,
  defineCatalog,
  openFonts,
  plainText,
  readSheet,
  richToMarkup,
} from 'dot-line'
import { mono700 } from 'dot-line/fonts/mono-700'
import { sans } from 'dot-line/fonts/sans'
import { openHyphenation } from 'dot-line/hyphenation'
import { provideText, type TextProvider } from 'dot-line/screen'
import sheetJson from '../lantern-sound/sheet.json?raw'
import ar from './strings.ar.json' with { type: 'json' }
import de from './strings.de.json' with { type: 'json' }
import en from './strings.en.json' with { type: 'json' }

const english = defineCatalog(en, { language: 'en' })
const catalogs: Readonly<Record<string, Catalog>> = {
  en: english,
  de: defineCatalog(de, { language: 'de', fallback: english }),
  ar: defineCatalog(ar, { language: 'ar', fallback: english }),
}

export const sheet = readSheet(sheetJson, { source: 'sheet.json' }).with({
  styles: {
    defaults: { family: ['sans', 'Noto Sans Arabic'] },
    // Of native fields and their placeholders.
    field: { from: 'body' },
    placeholder: { ink: 'quiet' },
    // A price stays on its line.
    price: { family: 'mono', weight: 700, size: 'text', leading: 1.4, align: 'end' },
    more: { from: 'link' },
  },
})

export const languages = { en: 'English', de: 'Deutsch', ar: 'العربية' }
export const ports = ['quillhaven', 'ardle', 'orrin', 'brackwater']
export const appearances = ['system', 'light', 'dark']
export const articles = ['pier', 'bicycles', 'ticket']
export const fares = [
  { kind: 'single', price: '4.20' },
  { kind: 'return', price: '7.40' },
  { kind: 'season', price: '96.00' },
]
/** Names and words of passengers, in whatever letters they write. */
export const letters = [
  { name: 'Ines 東', words: 'The crew of the Sea Holly waited for us. 🙏' },
  {
    name: 'Wren',
    words: 'https://lantern-sound.example/letters/2026/what-we-saw-from-the-night-boat',
  },
]

/** What the passenger has chosen. */
export interface Choice {
  readonly language: string
  readonly scale: number
  readonly appearance: string
}

let provider: TextProvider | undefined

/** Words that are no element: those of placeholders, options and titles. */
export const say = (language: string, key: string) =>
  plainText((catalogs[language] ?? english).text(key))

/** The mark of a cut article, which opens it. */
export const more = (language: string) =>
  richToMarkup((catalogs[language] ?? english).text('news.more'))

/** Provides the texts of the page. The words stand among the page's own. */
export async function openTexts() {
  provider = provideText(document, {
    sheet,
    fonts: await openFonts({
      loading: 'lazy',
      builtIn: [...sans, mono700],
      files: [
        { source: arabic, family: 'Noto Sans Arabic' },
        { source: arabicBold, family: 'Noto Sans Arabic', weight: 700 },
      ],
    }),
    hyphenation: await openHyphenation('en', 'de'),
    catalog: english,
    tree: 'light',
  })
  return provider
}

let choices = 0

/** Has the page as it was chosen; on the page `data-ready` says when it is. */
export async function choose({ language, scale, appearance }: Choice) {
  const turn = ++choices
  const page = document.documentElement
  page.dataset.ready = 'false'
  page.lang = language
  page.dir = language === 'ar' ? 'rtl' : 'ltr'
  document.title = say(language, 'title')
  page.style.setProperty('color-scheme', appearance === 'system' ? 'light dark' : appearance)
  const modes = appearance === 'system' ? undefined : appearance === 'dark' ? ['dark'] : []
  provider?.update({ catalog: catalogs[language] ?? english, modes, reader: { scale } })
  await provider?.settled()
  if (turn === choices) page.dataset.ready = 'true'
}
