import type { GroupItem, Item, PaintedItem } from './drawing.ts'

/** What is done on the way through items; a group is entered before its items and left behind them. */
export interface ItemVisitor {
  enter?(group: GroupItem): void
  leave?(group: GroupItem): void
  item(item: PaintedItem): void
}

interface Task {
  readonly group?: GroupItem
  readonly items: readonly Item[]
  next: number
}

/** Goes through items in the order they are painted in; groups may be nested as deep as they like. */
export function eachItem(items: readonly Item[], visitor: ItemVisitor) {
  const tasks: Task[] = [{ items, next: 0 }]
  while (tasks.length > 0) {
    const task = tasks[tasks.length - 1]
    if (task.next === task.items.length) {
      tasks.pop()
      if (task.group) visitor.leave?.(task.group)
      continue
    }
    const item = task.items[task.next++]
    if (item.kind !== 'group') visitor.item(item)
    else {
      visitor.enter?.(item)
      tasks.push({ group: item, items: item.items, next: 0 })
    }
  }
}
