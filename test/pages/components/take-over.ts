// Takes over what a server rendered, before its texts are provided.
import { openFonts } from 'dot-line'
import { sans } from 'dot-line/fonts/sans'
import { provideText } from 'dot-line/screen'
import { sheet } from './sheet.ts'

export async function takeOver(mount: (root: HTMLElement) => void) {
  const root = document.getElementById('root')
  if (!root) throw new Error('no root')
  mount(root)
  window.provider = provideText(document, { sheet, fonts: await openFonts({ builtIn: sans }) })
  await window.provider.settled()
  window.ready = true
}
