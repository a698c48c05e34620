import { escapeMarkup, type GroupOptions, parseMarkup, type RichText } from '../core.ts'
import type { Path } from '../problem/index.ts'
import { type BlockContext, widthFor } from './block-context.ts'
import { headingStyle, styleRoles } from './document-parts.ts'
import type { DocumentText, HeadingSource, ParagraphSource } from './document-source.ts'
import type { FlowItem, FlowTag } from './flow-item.ts'
import { initialLetter } from './initial-letter.ts'
import type { ListMark } from './list-mark.ts'
import { paragraphItem } from './paragraph-item.ts'

/** The location of a block in the document, and its container. */
export interface BlockPlace {
  readonly path: Path
  readonly tags: readonly FlowTag[]
  readonly indent: number
  readonly mark?: ListMark | undefined
}

/** A paragraph or a quotation. */
export function proseItem(
  block: ParagraphSource,
  { path, tags, indent, mark }: BlockPlace,
  context: BlockContext,
): FlowItem {
  const { texts, isMirrored } = context
  const { style = `document-${block.kind}`, id, language, keepWithNext, keepTogether } = block
  const text = texts.rich(block.text, [...path, 'text'])
  const changes = language === undefined ? {} : { overrides: { language } }
  const letter =
    block.initialLetter === undefined
      ? undefined
      : initialLetter(text, block.initialLetter, style, changes.overrides ?? {}, context)
  // The beginning of a list item stands close to the item before.
  const space = mark ? texts.space * 0.4 : texts.space
  return paragraphItem({
    shaped: texts.shape(text, style, changes),
    width: widthFor(context, block),
    path,
    role: roleOf(roleFor(block.kind, style), language),
    name: `part ${context.next()}`,
    before: space,
    after: space,
    tags,
    indent,
    isMirrored,
    ...context.marksOf(text, id),
    inMargin: marginItem(block.marginNote, path, context),
    ...(keepWithNext && { keepWithNext }),
    ...(keepTogether && { keepTogether }),
    ...(block.spansColumns && { spansColumns: true }),
    mark,
    letter: letter?.mark,
    inset: letter?.inset,
    ...(letter && { continuation: letter.from, leastHeight: letter.inset.depth }),
  })
}

const roleFor = (kind: ParagraphSource['kind'], style: string) =>
  kind === 'quotation' ? 'blockquote' : (styleRoles.get(style) ?? 'paragraph')

const roleOf = (role: string, language: string | undefined): GroupOptions => ({
  role,
  ...(language !== undefined && { language }),
})

export function headingItem(
  block: HeadingSource,
  { path, tags, indent }: BlockPlace,
  context: BlockContext,
): FlowItem {
  const { texts, counters, isMirrored } = context
  const { level = 1, language } = block
  reportSkippedLevel(level, path, context)
  counters.length = level
  for (let i = 0; i < level; i++) counters[i] ??= 0
  counters[level - 1]++
  const number = context.isNumbered ? `${counters.map(n => texts.number(n)).join('.')} ` : ''
  const id = block.id ?? context.ownId('heading')
  const text = texts.rich(block.text, [...path, 'text'])
  const shown = number === '' ? text : numbered(number, text)
  const changes = language === undefined ? {} : { overrides: { language } }
  return paragraphItem({
    shaped: texts.shape(shown, headingStyle(level), changes),
    width: widthFor(context, block),
    path,
    role: { ...roleOf('heading', language), level },
    name: id,
    before: texts.space * 2,
    after: texts.space,
    tags,
    indent,
    isMirrored,
    heading: { level, text: number + texts.plain(text), id },
    ...context.marksOf(shown, id),
    inMargin: marginItem(block.marginNote, path, context),
    keepWithNext: true,
    ...(block.spansColumns && { spansColumns: true }),
  })
}

/** Who goes from heading to heading looks for those between (ISO 14289-1, 7.4.2; WCAG 2.2, 1.3.1). */
function reportSkippedLevel(
  level: number,
  path: Path,
  { counters, isContinuous, report }: BlockContext,
) {
  // A page of the web has headings around it.
  if (level <= counters.length + 1 || (isContinuous && counters.length === 0)) return
  const message =
    counters.length === 0
      ? `the first heading is one of level ${level}`
      : `a heading of level ${level} follows one of level ${counters.length}`
  const hint = `make it one of level ${counters.length + 1}: how it looks is its style's`
  report('skipped-level', message, hint, [...path, 'level'])
}

/** A text behind the number of its heading. */
function numbered(number: string, text: RichText): RichText {
  const { rich } = parseMarkup(`${escapeMarkup(number)}{text}`)
  return { ...rich, values: { text } }
}

export function captionItem(
  caption: DocumentText,
  {
    path,
    tags,
    width,
    isAbove,
  }: Pick<BlockPlace, 'path' | 'tags'> & { readonly width: number; readonly isAbove: boolean },
  context: BlockContext,
): FlowItem {
  const { texts, isMirrored } = context
  const text = texts.rich(caption, [...path, 'caption'])
  const gap = texts.space / 2
  const spaces = isAbove ? { before: texts.space, after: gap } : { before: gap, after: texts.space }
  return paragraphItem({
    shaped: texts.shape(text, 'document-caption'),
    width,
    path,
    role: { role: 'caption' },
    name: `caption ${context.next()}`,
    ...spaces,
    tags,
    isMirrored,
    ...context.marksOf(text),
    keepWithNext: isAbove,
    keepTogether: true,
  })
}

/** A margin narrower than this, in points, has no room for notes. */
const leastMargin = 32

function marginItem(
  note: DocumentText | undefined,
  path: Path,
  context: BlockContext,
): FlowItem | undefined {
  if (note === undefined) return undefined
  const { texts, marginWidth, isMirrored } = context
  const at = [...path, 'marginNote']
  if (marginWidth < leastMargin) {
    const message = `the margin has no room for a note: it is ${Math.round(marginWidth)} points wide`
    context.report('no-room', message, `make it ${leastMargin + 24} or wider`, at)
  }
  const text = texts.rich(note, at)
  return paragraphItem({
    shaped: texts.shape(text, 'document-note'),
    width: Math.max(leastMargin, marginWidth),
    path: at,
    role: { role: 'note' },
    name: `margin ${context.next()}`,
    before: 0,
    after: texts.space / 2,
    isMirrored,
    ...context.termsOf(text),
    keepTogether: true,
  })
}

/** A footnote behind its number. */
export function noteItem(
  note: RichText,
  { number, path }: { readonly number: string; readonly path: Path },
  context: BlockContext,
): FlowItem {
  const { texts, width, isMirrored } = context
  const { rich } = parseMarkup(`${raised(number)} {note}`)
  const text = { ...rich, values: { note } }
  return paragraphItem({
    shaped: texts.shape(text, 'document-note'),
    width,
    path,
    role: { role: 'note' },
    name: `note ${path.join('.')}`,
    before: 0,
    after: 0,
    isMirrored,
    ...context.termsOf(text),
  })
}

/** The mark of a footnote, in markup. */
export const raised = (number: string) => `~variantPosition=super[${number}]`
