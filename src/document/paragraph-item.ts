import { type Frame, type GroupOptions, group, type Item, type Layout, place } from '../core.ts'
import type { Path } from '../problem/index.ts'
import type { FlowText } from './document-texts.ts'
import type { FlowItem, FlowTag } from './flow-item.ts'

/** So many lines of a paragraph stay together at the foot of a column, and at the top of the next. */
const fewest = 2

export interface ParagraphSetting {
  readonly shaped: FlowText
  readonly width: number
  readonly path: Path
  readonly role: GroupOptions
  /** An id of its own for an element that is parted. */
  readonly name: string
  readonly before: number
  readonly after: number
  readonly tags?: readonly FlowTag[]
  readonly keepWithNext?: boolean
  readonly keepTogether?: boolean
  readonly heading?: FlowItem['heading']
  readonly id?: string | undefined
  readonly notes?: readonly FlowItem[]
  /** Painted beside its first line: the mark of a list's item. */
  readonly mark?: (x: number, baseline: number) => readonly Item[]
  /** How far its text stands in from the column's edge. */
  readonly indent?: number
  readonly from?: Frame['from']
  readonly isParted?: boolean
}

/** A paragraph, parted between its lines where it may be, with two of them on each side. */
export function paragraphItem(setting: ParagraphSetting): FlowItem {
  const { shaped, width, indent = 0, from, mark } = setting
  const frame: Frame = { width: Math.max(1, width - indent), ...(from && { from }) }
  const layout = shaped.set(frame)
  return itemOf(layout, frame, { ...setting, indent, ...(mark && { mark }) })
}

function itemOf(
  layout: Layout,
  frame: Frame,
  setting: ParagraphSetting & { indent: number },
): FlowItem {
  const { shaped, path, role, name, before, after, tags = [], indent, mark, notes } = setting
  const { keepWithNext = false, keepTogether = false, heading, id, isParted = false } = setting
  const { lines } = layout
  const draw = (x: number, y: number): readonly Item[] => {
    const own = isParted
      ? { ...role, id: id ?? name, continues: true }
      : { ...role, ...(id !== undefined && { id }) }
    const marked = mark && lines[0] ? mark(x, y + lines[0].baseline) : []
    return [...marked, group([place(layout, x + indent, y)], own)]
  }
  return {
    height: layout.height,
    before,
    after,
    keepWithNext,
    path,
    tags,
    ...(heading && { heading }),
    ...(id !== undefined && { id }),
    ...(notes && { notes }),
    draw,
    split(room) {
      if (keepTogether || heading) return undefined
      let count = 0
      while (count < lines.length && lines[count].top + lines[count].height <= room + 1e-6) count++
      // Neither the first line alone below, nor the last alone above.
      count = Math.min(count, lines.length - fewest)
      if (count < fewest) return undefined
      const part = shaped.set({ ...frame, maxLines: count, continues: true })
      if (!part.rest) return undefined
      // A note stands where its mark does.
      const marks = marksOf(part)
      const [own, later] = [true, false].map(isShown =>
        notes?.filter(({ number }) => marks.has(String(number)) === isShown),
      )
      const { mark: _, notes: __, ...others } = setting
      const parted = { ...others, isParted: true }
      return {
        first: itemOf(part, frame, {
          ...parted,
          after: 0,
          keepWithNext: false,
          ...(mark && { mark }),
          ...(own && { notes: own }),
        }),
        rest: paragraphItem({
          ...parted,
          before: 0,
          from: part.rest,
          ...(later && { notes: later }),
        }),
      }
    },
  }
}

/** The raised numbers in a layout, which are the marks of footnotes: by the font's own, or set higher. */
function marksOf({ lines }: Layout): ReadonlySet<string> {
  const raised = lines.flatMap(line =>
    line.runs.flatMap(({ text, rise, style }) => {
      const isRaised = rise > 0 || style.features.some(feature => feature.startsWith('sups'))
      return isRaised ? [text] : []
    }),
  )
  return new Set(raised)
}
