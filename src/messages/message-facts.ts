import type { MessageFormat, MessagePart, Model } from 'messageformat'

/** The result of a message's function. */
export type Kind = 'datetime' | 'number' | 'string'

export type Message = MessageFormat<Kind, Kind>

/** A part of a message as it is shown. */
export type Part = MessagePart<Kind>

/** Facts about a message that hold for all its cases. */
interface MessageFacts {
  /** Names of its values, in the order in which they stand. */
  readonly values: readonly string[]
  /** Those without which it cannot be written: they choose a variant, or go through a function. */
  readonly needed: ReadonlySet<string>
  /** Names of functions, such as `number`. */
  readonly functions: ReadonlySet<string>
}

export function messageFacts(message: Model.Message): MessageFacts {
  const locals = new Set<string>()
  const values = new Set<string>()
  const needed = new Set<string>()
  const functions = new Set<string>()
  const ask = (name: string, isNeeded: boolean) => {
    if (locals.has(name)) return
    values.add(name)
    if (isNeeded) needed.add(name)
  }
  const optionsOf = (options: Model.Options | undefined, isNeeded: boolean) => {
    for (const option of Object.values(options ?? {})) {
      if (option.type === 'variable') ask(option.name, isNeeded)
    }
  }
  const read = ({ arg, functionRef }: Model.Expression, isDeclared: boolean) => {
    const isNeeded = isDeclared || functionRef !== undefined
    if (arg?.type === 'variable') ask(arg.name, isNeeded)
    if (functionRef) functions.add(functionRef.name)
    optionsOf(functionRef?.options, true)
  }
  for (const { type, name, value } of message.declarations) {
    read(value, true)
    if (type === 'local') locals.add(name)
  }
  if (message.type === 'select') for (const { name } of message.selectors) ask(name, true)
  for (const pattern of patternsOf(message)) {
    for (const part of pattern) {
      if (typeof part === 'string') continue
      if (part.type === 'expression') read(part, false)
      else {
        // An object in the line is a value that stands by itself.
        if (part.kind === 'standalone') values.add(part.name)
        optionsOf(part.options, true)
      }
    }
  }
  return { values: [...values], needed, functions }
}

/** The pattern of each of its variants. */
export const patternsOf = (message: Model.Message): readonly Model.Pattern[] =>
  message.type === 'select' ? message.variants.map(({ value }) => value) : [message.pattern]
