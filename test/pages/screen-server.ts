// Takes over texts that a server wrote: the page is made by the test.
import { defineSheet, openFonts } from 'dot-line'
import { allFaces } from 'dot-line/fonts/all'
import { provideText, type TextProvider } from 'dot-line/screen'
import { serverSheet } from './server-sheet.ts'

declare global {
  interface Window {
    provider?: TextProvider
    ready?: true
    takeOver?: () => Promise<void>
  }
}

window.takeOver = async () => {
  const fonts = await openFonts({ builtIn: allFaces, loading: 'lazy' })
  window.provider = provideText(document, { sheet: defineSheet(serverSheet), fonts })
  await window.provider.settled()
}
window.ready = true
