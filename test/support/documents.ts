import { type Drawing, defineSheet, type Item, type Layout, openFonts } from 'dot-line'
import { type DocumentSource, setDocument } from 'dot-line/document'

export const fonts = await openFonts()
export const sheet = defineSheet({
  styles: {
    defaults: { family: 'serif', size: 11, leading: 1.4 },
    strong: { weight: 700 },
    boat: { slant: 'italic' },
    alert: {},
    link: {},
    // So low that a heading and what it is kept with have room in any column.
    'document-heading-1': { size: 12, weight: 700 },
    'document-heading-2': { size: 11, weight: 700 },
  },
})
export const set = (document: DocumentSource, more: object = {}) =>
  setDocument(document, { sheet, fonts, ...more })
export const small = { size: [260, 320], margin: 30 } as const

export interface Placed {
  readonly layout: Layout
  readonly x: number
  readonly y: number
  readonly roles: readonly string[]
}

/** The texts of a page in their order, with the roles they are in. */
export function textsOf(items: readonly Item[], roles: readonly string[] = []): Placed[] {
  return items.flatMap((item): Placed[] => {
    if (item.kind === 'group') {
      const own = item.isMarker ? 'marker' : item.role
      return textsOf(item.items, own === undefined ? roles : [...roles, own])
    }
    if (item.kind !== 'text') return []
    return [{ layout: item.layout, x: item.matrix.dx, y: item.matrix.dy, roles }]
  })
}

export const shownText = ({ lines, text }: Layout) =>
  lines.length === 0 ? '' : text.slice(lines[0].start, lines[lines.length - 1].end)

/** The texts of pages: without what stands at their head and foot, heads that are repeated, numbers of items. */
export const readOf = (pages: readonly Drawing[]) =>
  pages
    .flatMap(page => textsOf(page.items))
    .filter(({ roles }) => !roles.includes('none') && !roles.includes('marker'))

export const words = (text: string) => text.split(/\s+/).filter(Boolean)

export const sentence = (next: (below: number) => number, length: number) =>
  Array.from(
    { length },
    () => ['boats', 'harbour', 'lamp', 'crossing', 'rain', 'of', 'the', 'quay'][next(8)],
  ).join(' ')
