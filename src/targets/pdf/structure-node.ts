import type { GroupItem } from '../../drawing/index.ts'
import { utf16String } from './bytes.ts'
import { type ObjectNumber, type PdfObjects, reference } from './objects.ts'

/** An element of the structure tree (ISO 32000-2, 14.7.2) on its way. */
export interface StructureNode {
  readonly number: ObjectNumber
  readonly type: string
  readonly parent: StructureNode | undefined
  /** Its children, as entries of its `K`. */
  readonly kids: string[]
  readonly entries: string
  /** The page of its first content. */
  page: ObjectNumber | undefined
  /** The target of a link: runs of one link are one element. */
  readonly href?: string | undefined
  /** Whether it goes on on other pages, and is written when it is seen no more. */
  readonly isLasting: boolean
  /** The page that it was last on, by its place. */
  lastSeen?: number
  /** Whether its texts are paragraphs of their own. */
  readonly holdsBlocks: boolean
}

/** Roles whose elements hold paragraphs, and not text itself. */
const blocksOf = new Set([
  'Document',
  'Part',
  'Sect',
  'Art',
  'Div',
  'L',
  'LI',
  'LBody',
  'Table',
  'TBody',
  'THead',
  'TR',
  'BlockQuote',
  'TOC',
  'Index',
  'Aside',
])

/** An element without content. */
export const newNode = (
  number: ObjectNumber,
  type: string,
  parent: StructureNode | undefined,
  more: Partial<StructureNode> = {},
): StructureNode => ({
  number,
  type,
  parent,
  kids: [],
  entries: '',
  page: undefined,
  isLasting: false,
  holdsBlocks: blocksOf.has(type),
  ...more,
})

/** Writes an element that is complete; `root` is above those without a parent. */
export function writeNode(node: StructureNode, root: ObjectNumber, objects: PdfObjects) {
  const { number, type, parent, kids, entries, page } = node
  const above = parent ? parent.number : root
  const at = page === undefined ? '' : `/Pg ${reference(page)} `
  objects.set(
    number,
    `<< /Type /StructElem /S /${type} /P ${reference(above)} ${at}${entries}/K [${kids.join(' ')}] >>`,
  )
}

export const isHeading = (type: string) => /^H\d$/.test(type)

/** The numbering of a list's labels (ISO 32000-2, table 382). */
const listNumbering = { decimal: 'Decimal', 'lower-alpha': 'LowerAlpha' } as const

/** What the entries of an element depend on, beside its group. */
interface ElementSetting {
  readonly type: string
  /** Whether a label is said instead of its letters. */
  readonly hasWords: boolean
  /** The language around it. */
  readonly language: string | undefined
  /** The number of a note. */
  readonly note: number
}

/** The entries of a group's element: its alternative text, language, and attributes. */
export function entriesOf(
  { role, label, inlineLabel, language: own, counter, columnSpan, rowSpan }: GroupItem,
  { type, hasWords, language, note }: ElementSetting,
): string {
  const table = [
    ...(role === 'columnheader' ? ['/Scope /Column'] : []),
    ...(role === 'rowheader' ? ['/Scope /Row'] : []),
    ...(columnSpan !== undefined && columnSpan > 1 ? [`/ColSpan ${columnSpan}`] : []),
    ...(rowSpan !== undefined && rowSpan > 1 ? [`/RowSpan ${rowSpan}`] : []),
  ]
  return [
    ...(label === undefined ? [] : [`/Alt ${utf16String(label)} `]),
    ...(inlineLabel === undefined
      ? []
      : [`/${hasWords ? 'ActualText' : 'Alt'} ${utf16String(inlineLabel)} `]),
    languageEntry(own, language),
    ...(type === 'Note' ? [`/ID ${utf16String(`note ${note}`)} `] : []),
    ...(table.length === 0 ? [] : [`/A << /O /Table ${table.join(' ')} >> `]),
    ...(counter === undefined || type !== 'L'
      ? []
      : [`/A << /O /List /ListNumbering /${listNumbering[counter]} >> `]),
  ].join('')
}

/** The entry of a language that differs from the one around it. */
export const languageEntry = (own: string | undefined, around: string | undefined) =>
  own === undefined || own === around ? '' : `/Lang ${utf16String(own)} `
