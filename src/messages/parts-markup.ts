import {
  escapeMarkup,
  hintOf,
  isValue,
  type Value,
  type Values,
  valueInHead,
  valueName,
} from '../markup/index.ts'
import { fail, isObject } from '../problem/index.ts'
import type { Part } from './message-facts.ts'

/** Markup that says what a message's parts do, and the values of its placeholders. */
interface WrittenParts {
  readonly markup: string
  readonly values: Values
}

/** Every value becomes a placeholder, so that the typesetter keeps its direction to itself. */
export function partsMarkup(parts: readonly Part[], given: Values): WrittenParts {
  const values: Record<string, Value> = {}
  let markup = ''
  let count = 0
  const fill = (value: Value) => {
    // A name that no variable of a message has.
    const name = `value.${++count}.`
    values[name] = value
    markup += `{${name}}`
  }
  for (const part of parts) {
    switch (part.type) {
      case 'text':
        markup += escapeMarkup(String(part.value))
        break
      case 'markup':
        markup += markOf(part)
        if ('kind' in part && part.kind === 'standalone' && 'name' in part) {
          const { name } = part
          if (Object.hasOwn(given, name)) values[name] = given[name]
        }
        break
      case 'bidiIsolation':
        break
      case 'fallback':
        markup += `{${'source' in part ? String(part.source).replace(/^\$/, '') : ''}}`
        break
      default:
        fill(valueIn(part))
    }
  }
  return { markup, values }
}

function markOf(part: Part): string {
  if (!('kind' in part)) return ''
  const { kind, name, options = {} } = part
  if (kind === 'close') return ']'
  if (kind === 'standalone') return `{${name}}`
  const overrides = Object.entries(options).map(
    ([option, value]) => `${option}=${valueInHead(textOf(value))}`,
  )
  return `~${[name, ...overrides].join(',')}[`
}

/** An option's value: what a variable stands for has its own way to say it. */
const textOf = (value: unknown): string => {
  const plain = isObject(value) && 'value' in value ? value.value : value
  return typeof plain === 'string' ? plain : String(plain?.valueOf())
}

function valueIn(part: Part): Value {
  if ('parts' in part && part.parts) return part.parts.map(one => String(one.value)).join('')
  const value: unknown = 'value' in part ? part.value : undefined
  if (isValue(value)) return value
  return fail('bad-value', `a value of the message is not valid: ${valueName(value)}`, {
    hint: hintOf(value),
  })
}
