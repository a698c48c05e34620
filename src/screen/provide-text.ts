import type { TextProvider, TextProvision } from './provided.ts'
import { provide } from './text-provider.ts'

/**
 * Provides the texts below an element, or of a page, with sheet, fonts, catalog and settings. Any of
 * them can be changed while texts are shown, and faces that come to the fonts are used at once.
 * Elements that are in the page already are waiting for it.
 *
 * @param root A document or an element.
 * @param provision Sheet, fonts, catalog and reader settings.
 * @returns The provider; `update` changes it, `stop` ends it.
 * @example
 * provideText(document, { sheet, fonts, catalog })
 */
export function provideText(root: Element | Document, provision: TextProvision): TextProvider {
  return provide(root, provision)
}
