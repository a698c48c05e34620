import type { Face } from '../../fonts/index.ts'
import type { Style } from '../../sheet/index.ts'
import { insertedRuns } from './inserted-text.ts'
import type { LayoutTools } from './layout-tools.ts'
import { widthOf } from './line-runs.ts'

/** Stands for U+2026 in a face that lacks it. */
const dots = '...'

/** The mark of what is left out, in a face. */
export function markText({ ellipsis }: Style, face: Face): string {
  const wanted = (typeof ellipsis === 'string' ? ellipsis : ellipsis.mark) ?? '…'
  return wanted === '…' && face.glyphOf(0x2026) === 0 ? dots : wanted
}

/** The mark of what is left out, as numbers. */
export interface SizedMark {
  /** The width of each of its runs. */
  readonly widths: readonly number[]
  /** The width that is removed after the last of them. */
  readonly behind: number
  /** Ids of its faces. */
  readonly faces: readonly string[]
}

const noMark: SizedMark = { widths: [], behind: 0, faces: [] }

/** Undefined where the mark does not stand at the end of what fits, or no face has all of it. */
export function sizedMark(style: Style, tools: LayoutTools): SizedMark | undefined {
  const { ellipsis } = style
  if (typeof ellipsis !== 'string') {
    const { at = 'end', between = 'graphemes' } = ellipsis
    if (at !== 'end' || between !== 'graphemes') return undefined
  }
  const text = markText(style, tools.shapingStyle(style).faces[0])
  if (text === '') return noMark
  const inserted = { kind: 'ellipsis', text, style, offset: 0, level: 0 } as const
  const { runs, width } = insertedRuns(inserted, tools)
  if (runs.some(({ glyphs }) => glyphs.glyphs.includes(0))) return undefined
  return {
    widths: runs.map(run => run.width),
    behind: width - widthOf(runs),
    faces: runs.map(run => run.face),
  }
}
