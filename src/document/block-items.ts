import { escapeMarkup, group, image, type Picture, place, rule } from '../core.ts'
import type { Path } from '../problem/index.ts'
import { headingStyle } from './document-parts.ts'
import type { BlockSource, FigureSource, ListSource } from './document-source.ts'
import type { DocumentTexts } from './document-texts.ts'
import type { FlowItem, FlowTag } from './flow-item.ts'
import { paragraphItem } from './paragraph-item.ts'
import { tableItems } from './table-items.ts'

/** A heading as contents list it. */
export interface ContentsEntry {
  readonly level: number
  readonly text: string
  readonly id: string
  readonly page: string
}

/** What blocks are made into items with. */
export interface BlockContext {
  readonly texts: DocumentTexts
  readonly width: number
  readonly images: ReadonlyMap<string, Picture>
  readonly isNumbered: boolean
  /** Of the round before. */
  readonly contents: readonly ContentsEntry[]
  /** The footnotes that a text asks for for the first time. */
  notesOf(text: string): readonly FlowItem[]
  /** That the contents are asked for, which take another round. */
  asksContents(): void
  /** That there is no picture of a name. */
  lacksImage(name: string, path: Path): void
  /** A number for a name that nothing else has. */
  next(): number
}

interface Task {
  readonly blocks: readonly BlockSource[]
  readonly path: Path
  readonly indent: number
  readonly tags: readonly FlowTag[]
  /** Of a list's item, painted beside its first line. */
  mark?: ReturnType<typeof markOf> | undefined
  at: number
}

/** The items of a document's blocks, made when they are asked for; lists may be nested as deep as they like. */
export function* blockItems(
  content: readonly BlockSource[],
  context: BlockContext,
): Generator<FlowItem> {
  const counters: number[] = []
  const tasks: Task[] = [{ blocks: content, path: ['content'], indent: 0, tags: [], at: 0 }]
  while (tasks.length > 0) {
    const task = tasks[tasks.length - 1]
    if (task.at === task.blocks.length) {
      tasks.pop()
      continue
    }
    const block = task.blocks[task.at]
    const path = [...task.path, task.at]
    task.at++
    if (block.kind === 'list') {
      tasks.push(...listTasks(block, path, task, context).toReversed())
      continue
    }
    for (const item of itemsOf(block, path, task, context, counters)) {
      task.mark = undefined
      yield item
    }
  }
}

/** So far a list stands in from what is around it, in ems. */
const listIndent = 1.6

function listTasks(list: ListSource, path: Path, around: Task, context: BlockContext): Task[] {
  const name = `list ${context.next()}`
  const indent = around.indent + context.texts.sheet.base.size * listIndent
  return list.items.map((item, i): Task => {
    const tags = [
      ...around.tags,
      { role: 'list', id: name },
      { role: 'listitem', id: `${name} ${i}` },
    ]
    const blocks: readonly BlockSource[] =
      typeof item === 'string' ? [{ kind: 'paragraph', text: item }] : item
    const mark = markOf(list, (list.start ?? 1) + i, indent, context)
    return { blocks, path: [...path, 'items', i], indent, tags, mark, at: 0 }
  })
}

function markOf(
  { marker = 'disc' }: ListSource,
  number: number,
  indent: number,
  { texts }: BlockContext,
) {
  const letter = String.fromCharCode(96 + (((number - 1) % 26) + 1))
  const text = marker === 'disc' ? '•' : marker === 'decimal' ? `${number}.` : `${letter}.`
  const layout = texts.set(escapeMarkup(text), 'document-paragraph', {})
  return (x: number, baseline: number) => [
    // Which item it is, its element tells.
    group(
      [
        place(layout, x + indent - texts.sheet.base.size * 0.5, baseline, {
          across: 'right',
          down: 'alphabetic',
        }),
      ],
      { role: 'none' },
    ),
  ]
}

