import { DefaultFunctions, DraftFunctions, type MessageFunction } from 'messageformat/functions'
import { isoTime } from '../blocks/index.ts'
import { isObject } from '../problem/index.ts'
import type { Kind } from './message-facts.ts'

type DateFunction = typeof DraftFunctions.date

/**
 * Dates are written in UTC, in which those without a zone are read, unless a message or a value states
 * a `timeZone`: the same on every machine.
 */
const inUtc =
  (write: DateFunction): DateFunction =>
  (context, options, operand) => {
    const zoneOf =
      isObject(operand) && isObject(operand.options) ? operand.options.timeZone : undefined
    if (zoneOf !== undefined) return write(context, options, operand)
    const given =
      isObject(operand) && typeof operand.valueOf === 'function' ? operand.valueOf() : operand
    const time = typeof given === 'string' ? isoTime(given) : Number.NaN
    const value = Number.isNaN(time) ? operand : new Date(time)
    return write(
      context,
      options.timeZone === undefined ? { ...options, timeZone: 'UTC' } : options,
      value,
    )
  }

/** The functions that messages can call. */
export const functions: Readonly<Record<string, MessageFunction<Kind>>> = {
  ...DefaultFunctions,
  ...DraftFunctions,
  date: inUtc(DraftFunctions.date),
  datetime: inUtc(DraftFunctions.datetime),
  time: inUtc(DraftFunctions.time),
}
