import type { Frame, Layout } from '../core.ts'
import type { FlowText } from './document-texts.ts'
import type { Inset } from './flow-item.ts'
import { extentOf } from './turned-page.ts'

/** A layout and where it stands in its paragraph. */
export interface PlacedPart {
  readonly layout: Layout
  readonly x: number
  readonly y: number
}

/** Lines of a paragraph: those beside something, and those below it. */
export interface SetLines {
  readonly parts: readonly PlacedPart[]
  readonly height: number
  /** How far each line reaches from the top. */
  readonly reaches: readonly number[]
  readonly rest: Layout['rest']
}

/**
 * Lines of a text in a width, from a place in it on. Beside an inset they are shorter, so far as that
 * reaches down: they are set once more from there on.
 */
export function setLines(
  text: FlowText,
  { width, from }: { readonly width: number; readonly from?: Frame['from'] },
  inset?: Inset,
  maxLines?: number,
): SetLines {
  const place = { ...(from && { from }) }
  const limit = maxLines === undefined ? {} : { maxLines, continues: true }
  if (!inset) {
    const layout = text.set({ width, ...place, ...limit })
    return lined([{ layout, x: 0, y: 0 }])
  }
  const narrow = Math.max(1, width - inset.width)
  const x = inset.side === 'left' ? width - narrow : 0
  const whole = text.set({ width: narrow, ...place })
  let count = whole.lines.findIndex(({ top, height }) => top + height * 0.3 >= inset.depth)
  if (count === 0) return setLines(text, { width, ...place }, undefined, maxLines)
  if (maxLines !== undefined && (count < 0 || count > maxLines)) count = maxLines
  if (count < 0 || count >= whole.lines.length) return lined([{ layout: whole, x, y: 0 }])
  const first = text.set({ width: narrow, ...place, maxLines: count, continues: true })
  const above = { layout: first, x, y: 0 }
  if (!first.rest || count === maxLines) return lined([above])
  const more = maxLines === undefined ? {} : { maxLines: maxLines - count, continues: true }
  // What was planned of the lines was so for the other width.
  const { offset, line } = first.rest
  const below = text.set({ width, from: { offset, line }, ...more })
  return lined([above, { layout: below, x: 0, y: extentOf(first) }])
}

function lined(parts: readonly PlacedPart[]): SetLines {
  const last = parts[parts.length - 1]
  return {
    parts,
    height: last.y + extentOf(last.layout),
    reaches: parts.flatMap(({ layout, y }) =>
      layout.lines.map(({ top, height }) => y + top + height),
    ),
    rest: last.layout.rest,
  }
}
