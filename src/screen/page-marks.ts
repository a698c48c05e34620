import { representativeColor, type Sheet } from '../core.ts'
import { colorText, defaultPrefix } from '../notation/index.ts'
import { isPage } from './page-abilities.ts'

/**
 * Marks a page for its stylesheets: the text scale, and the current inks. Decoration with an upper
 * scale is hidden above it.
 */
export function markPage(root: Element | Document, sheet: Sheet, scale: number) {
  const element = isPage(root) ? root.documentElement : root
  if (!(element instanceof HTMLElement)) return
  element.style.setProperty(`--${defaultPrefix}text-scale`, String(scale))
  for (const name of sheet.inkNames) {
    // Named as `writeCss` names them.
    const property = `--${defaultPrefix}ink-${name.replaceAll('.', '-')}`
    element.style.setProperty(property, colorText(representativeColor(sheet.ink(name))))
  }
  for (const one of root.querySelectorAll('[data-dotline-decoration-up-to]')) {
    const most = Number(one.getAttribute('data-dotline-decoration-up-to'))
    if (one instanceof HTMLElement) one.hidden = scale > most
  }
}
