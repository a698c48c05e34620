import { aLayout } from '../layout/index.ts'
import {
  allowedLink,
  aNumber,
  anObject,
  aShare,
  aString,
  being,
  checkArgument,
  described,
  type Expected,
  either,
  fail,
  fromZero,
  isObject,
  listOf,
} from '../problem/index.ts'
import type { Item } from './drawing.ts'

/** An ink, a color or a name, by its shape: what it says is read where it is worked out. */
export const anInk = either(
  aString,
  being('an ink', value => isObject(value) && typeof value.kind === 'string'),
)

const solidInk = being(
  'an ink of one color',
  value => isObject(value) && value.kind === 'solid' && typeof value.color === 'string',
)
/** Whether its coordinates are finite is checked and reported separately. */
export const aPoint = being(
  'a pair of numbers',
  value => Array.isArray(value) && value.length === 2 && value.every(n => typeof n === 'number'),
)
const matrix = being(
  'a matrix of six finite numbers',
  value =>
    isObject(value) && ['xx', 'yx', 'xy', 'yy', 'dx', 'dy'].every(n => Number.isFinite(value[n])),
)
const outline = being(
  'an outline',
  value =>
    isObject(value) && typeof value.segments === 'string' && ArrayBuffer.isView(value.points),
)
const aList = being('a list of items', Array.isArray)
const aLink = being(
  'a link that only leads somewhere',
  value => typeof value === 'string' && allowedLink(value),
)
const maybe =
  (kind: Expected): Expected =>
  value =>
    value === undefined ? undefined : kind(value)
const box = { x: aNumber, y: aNumber, width: fromZero, height: fromZero }

/**
 * The fields that items of each kind must have; fields that are harmless if missing are not listed.
 */
const fieldsOf = new Map<unknown, Readonly<Record<string, Expected>>>([
  ['text', { layout: aLayout, matrix, id: maybe(aString) }],
  [
    'glyphs',
    { x: aNumber, y: aNumber, face: anObject, size: aNumber, ink: solidInk, glyphs: anObject },
  ],
  ['rectangle', { ...box, radius: fromZero, ink: solidInk }],
  ['path', { outline, fill: maybe(anObject), stroke: maybe(anObject) }],
  ['image', { ...box, picture: anObject, label: maybe(aString) }],
  [
    'rule',
    { from: aPoint, to: aPoint, width: fromZero, ink: solidInk, dash: maybe(listOf(fromZero)) },
  ],
  [
    'group',
    {
      items: aList,
      matrix: maybe(matrix),
      opacity: maybe(aShare),
      blur: maybe(fromZero),
      link: maybe(aLink),
      role: maybe(aString),
      language: maybe(aString),
      title: maybe(aString),
      label: maybe(aString),
    },
  ],
])

/**
 * Groups that were checked with all that is in them: groups of groups are not gone through again.
 */
const checked = new WeakSet<object>()

/** A group whose items were checked. */
export function asChecked<Group extends object>(group: Group): Group {
  checked.add(group)
  return group
}

/**
 * The items of some lists, in one. Throws `bad-item` on what is no item, and `bad-argument` on one
 * that lacks what it is painted by: items are plain data, which programs may put together
 * themselves. Those in groups are looked at as well.
 */
export function checkedItems(owner: string, given: readonly (Item | readonly Item[])[]): Item[] {
  checkArgument(owner, 'items', given, aList)
  const items = given.flat()
  const waiting: unknown[] = items.toReversed()
  while (waiting.length > 0) {
    const item = waiting.pop()
    const fields = isObject(item) ? fieldsOf.get(item.kind) : undefined
    if (!isObject(item) || !fields) {
      const kind = isObject(item) && typeof item.kind === 'string' ? ` of kind '${item.kind}'` : ''
      fail('bad-item', `${owner} takes items, not ${described(item)}${kind}`, {
        hint: 'place(), rule(), rectangle() and their kind make items; lists of them are fine',
      })
    }
    for (const name in fields) {
      checkArgument(`an item of kind '${item.kind}'`, name, item[name], fields[name])
    }
    if (item.kind === 'group' && Array.isArray(item.items) && !checked.has(item)) {
      for (const one of item.items) waiting.push(one)
    }
  }
  return items
}
