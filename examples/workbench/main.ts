// The workbench with the sheet and the texts of the scenario.

import japanese from '@expo-google-fonts/kosugi/Kosugi_400Regular.ttf?url'
import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import arabicBold from '@expo-google-fonts/noto-sans-arabic/700Bold/NotoSansArabic_700Bold.ttf?url'
import hebrew from '@expo-google-fonts/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf?url'
import hebrewBold from '@expo-google-fonts/noto-sans-hebrew/700Bold/NotoSansHebrew_700Bold.ttf?url'
import { openFonts } from 'dot-line'
import { allFaces } from 'dot-line/fonts/all'
import sheetJson from '../lantern-sound/sheet.json?raw'
import ar from '../lantern-sound/strings.ar.json' with { type: 'json' }
import de from '../lantern-sound/strings.de.json' with { type: 'json' }
import el from '../lantern-sound/strings.el.json' with { type: 'json' }
import en from '../lantern-sound/strings.en.json' with { type: 'json' }
import he from '../lantern-sound/strings.he.json' with { type: 'json' }
import ja from '../lantern-sound/strings.ja.json' with { type: 'json' }
import { openWorkbench } from './workbench.ts'

interface Texts {
  readonly [key: string]: string | Texts
}

const catalogs: Readonly<Record<string, Texts>> = { en, de, el, ar, he, ja }

/** A text by its key, groups by the parts of it. */
function textIn(texts: Texts, key: string): string | undefined {
  let at: string | Texts | undefined = texts
  for (const name of key.split('.')) at = typeof at === 'object' ? at[name] : undefined
  return typeof at === 'string' ? at : undefined
}

const keys = ['board.notice', ...Object.keys(en.board).map(name => `board.${name}`)]

openWorkbench(
  {
    sheet: { name: 'sheet.json', text: sheetJson },
    languages: Object.keys(catalogs),
    keys: [...new Set(keys)],
    // A lamp is what only the board's application fills in.
    markupOf: (key, language) => textIn(catalogs[language], key)?.replace('{lamp} ', ''),
    valuesOf: () => ({
      ...{ port: 'Saint Orrin’s Landing', date: '9 April', boat: 'Little Auk' },
      ...{ berth: 3, minutes: 12 },
    }),
  },
  await openFonts({ builtIn: allFaces, files: [arabic, arabicBold, hebrew, hebrewBold, japanese] }),
)
