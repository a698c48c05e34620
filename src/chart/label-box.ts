import { type Box, inkBox, type Layout } from '../core.ts'
import { unionOfBoxes } from '../geometry/index.ts'

/** The box that holds a layout's frame and all that it is painted with: what nothing else may touch. */
export function labelBox(layout: Layout): Box {
  const keptBox = boxes.get(layout)
  if (keptBox) return keptBox
  const frame = { x: 0, y: 0, width: layout.width, height: layout.height }
  const box = unionOfBoxes(frame, inkBox(layout)) ?? frame
  boxes.set(layout, box)
  return box
}

/** A label is placed in many ways before it stands. */
const boxes = new WeakMap<Layout, Box>()
