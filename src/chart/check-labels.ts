import {
  aNumber,
  anObject,
  anything,
  aString,
  being,
  checkArgument,
  checkArguments,
  checkOptions,
  described,
  type Fields,
  fail,
  fromZero,
  isObject,
  listOf,
  nearestName,
  oneOf,
} from '../problem/index.ts'
import { sideNames } from './label-places.ts'
import type { LabelTarget, Mark } from './label-targets.ts'

const finite = (value: unknown) => typeof value === 'number' && Number.isFinite(value)

export const aBox = being(
  'a box: { x, y, width, height }, finite and not negative',
  value =>
    isObject(value) &&
    ['x', 'y', 'width', 'height'].every(name => finite(value[name])) &&
    Number(value.width) >= 0 &&
    Number(value.height) >= 0,
)
const aPoint = being(
  'a pair of finite numbers',
  value => Array.isArray(value) && value.length === 2 && value.every(finite),
)
const points = listOf(aPoint)

type Fielded<T extends { readonly kind: string }> = {
  readonly [K in T['kind']]: {
    readonly fields: Fields<Extract<T, { readonly kind: K }>>
    /** Labels that must not be omitted. */
    readonly needed: readonly string[]
  }
}

const targets: Fielded<LabelTarget> = {
  point: {
    fields: {
      kind: aString,
      x: aNumber,
      y: aNumber,
      radius: fromZero,
      sides: listOf(oneOf(...sideNames)),
      reach: fromZero,
    },
    needed: ['x', 'y'],
  },
  bar: {
    fields: {
      kind: aString,
      box: aBox,
      toward: oneOf('top', 'bottom', 'left', 'right'),
      ink: anything,
      prefer: oneOf('outside', 'inside', 'center'),
    },
    needed: ['box', 'toward'],
  },
  slice: {
    fields: {
      kind: aString,
      x: aNumber,
      y: aNumber,
      innerRadius: fromZero,
      radius: fromZero,
      from: aNumber,
      to: aNumber,
      ink: anything,
      prefer: oneOf('outside', 'inside'),
    },
    needed: ['x', 'y', 'radius', 'from', 'to'],
  },
  'line-end': {
    fields: {
      kind: aString,
      x: aNumber,
      y: aNumber,
      toward: oneOf('left', 'right'),
      reach: fromZero,
    },
    needed: ['x', 'y'],
  },
  area: {
    fields: { kind: aString, upper: points, lower: points, ink: anything },
    needed: ['upper', 'lower'],
  },
  places: { fields: { kind: aString, places: listOf(anObject) }, needed: ['places'] },
}

const marks: Fielded<Mark> = {
  circle: {
    fields: { kind: aString, x: aNumber, y: aNumber, radius: fromZero, of: anything },
    needed: ['x', 'y', 'radius'],
  },
  box: { fields: { kind: aString, box: aBox, of: anything }, needed: ['box'] },
  line: { fields: { kind: aString, points, width: fromZero, of: anything }, needed: ['points'] },
}

/** Throws on what no label can belong to. */
export function checkTarget(target: LabelTarget) {
  checkKind('at of a label', target, targets)
  if (target.kind === 'area' && target.upper.length !== target.lower.length) {
    fail('bad-argument', 'the upper and the lower edge of an area have as many points')
  }
  if (target.kind !== 'places') return
  for (const place of target.places) {
    checkOptions('a place of a label', place, { x: aNumber, y: aNumber, anchor: anObject })
    checkArguments('a place of a label', ['x', place.x, aNumber], ['y', place.y, aNumber])
  }
}

/** Throws on what no label can keep clear of. */
export function checkMark(mark: Mark) {
  checkKind('a mark to avoid', mark, marks)
}

function checkKind(
  owner: string,
  given: object,
  kinds: Readonly<Record<string, { readonly fields: object; readonly needed: readonly string[] }>>,
) {
  if (!isObject(given)) return
  const { kind } = given
  if (typeof kind !== 'string' || !Object.hasOwn(kinds, kind)) {
    const kindNames = Object.keys(kinds)
    fail('bad-argument', `kind of ${owner} may not be ${described(kind)}`, {
      nearest: typeof kind === 'string' ? nearestName(kind, kindNames) : undefined,
      hint: `it is one of ${kindNames.join(', ')}`,
    })
  }
  const { fields, needed } = kinds[kind]
  checkOptions(owner, given, fields as Fields<typeof given>)
  for (const name of needed) {
    if (given[name] === undefined) checkArgument(owner, name, undefined, beingGiven)
  }
}

const beingGiven = being('given', value => value !== undefined)
