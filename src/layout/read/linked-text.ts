import type { Layout } from '../layout.ts'
import { checkLayout } from './check-layout.ts'

/** A stretch of a text that leads somewhere or does something, over however many lines and styles. */
export interface LinkedText {
  /** Start offset in the layout's text. Of one in an ellipsis, where the text is cut. */
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
  const found: FoundLink[] = []
  for (const line of layout.lines) {
    for (const { kind, start, end, text, link, action } of line.runs) {
      if (link === undefined && action === undefined) continue
      const last = found.at(-1)
      if (kind === 'ellipsis') {
        const isSame = last?.text !== undefined && last.link === link && last.action === action
        if (isSame) last.text += text
        else found.push({ start, end, text, ...targetOf(link, action) })
        continue
      }
      if (start === end) continue
      const isSame = last && last.link === link && last.action === action
      // Nothing but spaces may be between: those that hang where a line wraps.
      if (isSame && layout.text.slice(last.end, start).trim() === '') last.end = end
      else found.push({ start, end, ...targetOf(link, action) })
    }
  }
  return found.map(({ start, end, text, link, action }) => {
    return { start, end, text: text ?? layout.text.slice(start, end), link, action }
  })
}

interface FoundLink {
  readonly start: number
  end: number
  /** Of an ellipsis, which is no text of the layout. */
  text?: string
  readonly link?: string
  readonly action?: string
}

const targetOf = (link: string | undefined, action: string | undefined) => ({
  ...(link !== undefined && { link }),
  ...(action !== undefined && { action }),
})
