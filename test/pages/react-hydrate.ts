// Takes over what a server rendered, before its texts are provided.
import { openFonts } from 'dot-line'
import { provideText } from 'dot-line/screen'
import { createElement } from 'react'
import { hydrateRoot } from 'react-dom/client'
import { Departure, sheet } from './react-app.ts'

const main = document.querySelector('main')
if (!main) throw new Error('no main')
hydrateRoot(main, createElement(Departure))
window.provider = provideText(document, { sheet, fonts: await openFonts({ builtIn: ['sans'] }) })
await window.provider.settled()
window.ready = true
