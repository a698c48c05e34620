import {
  type Drawing,
  draw,
  type Fonts,
  type Hyphenation,
  type Item,
  place,
  rectangle,
  richFromText,
  rule,
  typesetterFor,
} from 'dot-line'
import type { Scene } from './board.ts'

const edge = 28
const gap = 26
const column = 230
const width = 2 * edge + 3 * column + 2 * gap

const kinds = [
  { label: 'fast: first fit', style: 'fast' },
  { label: 'even: lines about equally long', style: 'even' },
  { label: 'best: the whole paragraph, with hyphens', style: 'best' },
] as const

const cuts = [
  { label: 'cut at the end, between words', style: 'end' },
  { label: 'cut in the middle', style: 'middle' },
  { label: 'cut at the start', style: 'start' },
] as const

/** One text broken three ways, a heading broken two ways, a name cut three ways. */
export function lineKinds(
  { sheet, catalog }: Scene,
  fonts: Fonts,
  hyphenation: Hyphenation | undefined,
): Drawing {
  const styled = sheet.with({
    styles: {
      text: { from: 'body', family: 'serif', size: 14 },
      fast: { from: 'text' },
      even: { from: 'text', breaking: 'even' },
      best: { from: 'text', breaking: 'best', hyphenation: true },
      end: { from: 'body', ellipsis: { between: 'words' } },
      middle: { from: 'body', ellipsis: { at: 'middle' } },
      start: { from: 'body', ellipsis: { at: 'start' } },
    },
  })
  const { set } = typesetterFor({ sheet: styled, fonts, ...(hyphenation && { hyphenation }) })
  const values = { port: 'Brackwater-under-Heugh' }
  const text = set(catalog.text('notice.boats', values), { style: 'text' }).text
  const name = 'Lantern Sound Ferries / Winter timetable / Saint Orrin’s Landing'
  const items: (Item | readonly Item[])[] = []
  const label = (words: string, x: number, y: number) => {
    const layout = set(richFromText(words), { style: 'small', width: column })
    items.push(place(layout, x, y))
    return layout.height
  }
  const columns = kinds.map((kind, i) => ({ ...kind, x: edge + i * (column + gap) }))
  let floor = 0
  for (const { label: words, style, x } of columns) {
    const top = edge + label(words, x, edge) + 6
    const layout = set(richFromText(text), { style, width: column })
    items.push(place(layout, x, top), frameEdge(x, top, layout.height))
    floor = Math.max(floor, top + layout.height)
  }
  let bottom = floor
  for (const [i, { label: words, style }] of cuts.entries()) {
    const { x } = columns[i]
    const top = floor + 26 + label(words, x, floor + 26) + 6
    const layout = set(richFromText(name), { style, width: column, maxLines: 1 })
    items.push(
      rectangle(
        { x: x - 6, y: top - 3, width: column + 12, height: layout.height + 6 },
        sheet.ink('card'),
        4,
      ),
    )
    items.push(place(layout, x, top))
    bottom = Math.max(bottom, top + layout.height)
  }

  function frameEdge(x: number, top: number, height: number): Item {
    return rule([x + column + 3, top], [x + column + 3, top + height], sheet.ink('line'))
  }
  const options = { width, height: bottom + edge, title: 'Kinds of lines', language: 'en' }
  return draw({ ...options, background: sheet.ink('paper') }, items)
}
