import { errorProblem, nearestName, type Problem, warningProblem } from '../problem/index.ts'
import { aligns } from '../targets/flow/index.ts'
import { elementName } from './element-name.ts'
import { trees } from './text-tree.ts'

/** The attributes of a text element. */
export const attributes = [
  'text-style',
  'markup',
  'streaming',
  'message',
  'values',
  'max-lines',
  'height',
  'open',
  'fit',
  'overrides',
  'ellipsis',
  'align',
  'align-wrapped',
  'paint',
  'tooltip',
  'tree',
] as const

export type Attribute = (typeof attributes)[number]

/** As what a text may be seen. */
const paints: readonly string[] = ['text', 'svg', 'canvas']

/** The attributes that take only certain values. */
const choices: { readonly [A in Attribute]?: readonly string[] } = {
  align: aligns,
  'align-wrapped': aligns,
  paint: paints,
  tree: trees,
}

/** The attributes that take numbers. */
const numbers: { readonly [A in Attribute]?: NumberForm } = {
  'max-lines': {
    isTaken: value => countIn(value) !== undefined,
    hint: 'a whole number from 1',
  },
  height: {
    isTaken: value => unitsIn(value) !== undefined,
    hint: 'a number of units from 0',
  },
  fit: {
    isTaken: value => fitIn(value) !== undefined,
    hint: 'the least and the largest size, as in "12 40"',
  },
}

interface NumberForm {
  isTaken(value: string): boolean
  readonly hint: string
}

/** The problem of an attribute's value; a wrong value has no effect. */
export function attributeProblem(name: Attribute, value: string | null): Problem | undefined {
  if (value === null) return undefined
  const taken = choices[name]
  const number = numbers[name]
  const isTaken = taken?.includes(value) ?? number?.isTaken(value) ?? true
  if (isTaken) return undefined
  const message = `${name} of <${elementName}> may not be '${value.slice(0, 60)}'`
  const nearest = taken && nearestName(value, taken)
  const hint = taken ? `it is one of ${taken.join(', ')}` : `it is ${number?.hint}`
  return errorProblem('bad-value', message, nearest === undefined ? { hint } : { nearest })
}

/** A whole number from 1, as an attribute has it. */
export function countIn(value: string | null): number | undefined {
  const count = Number(value ?? Number.NaN)
  return Number.isInteger(count) && count > 0 ? count : undefined
}

/** A number of units, as an attribute has it. */
export function unitsIn(value: string | null): number | undefined {
  const units = Number(value === null || value.trim() === '' ? Number.NaN : value)
  return Number.isFinite(units) && units >= 0 ? units : undefined
}

/** The least and the largest size of a text that is fitted. */
export function fitIn(
  value: string | null,
): { readonly min: number; readonly max: number } | undefined {
  const sizes = (value ?? '').trim().split(/\s+/).map(Number)
  if (sizes.length !== 2 || !sizes.every(size => Number.isFinite(size) && size > 0))
    return undefined
  const [min, max] = sizes
  return max >= min ? { min, max } : undefined
}

const known = new Set<string>(attributes)
/** Global attributes, and those of frameworks: they are never misspellings of ours. */
const others =
  /^(class|id|is|key|lang|dir|part|role|slot|style|title|width|hidden|tabindex|nonce|(aria|data)-.*|.*[:@#.].*)$/
/** The names without hyphens, as JavaScript has them and HTML doesn't: `textstyle`. */
const withoutHyphens = new Map(attributes.map(name => [name.replaceAll('-', ''), name]))

/** Attributes that are called nearly like one of ours. */
export function misnamedAttributes(element: Element): readonly Problem[] {
  const found: Problem[] = []
  for (const name of element.getAttributeNames()) {
    if (known.has(name)) continue
    const nearest =
      withoutHyphens.get(name) ?? (others.test(name) ? undefined : nearestName(name, known))
    if (nearest === undefined) continue
    const message = `<${elementName}> has no attribute '${name}'`
    found.push(warningProblem('unknown-property', message, { nearest }))
  }
  return found
}
