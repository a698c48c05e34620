import type { Element } from 'domhandler'
import { identity, type Matrix, product } from '../../geometry/index.ts'
import type { StyledElement } from './svg-tree.ts'
import { transformMatrix } from './transform.ts'

/** Inherited values within an element. */
export interface Context {
  readonly matrix: Matrix
  readonly fontSize: number
  readonly values: ReadonlyMap<string, string>
  readonly isHidden: boolean
}

const inherited = [
  ...['text-anchor', 'dominant-baseline', 'font-weight', 'fill', 'visibility', 'direction'],
  ...['writing-mode', 'xml:space'],
]

/** Elements whose content is not shown where it stands. */
const unseen = [
  'defs',
  'symbol',
  'clipPath',
  'mask',
  'pattern',
  'marker',
  'title',
  'desc',
  'style',
  'script',
  'foreignObject',
]

const initial: Context = { matrix: identity, fontSize: 16, values: new Map(), isHidden: false }

/** An element's context, from that of its parent. */
export function contextOf(styled: StyledElement, around: Context = initial): Context {
  const { element, own } = styled
  const values = new Map(around.values)
  for (const name of inherited) {
    const value = own(name)
    if (value !== undefined && value !== 'inherit') values.set(name, value)
  }
  const transform = element.attribs.transform
  const matrix = transform === undefined ? identity : transformMatrix(transform)
  const isNested = element.name === 'svg' && styled.parent !== undefined
  const shift = isNested ? nestedMatrix(element) : identity
  const isHidden =
    around.isHidden ||
    !matrix ||
    !shift ||
    unseen.includes(element.name) ||
    own('display') === 'none' ||
    Number(own('opacity') ?? 1) === 0 ||
    ['hidden', 'collapse'].includes(values.get('visibility') ?? '')
  const whole = matrix && shift ? product(product(around.matrix, shift), matrix) : around.matrix
  return { matrix: whole, fontSize: sizeOf(own('font-size'), around.fontSize), values, isHidden }
}

/** An inner picture without a scale of its own is where it says; another is left as it is. */
function nestedMatrix({ attribs }: Element): Matrix | undefined {
  if (attribs.viewBox !== undefined) return undefined
  return {
    ...identity,
    dx: Number.parseFloat(attribs.x ?? '0'),
    dy: Number.parseFloat(attribs.y ?? '0'),
  }
}

const named: Readonly<Record<string, number>> = { small: 13, medium: 16, large: 18, 'x-small': 10 }

function sizeOf(value: string | undefined, around: number): number {
  if (value === undefined) return around
  if (Object.hasOwn(named, value)) return named[value]
  return lengthOf(value, around) ?? around
}

/** A length in units; percentages are of a whole. Not a length: undefined. */
export function lengthOf(value: string, em: number, whole: number = em): number | undefined {
  const match = /^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)\s*([a-z%]*)\s*$/i.exec(value)
  if (!match) return undefined
  const number = Number(match[1])
  const unit = match[2].toLowerCase()
  const factors: Readonly<Record<string, number>> = {
    '': 1,
    px: 1,
    em,
    rem: 16,
    ex: em / 2,
    '%': whole / 100,
    pt: 4 / 3,
    mm: 96 / 25.4,
    in: 96,
  }
  return Object.hasOwn(factors, unit) ? number * factors[unit] : undefined
}
