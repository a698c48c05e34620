import type { Frame, Layout } from '../core.ts'
import type { FlowText } from './document-texts.ts'
import type { Inset } from './flow-item.ts'
import { extentOf } from './turned-page.ts'

/** A layout and where it stands in its paragraph. */
interface PlacedPart {
  readonly layout: Layout
  readonly x: number
  readonly y: number
}

/** Lines of a paragraph: those beside something, and those below it. */
export interface SetLines {
  parts(): readonly PlacedPart[]
  readonly height: number
  readonly count: number
  /** The lower edge of a line, from the top. */
  reach(line: number): number
  /** The first line's baseline; undefined without lines. */
  readonly baseline: number | undefined
  readonly continuation: Layout['continuation']
  /** Whether the first line is shorter for what it is beside of. */
  readonly isBeside: boolean
  /**
   * The lines from one of them on, as they are when they begin a column; undefined if they may be
   * others there. They are set when they are drawn: a paragraph of a hundred pages is not set anew for
   * each.
   */
  from(line: number, set: () => SetLines): SetLines | undefined
}

/**
 * Lines of a text in a width, from a place in it on. Beside an inset they are shorter, so far as that
 * reaches down: they are set once more from there on.
 */
export function setLines(
  text: FlowText,
  { width, continuation }: Pick<Frame, 'continuation'> & { readonly width: number },
  inset?: Inset,
  maxLines?: number,
): SetLines {
  const place = { ...(continuation && { continuation }) }
  const limit = maxLines === undefined ? {} : { maxLines, continues: true }
  if (!inset) {
    const layout = text.set({ width, ...place, ...limit })
    const isUntrimmed = layout.paragraphs.every(({ style }) => style.trim === 'none')
    // Where lines go on to the right each page has its own first line at the far edge.
    const isSameInPart = isUntrimmed && layout.writingMode !== 'vertical-lr'
    return lined([{ layout, x: 0, y: 0 }], { isSameInPart, isBeside: false })
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
  if (!first.continuation || count === maxLines) return lined([above])
  const more = maxLines === undefined ? {} : { maxLines: maxLines - count, continues: true }
  // A plan of the lines was valid for the other width only.
  const { offset, line } = first.continuation
  const below = text.set({ width, continuation: { offset, line }, ...more })
  return lined([above, { layout: below, x: 0, y: extentOf(first) }])
}

function lined(
  parts: readonly PlacedPart[],
  { isSameInPart, isBeside }: Pick<Standing, 'isSameInPart' | 'isBeside'> = beside,
): SetLines {
  const last = parts[parts.length - 1]
  const lines = parts.flatMap(({ layout, y }) =>
    layout.lines.map(({ top, height, baseline }) => ({
      top: y + top,
      bottom: y + top + height,
      baseline: y + baseline,
    })),
  )
  const height = last.y + extentOf(last.layout)
  const all = { lines, height, isSameInPart, isBeside, rest: last.layout.continuation }
  return standing(all, 0, () => parts)
}

/** Lines that go on below what they are beside of. */
const beside = { isSameInPart: false, isBeside: true }

/** The positions of all lines of a paragraph. */
interface Standing {
  readonly lines: readonly {
    readonly top: number
    readonly bottom: number
    readonly baseline: number
  }[]
  readonly height: number
  /** Whether those behind a line are as they would be without those before it. */
  readonly isSameInPart: boolean
  readonly isBeside: boolean
  readonly rest: Layout['continuation']
}

function standing(all: Standing, first: number, parts: () => readonly PlacedPart[]): SetLines {
  const { lines, height, rest } = all
  const shift = first === 0 ? 0 : lines[first].top - lines[0].top
  return {
    parts,
    continuation: rest,
    isBeside: all.isBeside && first === 0,
    height: height - shift,
    count: lines.length - first,
    reach: line => lines[first + line].bottom - shift,
    baseline: lines.length === 0 ? undefined : lines[first].baseline - shift,
    from(line, set) {
      if (!all.isSameInPart || first + line >= lines.length) return undefined
      return standing(all, first + line, () => set().parts())
    },
  }
}
