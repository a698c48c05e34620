import type { GroupItem } from './drawing.ts'
import { eachItem } from './each-item.ts'

/** Whether a group is there to be seen only, such as a running head: no part of what is read out. */
export const isDecoration = ({ role }: Pick<GroupItem, 'role'>): boolean =>
  role === 'none' || role === 'presentation'

/** The same, and none of it is reached either: what leads somewhere may not be hidden (WAI-ARIA 1.2, 6.6). */
export function isUnheard(group: GroupItem): boolean {
  return isDecoration(group) && !leadsSomewhere(group.items)
}

/** Whether there is a link in items, or in their texts. */
export function leadsSomewhere(items: GroupItem['items']): boolean {
  let isFound = false
  eachItem(items, {
    skips: () => isFound,
    enter({ link }) {
      if (link !== undefined) isFound = true
    },
    text({ layout }) {
      isFound ||= layout.lines.some(({ runs }) => runs.some(run => run.link !== undefined))
      return true
    },
    item: () => {},
  })
  return isFound
}
