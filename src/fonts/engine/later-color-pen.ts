import { laterPart } from '../later-part.ts'
import type { colorPen } from './color-pen.ts'

let loaded: typeof colorPen | undefined

/**
 * Brings what paints glyphs with colors of their own: pages fetch it with the first font that has
 * such. Fonts come while somebody waits for them; their glyphs are asked for at once.
 */
export async function loadColorPen() {
  loaded ??= (await laterPart('paints colored glyphs', () => import('./color-pen.ts'))).colorPen
}

/** Undefined before a font with colors has come. */
export const loadedColorPen = () => loaded
