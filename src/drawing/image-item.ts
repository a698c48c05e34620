import { type Box, identity, type Matrix, product } from '../geometry/index.ts'
import type { GroupItem, ImageItem } from './drawing.ts'
import { isOnItsSide, orientationMatrix } from './jpeg-orientation.ts'
import type { Picture } from './picture.ts'

const scaling = (xx: number, yy: number): Matrix => ({ ...identity, xx, yy })

/** A picture that fills a box; one that is stored turned is turned here, for targets do it each in their way. */
export function imageItem(box: Box, picture: Picture, label?: string): ImageItem | GroupItem {
  const { x, y, width, height } = box
  const said = label === undefined ? {} : { label }
  const { orientation = 1 } = picture
  if (orientation === 1) return { kind: 'image', x, y, width, height, picture, ...said }
  const [across, down] = isOnItsSide(orientation) ? [height, width] : [width, height]
  // As large as it is shown: programs that make pixels of it first keep its detail.
  const stored = { x: 0, y: 0, width: across, height: down }
  const toUnit = scaling(1 / (across || 1), 1 / (down || 1))
  const toShown = product(orientationMatrix[orientation], toUnit)
  const matrix = product({ ...scaling(width, height), dx: x, dy: y }, toShown)
  return { kind: 'group', matrix, items: [{ kind: 'image', ...stored, picture, ...said }] }
}
