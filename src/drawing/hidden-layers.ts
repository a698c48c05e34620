import { type Box, identity, type Matrix, product, unionOfBoxes } from '../geometry/index.ts'
import type { GroupItem, Item } from './drawing.ts'
import { eachItem } from './each-item.ts'
import { grown, itemBox, scaleOf } from './ink-box.ts'

/** Whether a group is painted apart, and then shown: such a layer takes memory of its own. */
const isLayer = ({ opacity = 1, blur = 0 }: GroupItem): boolean => opacity < 1 || blur > 0

interface OpenGroup {
  readonly group: GroupItem
  ink: Box | undefined
}

/**
 * Tells of layers of which nothing is on the page: renderers give them memory, or fail at it. Asked
 * of each group on the way through the items of a page; every item is looked at once at most.
 */
export function hiddenLayers(page: Box): (group: GroupItem, matrix: Matrix) => boolean {
  const hidden = new Set<GroupItem>()
  const known = new Set<GroupItem>()
  return (group, matrix) => {
    if (!isLayer(group)) return false
    if (!known.has(group)) lookAt(group, matrix, page, known, hidden)
    return hidden.has(group)
  }
}

function lookAt(
  outer: GroupItem,
  outerMatrix: Matrix,
  page: Box,
  known: Set<GroupItem>,
  hidden: Set<GroupItem>,
) {
  const open: OpenGroup[] = []
  let blurs = 0
  const items: readonly Item[] = [outer]
  eachItem(items, {
    enter(group) {
      blurs += group.blur ?? 0
      open.push({ group, ink: undefined })
    },
    leave(group) {
      blurs -= group.blur ?? 0
      const ink = open.pop()?.ink
      const around = open.at(-1)
      if (around && ink) around.ink = unionOfBoxes(around.ink, ink)
      known.add(group)
      if (isLayer(group) && !(ink && meets(ink, page))) hidden.add(group)
    },
    item(item, inner) {
      const around = open.at(-1)
      const matrix = outerMatrix === identity ? inner : product(outerMatrix, inner)
      const box = itemBox(item, matrix)
      if (!around || !box) return
      around.ink = unionOfBoxes(around.ink, grown(box, blurs * scaleOf(matrix)))
    },
  })
}

const meets = (a: Box, b: Box) =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height
