import { checkLayout } from './check-layout.ts'
import type { Layout } from './layout.ts'

/** A stretch of a text that leads somewhere or does something, over however many lines and styles. */
export interface LinkedText {
  /** Start offset in the layout's text. */
  readonly start: number
  /** End offset, in UTF-16 code units. */
  readonly end: number
  /** Its characters. */
  readonly text: string
  /** Address of its link. */
  readonly link: string | undefined
  /** A name for the program to act on. */
  readonly action: string | undefined
}

/**
 * The links and actions of a layout in text order, each once, for keyboard navigation. `rangeBoxes`
 * returns their boxes.
 */
export function linkedTexts(layout: Layout): LinkedText[] {
  checkLayout('linkedTexts', layout)
  const found: { start: number; end: number; link?: string; action?: string }[] = []
  for (const line of layout.lines) {
    for (const { start, end, link, action } of line.runs) {
      if (start === end || (link === undefined && action === undefined)) continue
      const last = found.at(-1)
      const isSame = last && last.link === link && last.action === action
      // Nothing but spaces may be between: those that hang where a line wraps.
      if (isSame && layout.text.slice(last.end, start).trim() === '') last.end = end
      else
        found.push({
          start,
          end,
          ...(link !== undefined && { link }),
          ...(action !== undefined && { action }),
        })
    }
  }
  return found.map(({ start, end, link, action }) => {
    return { start, end, text: layout.text.slice(start, end), link, action }
  })
}
