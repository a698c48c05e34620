import { escapeMarkup, group, type Item, parseMarkup, place } from '../core.ts'
import type { BlockContext } from './block-context.ts'
import type { BlockSource, ListSource } from './document-source.ts'
import type { FlowTag } from './flow-item.ts'
import { extentOf } from './turned-page.ts'

/** So far a list stands in from what is around it, in ems. */
export const listIndent = 1.6

/** Paints what stands before an item, with the column's left edge and the baseline of its first line. */
export type ListMark = (x: number, baseline: number) => readonly Item[]

export const isBlockList = (item: ListSource['items'][number]): item is readonly BlockSource[] =>
  Array.isArray(item)

export function listMark(
  { marker = 'disc' }: ListSource,
  number: number,
  indent: number,
  { texts, isMirrored, width, turn }: BlockContext,
): ListMark {
  const text = escapeMarkup(markText(marker, number, n => texts.number(n)))
  const layout = texts.set(parseMarkup(text).rich, 'document-paragraph', {})
  const distance = indent - texts.em * 0.5
  // A number says which item it is; a dot says nothing that the list does not.
  const said = counterOf({ marker }).counter === undefined ? { role: 'none' } : { isMarker: true }
  if (turn !== undefined) {
    return (x, baseline) => {
      const top = baseline - extentOf(layout) / 2
      return [group([place(layout, x + distance - layout.textWidth, top)], said)]
    }
  }
  return (x, baseline) => {
    const [at, across] = isMirrored
      ? ([x + width - distance, 'left'] as const)
      : ([x + distance, 'right'] as const)
    return [group([place(layout, at, baseline, { across, down: 'alphabetic' })], said)]
  }
}

/** The numbering of a list whose marks are numbers. */
export function counterOf({ marker }: Pick<ListSource, 'marker'>): Pick<FlowTag, 'counter'> {
  const counter = (['decimal', 'lower-alpha'] as const).find(kind => kind === marker)
  return counter ? { counter } : {}
}

function markText(marker: string, number: number, write: (number: number) => string): string {
  if (marker === 'disc') return '•'
  if (marker === 'decimal') return `${write(number)}.`
  return marker === 'lower-alpha' ? `${letters(number)}.` : marker
}

/** a to z, then aa, ab (CSS Counter Styles 3, the system `alphabetic`). */
function letters(number: number): string {
  let text = ''
  for (let rest = number; rest > 0; rest = Math.floor((rest - 1) / 26)) {
    text = String.fromCharCode(97 + ((rest - 1) % 26)) + text
  }
  return text
}
