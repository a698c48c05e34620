import type { Face } from '../core.ts'
import { laysOut } from './page-abilities.ts'

/** Faces that a page sets text in, under names of their own. */
export interface PageFonts {
  /**
   * The family name of a face; it is loaded when it is first asked for, and then given to the page.
   */
  family(face: Face): string
  /** A promise that resolves once all requested faces can be shown; undefined if they can be. */
  awaited(): Promise<unknown> | undefined
  close(): void
}

/**
 * Gives a page the faces of fonts, from the bytes that text was laid out with: no policy and no
 * network stands between the two.
 */
export function pageFonts(page: Document, prefix: string): PageFonts {
  const names = new Map<string, string>()
  const given: FontFace[] = []
  const loading = new Set<Promise<unknown>>()
  let isClosed = false
  return {
    family(face) {
      let name = names.get(face.id)
      if (name === undefined) {
        name = `${prefix} ${names.size + 1}`
        names.set(face.id, name)
        if (!laysOut(page)) return name
        const fontFace = new FontFace(name, new Uint8Array(face.bytes))
        given.push(fontFace)
        // One that the page knew before it is loaded, a browser may leave texts of unseen for good.
        const loaded = fontFace.load().then(
          () => isClosed || page.fonts.add(fontFace),
          // A browser that can't read a font shows its text in another; this is reported when it is set.
          () => undefined,
        )
        loading.add(loaded)
        void loaded.then(() => loading.delete(loaded))
      }
      return name
    },
    awaited: () => (loading.size === 0 ? undefined : Promise.all(loading)),
    close() {
      isClosed = true
      for (const face of given) page.fonts.delete(face)
      names.clear()
    },
  }
}