function* itemsOf(
  block: Exclude<BlockSource, ListSource>,
  path: Path,
  { indent, tags, mark }: Task,
  context: BlockContext,
  counters: number[],
): Generator<FlowItem> {
  const { texts, width } = context
  const { space } = texts
  const plain = { path, tags, before: 0, after: 0, keepWithNext: false }
  switch (block.kind) {
    case 'paragraph':
    case 'quotation': {
      const {
        text,
        style = `document-${block.kind}`,
        id,
        keepWithNext = false,
        keepTogether = false,
      } = block
      const role = { role: block.kind === 'quotation' ? 'blockquote' : 'paragraph' }
      const notes = context.notesOf(text)
      const name = `part ${context.next()}`
      // What a list's item begins with stands close to the item before.
      const before = mark ? space * 0.4 : space
      const setting = {
        shaped: texts.shape(text, style),
        width,
        path,
        role,
        name,
        before,
        after: mark ? space * 0.4 : space,
        tags,
        indent,
      }
      yield paragraphItem({
        ...setting,
        id,
        keepWithNext,
        keepTogether,
        notes,
        ...(mark && { mark }),
      })
      return
    }
    case 'heading': {
      const { level = 1, text } = block
      counters.length = level
      for (let i = 0; i < level; i++) counters[i] ??= 0
      counters[level - 1]++
      const number = context.isNumbered ? `${counters.join('.')} ` : ''
      const id = block.id ?? `heading-${context.next()}`
      const heading = { level, text: number + texts.plain(text), id }
      const shaped = texts.shape(escapeMarkup(number) + text, headingStyle(level))
      const role = { role: 'heading', level }
      const setting = {
        shaped,
        width,
        path,
        role,
        name: id,
        before: space * 2,
        after: space,
        tags,
        indent,
      }
      yield paragraphItem({ ...setting, id, heading, keepWithNext: true })
      return
    }
    case 'rule':
      yield {
        ...plain,
        before: space,
        after: space,
        height: 1,
        draw: (x, y) => [rule([x + indent, y + 0.5], [x + width, y + 0.5], texts.ruleInk(0.4))],
      }
      return
    case 'space':
      yield { ...plain, height: block.height, draw: () => [] }
      return
    case 'page-break':
      yield { ...plain, height: 0, breaks: 'page', draw: () => [] }
      return
    case 'column-break':
      yield { ...plain, height: 0, breaks: 'column', draw: () => [] }
      return
    case 'table': {
      const tag = { role: 'table', id: `table ${context.next()}` }
      if (block.caption !== undefined) yield captionItem(block.caption, path, tags, context, true)
      yield* tableItems(block, width, path, tag, texts)
      return
    }
    case 'figure':
      yield figureItem(block, path, tags, context)
      if (block.caption !== undefined) yield captionItem(block.caption, path, tags, context, false)
      return
    case 'contents':
      context.asksContents()
      yield* contentsItems(block.levels ?? 3, path, context)
  }
}

function captionItem(
  text: string,
  path: Path,
  tags: readonly FlowTag[],
  context: BlockContext,
  isAbove: boolean,
): FlowItem {
  const { texts, width } = context
  const shaped = texts.shape(text, 'document-caption')
  const gap = texts.space / 2
  const spaces = isAbove ? { before: texts.space, after: gap } : { before: gap, after: texts.space }
  const name = `caption ${context.next()}`
  return paragraphItem({
    shaped,
    width,
    path,
    role: { role: 'caption' },
    name,
    ...spaces,
    tags,
    keepWithNext: isAbove,
    keepTogether: true,
  })
}

function figureItem(
  figure: FigureSource,
  path: Path,
  tags: readonly FlowTag[],
  context: BlockContext,
): FlowItem {
  const { texts, images } = context
  const picture = images.get(figure.image)
  if (!picture) context.lacksImage(figure.image, path)
  const asked = figure.width ?? picture?.width ?? context.width
  const width = Math.min(asked, context.width)
  const height = picture ? (picture.height * width) / picture.width : 0
  return {
    height,
    before: texts.space,
    after: texts.space,
    keepWithNext: figure.caption !== undefined,
    path,
    tags,
    ...(figure.id !== undefined && { id: figure.id }),
    draw: (x, y) =>
      picture
        ? [group([image({ x, y, width, height }, picture)], { role: 'figure', label: figure.alt })]
        : [],
  }
}

/** A line for each heading, its page at the end. */
function* contentsItems(levels: number, path: Path, context: BlockContext): Generator<FlowItem> {
  const { texts, width, contents } = context
  const em = texts.sheet.base.size
  const name = `contents ${context.next()}`
  const tab = { at: width, align: 'end', leader: ' . ' } as const
  for (const [i, { level, text, id, page }] of contents
    .filter(entry => entry.level <= levels)
    .entries()) {
    const indent = (level - 1) * em * 1.2
    const own = { ...tab, at: width - indent }
    const markup = `~href="#${id}"[{title}\t{number}]`
    const values = { title: text, number: page }
    const shaped = texts.shape(markup, 'document-contents', values, { tabs: [own] })
    const tags = [{ role: 'doc-toc', id: name }]
    const role = { role: 'doc-tocitem' }
    const setting = { shaped, width, path, role, name: `${name} ${i}`, before: 0, after: 0, tags }
    yield paragraphItem({ ...setting, indent, keepTogether: true })
  }
}
