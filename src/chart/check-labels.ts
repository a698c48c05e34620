import {
  aNumber,
  anObject,
  anything,
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
import { aroundNames } from './label-places.ts'
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
    readonly fields: Fields<Omit<Extract<T, { readonly kind: K }>, 'kind'>>
    /** What may not be left out. */
    readonly needed: readonly string[]
  }
}

const targets: Fielded<LabelTarget> = {
  point: {
    fields: {
      x: aNumber,
      y: aNumber,
      radius: fromZero,
      sides: listOf(oneOf(...aroundNames)),
      reach: fromZero,
    },
    needed: ['x', 'y'],
  },
  bar: {
    fields: {
      box: aBox,
      toward: oneOf('up', 'down', 'left', 'right'),
      ink: anything,
      prefer: oneOf('outside', 'inside', 'middle'),
    },
    needed: ['box', 'toward'],
  },
  slice: {
    fields: {
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
    fields: { x: aNumber, y: aNumber, toward: oneOf('left', 'right'), reach: fromZero },
    needed: ['x', 'y'],
  },
  area: { fields: { upper: points, lower: points, ink: anything }, needed: ['upper', 'lower'] },
  places: { fields: { places: listOf(anObject) }, needed: ['places'] },
}

const marks: Fielded<Mark> = {
  circle: {
    fields: { x: aNumber, y: aNumber, radius: fromZero, of: anything },
    needed: ['x', 'y', 'radius'],
  },
  box: { fields: { box: aBox, of: anything }, needed: ['box'] },
  line: { fields: { points, width: fromZero, of: anything }, needed: ['points'] },
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
  given: { readonly kind: string },
  kinds: Readonly<Record<string, { readonly fields: object; readonly needed: readonly string[] }>>,
) {
  const { kind, ...rest } = given
  if (typeof kind !== 'string' || !Object.hasOwn(kinds, kind)) {
    const known = Object.keys(kinds)
    fail('bad-argument', `kind of ${owner} may not be ${described(kind)}`, {
      nearest: typeof kind === 'string' ? nearestName(kind, known) : undefined,
      hint: `it is one of ${known.join(', ')}`,
    })
  }
  const { fields, needed } = kinds[kind]
  checkOptions(owner, rest, fields as Fields<object>)
  for (const name of needed) {
    const value = Object.entries(rest).find(([key]) => key === name)?.[1]
    checkArgument(
      owner,
      name,
      value,
      being('given', known => known !== undefined),
    )
  }
}
