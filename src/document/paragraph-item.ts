import { type Frame, type GroupOptions, group, place } from '../core.ts'
import type { Path } from '../problem/index.ts'
import type { FlowText } from './document-texts.ts'
import type { FlowItem, FlowMark, FlowTag, Inset } from './flow-item.ts'
import type { ListMark } from './list-mark.ts'
import { type SetLines, setLines } from './set-lines.ts'

/** So many lines of a paragraph stay together at the foot of a column, and at the top of the next. */
const fewest = 2

interface ParagraphSetting {
  readonly shaped: FlowText
  /** The width of its column. */
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
  readonly marks?: readonly FlowMark[]
  readonly inMargin?: FlowItem | undefined
  readonly spansColumns?: boolean
  /** Painted beside its first line: the mark of a list's item. */
  readonly mark?: ListMark | undefined
  /** Its large first letter, which is painted beside its first line and read as part of it. */
  readonly letter?: ListMark | undefined
  /** The shift of its mark where the line stands beside something. */
  readonly markShift?: number
  /** Room that something of its own takes beside its first lines. */
  readonly inset?: Inset | undefined
  /** It is no lower than this, however few lines it has. */
  readonly leastHeight?: number
  /** The indent of its text from the start of the column. */
  readonly indent?: number
  /** Whether columns begin at the right. */
  readonly isMirrored: boolean
  readonly continuation?: Frame['continuation']
  readonly isParted?: boolean
}

/** A paragraph, parted between its lines where it may be, with two of them on each side. */
export function paragraphItem(setting: ParagraphSetting): FlowItem {
  return itemOf(linesOf(setting), setting)
}

function linesOf(setting: ParagraphSetting, maxLines?: number): SetLines {
  const { shaped, width, indent = 0, continuation, inset } = setting
  const frame = { width: Math.max(1, width - indent), ...(continuation && { continuation }) }
  return setLines(shaped, frame, inset, maxLines)
}

function itemOf(lines: SetLines, setting: ParagraphSetting): FlowItem {
  const { path, role, name, before, after, tags = [], indent = 0, mark, letter } = setting
  const {
    marks: flowMarks = [],
    keepWithNext = false,
    keepTogether = false,
    heading,
    id,
    isParted = false,
  } = setting
  const { inMargin, spansColumns, isMirrored } = setting
  const { baseline } = lines
  const height = Math.max(lines.height, setting.leastHeight ?? 0)
  const shift = lines.isBeside ? (setting.markShift ?? 0) : 0
  return {
    height,
    before,
    after,
    keepWithNext,
    path,
    tags,
    ...(baseline !== undefined && { baseline }),
    ...(heading && { heading }),
    ...(id !== undefined && { id }),
    ...(flowMarks.length > 0 && { marks: flowMarks }),
    ...(inMargin && { inMargin }),
    ...(spansColumns && { spansColumns }),
    ...(shift !== 0 && { markShift: shift }),
    draw(x, y) {
      const partStyle = isParted
        ? { ...role, id: id ?? name, continues: true }
        : { ...role, ...(id !== undefined && { id }) }
      const [marks, letters] = [mark, letter].map(paint =>
        paint && baseline !== undefined ? paint(x + shift, y + baseline) : [],
      )
      const left = isMirrored ? x : x + indent
      const texts = lines.parts().map(part => place(part.layout, left + part.x, y + part.y))
      return [...marks, group([...letters, ...texts], partStyle)]
    },
    ...(!isParted && { beside: besideOf(setting) }),
    split(room, must = false) {
      if (heading || (keepTogether && !must)) return undefined
      let count = 0
      while (count < lines.count && lines.reach(count) <= room + 1e-6) count++
      // Neither the first line alone below, nor the last alone above.
      count = Math.min(count, lines.count - fewest)
      if (count < fewest) return undefined
      const part = linesOf(setting, count)
      const { continuation: rest } = part
      if (!rest || part.height > room + 1e-6) return undefined
      // The marks of a text belong to the part that contains them.
      const [own, later] = [true, false].map(isHere =>
        flowMarks.filter(({ offset }) => offset < rest.offset === isHere),
      )
      const {
        mark: _,
        letter: _l,
        inset: __,
        inMargin: ___,
        leastHeight: ____,
        ...others
      } = setting
      const firstSetting = { ...setting, isParted: true, after: 0, keepWithNext: false, marks: own }
      const restSetting = {
        ...others,
        isParted: true,
        // An item that had to be split once is reported once.
        keepTogether: keepTogether && !must,
        before: 0,
        continuation: rest,
        marks: later,
      }
      const below = lines.from(count, () => linesOf(restSetting)) ?? linesOf(restSetting)
      return { first: itemOf(part, firstSetting), rest: itemOf(below, restSetting) }
    },
  }
}

/** So little room at the side of something, in points, is none for text. */
const leastRoom = 60

function besideOf(setting: ParagraphSetting) {
  return (inset: Inset): FlowItem | undefined => {
    const { width, indent = 0, inset: own, isMirrored } = setting
    if (own || width - indent - inset.width < leastRoom) return undefined
    // A list stands in from a picture as from the column's edge.
    const isAtStart = (inset.side === 'left') !== isMirrored
    const shift = isAtStart ? (isMirrored ? -inset.width : inset.width) : 0
    return paragraphItem({ ...setting, inset, markShift: shift })
  }
}
