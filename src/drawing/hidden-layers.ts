import { type Box, type Matrix, unionOfBoxes } from '../geometry/index.ts'
import type { GroupItem } from './drawing.ts'
import { eachItem, type ItemVisitor } from './each-item.ts'
import { grown, itemBox, scaleOf } from './ink-box.ts'

/** Whether a group is painted apart, and then shown: such a layer takes memory of its own. */
const isLayer = ({ opacity = 1, blur = 0 }: GroupItem): boolean => opacity < 1 || blur > 0

interface OpenGroup {
  readonly group: GroupItem
  readonly matrix: Matrix
  ink: Box | undefined
}

/** Whether layers are hidden; one group may be used at several places. */
type Known = Map<GroupItem, Map<string, boolean>>

const placeKey = ({ xx, yx, xy, yy, dx, dy }: Matrix) => [xx, yx, xy, yy, dx, dy].join(' ')

/**
 * Tells of layers of which nothing is on the page: renderers give them memory, or fail at it. Asked
 * of each group on the way through the items of a page; every item is looked at once at most.
 */
export function hiddenLayers(page: Box): (group: GroupItem, matrix: Matrix) => boolean {
  const known: Known = new Map()
  return (group, matrix) => {
    if (!isLayer(group)) return false
    const place = placeKey(matrix)
    if (known.get(group)?.get(place) === undefined) lookAt(group, matrix, page, known)
    return known.get(group)?.get(place) ?? false
  }
}

function lookAt(outer: GroupItem, outerMatrix: Matrix, page: Box, known: Known) {
  const open: OpenGroup[] = []
  let blurs = 0
  const visitor: ItemVisitor = {
    enter(group, matrix) {
      blurs += group.blur ?? 0
      open.push({ group, matrix, ink: undefined })
    },
    leave(group) {
      blurs -= group.blur ?? 0
      const own = open.pop()
      const around = open.at(-1)
      if (around && own?.ink) around.ink = unionOfBoxes(around.ink, own.ink)
      if (!own || !isLayer(group)) return
      const places = known.get(group) ?? new Map<string, boolean>()
      known.set(group, places.set(placeKey(own.matrix), !(own.ink && meets(own.ink, page))))
    },
    item(item, matrix) {
      const around = open.at(-1)
      const box = itemBox(item, matrix)
      if (!around || !box) return
      around.ink = unionOfBoxes(around.ink, grown(box, blurs * scaleOf(matrix)))
    },
  }
  eachItem([outer], visitor, outerMatrix)
}

const meets = (a: Box, b: Box) =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height
