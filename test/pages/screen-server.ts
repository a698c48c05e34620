// Takes over texts that a server wrote: the page is made by the test.
import { defineSheet, openShelf } from 'dot-line'
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
  const shelf = await openShelf({ load: 'when-used' })
  window.provider = provideText(document, { sheet: defineSheet(serverSheet), shelf })
  await window.provider.settled()
}
window.ready = true
