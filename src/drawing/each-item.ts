import { identity, type Matrix, product } from '../geometry/index.ts'
import type { GroupItem, Item, PaintedItem, TextItem } from './drawing.ts'
import { expandedText } from './expand-text.ts'

/** The callbacks of a visit; a group is entered before its items and left after them. */
export interface ItemVisitor {
  /** Whether a group is left out with all that is in it; asked before it is entered. */
  skips?(group: GroupItem, matrix: Matrix): boolean
  /** `matrix` is the one that `skips` gets. */
  enter?(group: GroupItem, matrix: Matrix): unknown
  leave?(group: GroupItem): unknown
  /** Called for a text before its painted items, which are skipped if this returns `true`. */
  text?(text: TextItem, matrix: Matrix): boolean | undefined
  /** Called after the painted items of a text, unless they were skipped. */
  endText?(text: TextItem): unknown
  /** `matrix` leads from the item's coordinates to those around all groups. */
  item(item: PaintedItem, matrix: Matrix): void
}

interface Task {
  readonly matrix: Matrix
  readonly group?: GroupItem
  readonly text?: TextItem
  readonly items: readonly Item[]
  next: number
}

/**
 * Goes through items in the order they are painted in; groups may be nested as deep as they like.
 * `around` leads from the items' coordinates to those that the matrices lead to.
 */
export function eachItem(items: readonly Item[], visitor: ItemVisitor, around: Matrix = identity) {
  const tasks: Task[] = [{ items, next: 0, matrix: around }]
  while (tasks.length > 0) {
    const task = tasks[tasks.length - 1]
    if (task.next === task.items.length) {
      tasks.pop()
      if (task.group) visitor.leave?.(task.group)
      if (task.text) visitor.endText?.(task.text)
      continue
    }
    const item = task.items[task.next++]
    if (item.kind === 'text') {
      const isDone = visitor.text?.(item, task.matrix) ?? false
      if (!isDone)
        tasks.push({ text: item, items: expandedText(item), next: 0, matrix: task.matrix })
    } else if (item.kind !== 'group') visitor.item(item, task.matrix)
    else if (!visitor.skips?.(item, task.matrix)) {
      visitor.enter?.(item, task.matrix)
      const matrix = item.matrix ? product(task.matrix, item.matrix) : task.matrix
      tasks.push({ group: item, items: item.items, next: 0, matrix })
    }
  }
}

/** Whether a group says what it is, or leads somewhere: a target must not drop that. */
export const isReadOut = ({ role, title, label, language, link }: GroupItem): boolean =>
  [role, title, label, language, link].some(said => said !== undefined)
