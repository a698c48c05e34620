import { rule } from '../core.ts'
import type { Path } from '../problem/index.ts'
import type { BlockContext } from './block-context.ts'
import { floatOf, widthFor } from './block-context.ts'
import { contentsItems } from './contents-items.ts'
import type { BlockSource, ListSource } from './document-source.ts'
import { figureItems } from './figure-items.ts'
import { type FlowItem, type FlowTag, stacked } from './flow-item.ts'
import { indexItems } from './index-items.ts'
import { leadersItems } from './leaders-items.ts'
import { counterOf, isBlockList, type ListMark, listIndent, listMark } from './list-mark.ts'
import { markedItem, type TaggedMark } from './marked-item.ts'
import { isReference } from './placed-items.ts'
import { tableItems } from './table-items.ts'
import { headingItem, proseItem } from './text-items.ts'

interface Task {
  readonly blocks: readonly BlockSource[]
  readonly path: Path
  readonly indent: number
  readonly tags: readonly FlowTag[]
  /** Painted beside its first line: the mark of a list's item, after those of items that begin with it. */
  marks: readonly TaggedMark[]
  at: number
}

/** The items of a document's blocks, made when they are asked for; lists may be nested as deep as they like. */
export function* blockItems(
  blocks: readonly BlockSource[],
  context: BlockContext,
): Generator<FlowItem> {
  const tasks: Task[] = [{ blocks, path: ['blocks'], indent: 0, tags: [], marks: [], at: 0 }]
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
      task.marks = []
      continue
    }
    const isProse = block.kind === 'paragraph' || block.kind === 'quotation'
    const ownMark = isProse ? task.marks.at(-1)?.mark : undefined
    for (const item of itemsOf(block, path, task, ownMark, context)) {
      const marks = ownMark ? task.marks.slice(0, -1) : task.marks
      task.marks = []
      yield markedItem(item, marks)
    }
  }
}

function listTasks(list: ListSource, path: Path, around: Task, context: BlockContext): Task[] {
  const name = `list ${context.next()}`
  const indent = around.indent + context.texts.em * listIndent
  return list.items.map((item, i): Task => {
    const tags = [
      ...around.tags,
      { role: 'list', id: name, ...counterOf(list) },
      { role: 'listitem', id: `${name} ${i}` },
    ]
    const blocks: readonly BlockSource[] = isBlockList(item)
      ? item
      : [{ kind: 'paragraph', text: item }]
    const mark = listMark(list, (list.start ?? 1) + i, indent, context)
    const marks = [...(i === 0 ? around.marks : []), { tags, mark }]
    return { blocks, path: [...path, 'items', i], indent, tags, marks, at: 0 }
  })
}

function* itemsOf(
  block: Exclude<BlockSource, ListSource>,
  path: Path,
  { indent, tags }: Task,
  mark: ListMark | undefined,
  context: BlockContext,
): Generator<FlowItem> {
  const { texts } = context
  const plain = { path, tags, before: 0, after: 0, keepWithNext: false }
  switch (block.kind) {
    case 'paragraph':
    case 'quotation':
      yield proseItem(block, { path, tags, indent, mark }, context)
      return
    case 'heading':
      yield headingItem(block, { path, tags, indent }, context)
      return
    case 'rule': {
      const width = widthFor(context, block)
      const [start, end] = context.isMirrored ? [0, width - indent] : [indent, width]
      yield {
        ...plain,
        before: texts.space,
        after: texts.space,
        height: 1,
        ...(block.spansColumns && { spansColumns: true }),
        draw: (x, y) => [rule([x + start, y + 0.5], [x + end, y + 0.5], texts.ruleInk(0.4))],
      }
      return
    }
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
      const items = tableItems(block, widthFor(context, block), path, tags, context)
      const float = floatOf(context, block.float)
      if (float === undefined && !block.spansColumns) {
        yield* items
        return
      }
      // A block that leaves the flow is a single item.
      yield {
        ...stacked([...items]),
        before: texts.space,
        after: texts.space,
        ...(block.id !== undefined && { id: block.id }),
        ...(float ? { float } : { spansColumns: true }),
      }
      return
    }
    case 'figure':
      yield* figureItems(block, { path, tags }, context)
      return
    case 'contents':
      context.asksNumbers()
      yield* contentsItems(block.levels ?? 3, path, tags, context)
      return
    case 'index':
      context.asksNumbers()
      yield* indexItems(path, tags, context)
      return
    case 'leaders':
      yield* leadersItems(block, { path, tags, indent }, context)
      return
    case 'placed':
      // A block beside another is placed with that one.
      if (!isReference(block.at)) yield { ...plain, height: 0, placed: block, draw: () => [] }
  }
}
