import { type Box, rectangleOutline } from '../geometry/index.ts'
import {
  anObject,
  aString,
  checkArgument,
  checkArguments,
  checkOptions,
  fail,
} from '../problem/index.ts'
import { aSheet, representativeColor, type Sheet } from '../sheet/index.ts'
import { anInk, aPoint } from './check-items.ts'
import { checkFinite, checkLength } from './checks.ts'
import type { GroupItem, ImageItem, PathItem, RectangleItem, RuleItem } from './drawing.ts'
import { fillOf } from './fill.ts'
import { imageItem } from './image-item.ts'
import { type InkOrName, inkFrom } from './ink-from.ts'
import { isPicture, type Picture } from './picture.ts'

/** A filled rectangle; a gradient spans it. A name is of an ink of the sheet that is given. Throws on lengths that are negative or not finite. */
export function rectangle(
  box: Box,
  given: InkOrName,
  radius = 0,
  sheet?: Sheet,
): RectangleItem | PathItem {
  checkArguments('rectangle', ['box', box, anObject], ['ink', given, anInk])
  if (sheet !== undefined) checkArgument('rectangle', 'sheet', sheet, aSheet)
  const { x, y, width, height } = box
  checkFinite('a rectangle', { x, y, width, height, radius })
  for (const [name, value] of Object.entries({ width, height, radius })) {
    checkLength('a rectangle', name, value)
  }
  const ink = inkFrom(given, sheet)
  if (ink.kind !== 'solid') {
    return { kind: 'path', outline: rectangleOutline(box, radius), fill: fillOf(ink, box) }
  }
  const round = Math.min(radius, width / 2, height / 2)
  return { kind: 'rectangle', x, y, width, height, ink, radius: round }
}

/** A raster image, drawn to fill a box. Throws on lengths that are negative or not finite. */
export function image(
  box: Box,
  picture: Picture,
  options: { readonly label?: string } = {},
): ImageItem | GroupItem {
  checkArgument('image', 'box', box, anObject)
  checkOptions('image', options, { label: aString })
  const { x, y, width, height } = box
  const { label } = options
  if (!isPicture(picture)) {
    fail('bad-image', 'the picture is data, not opened by the library', {
      hint: 'openImage() opens one',
    })
  }
  checkFinite('an image', { x, y, width, height })
  checkLength('an image', 'width', width)
  checkLength('an image', 'height', height)
  return imageItem({ x, y, width, height }, picture, label)
}

/** A straight line of a width; a gradient runs along it. Throws on coordinates that are not finite. */
export function rule(
  from: readonly [x: number, y: number],
  to: readonly [x: number, y: number],
  given: InkOrName,
  width = 1,
  sheet?: Sheet,
): RuleItem | GroupItem {
  checkArguments('rule', ['from', from, aPoint], ['to', to, aPoint], ['ink', given, anInk])
  if (sheet !== undefined) checkArgument('rule', 'sheet', sheet, aSheet)
  checkFinite('a rule', { x1: from[0], y1: from[1], x2: to[0], y2: to[1], width })
  checkLength('a rule', 'width', width)
  const ink = inkFrom(given, sheet)
  if (ink.kind === 'solid') return { kind: 'rule', from, to, width, ink }
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]]
  const length = Math.hypot(dx, dy)
  if (length === 0) return { kind: 'rule', from, to, width, ink: representativeColor(ink) }
  const box = { x: 0, y: -width / 2, width: length, height: width }
  const [cos, sin] = [dx / length, dy / length]
  const matrix = { xx: cos, yx: sin, xy: -sin, yy: cos, dx: from[0], dy: from[1] }
  const item: PathItem = { kind: 'path', outline: rectangleOutline(box), fill: fillOf(ink, box) }
  return { kind: 'group', matrix, items: [item] }
}
