// `dot-line/unicode`: the same functions, for programs that may hand them anything. Inside the
// library they are called for every character, and are not asked what they were given.
import {
  aNumber,
  aString,
  being,
  checkArgument,
  checkArguments,
  checkOptions,
  isObject,
  listOf,
  oneOf,
} from '../problem/index.ts'
import * as bidi from './bidi.ts'
import * as clusters from './graphemes.ts'
import * as breaks from './line-breaks.ts'
import * as script from './scripts.ts'
import * as vertical from './vertical-orientation.ts'

export type { BaseDirection, BidiLevels, IsolatedRange } from './bidi.ts'
export type { Strictness } from './line-break-classes.ts'
export { type BreakOpportunity, breakKind, type LineBreakOptions } from './line-breaks.ts'
export { type ScriptRun, scriptTag } from './scripts.ts'
export type { VerticalOrientation } from './vertical-orientation.ts'

const directions = oneOf('ltr', 'rtl', 'auto')
const aRange = being(
  'a range with whole numbers start and end',
  value =>
    isObject(value) &&
    Number.isInteger(value.start) &&
    Number.isInteger(value.end) &&
    Number(value.start) <= Number(value.end),
)
const levels = being(
  'a list of levels from 0 to 126',
  value =>
    (Array.isArray(value) || value instanceof Uint8Array) &&
    value.every(level => Number.isInteger(level) && level >= 0 && level <= 126),
)

/** Embedding levels of a paragraph (UAX #9, Unicode 15.0, rules P2 to L1). Ranges are isolated, in order. */
export function bidiLevels(
  text: string,
  direction: bidi.BaseDirection = 'auto',
  isolates: readonly bidi.IsolatedRange[] = [],
): bidi.BidiLevels {
  checkArguments(
    'bidiLevels',
    ['text', text, aString],
    ['direction', direction, directions],
    ['isolates', isolates, listOf(aRange)],
  )
  let last = 0
  const inOrder = being('in order, within the text, and apart', () =>
    isolates.every(({ start, end }) => {
      const isBehind = start >= last && end <= text.length
      last = end
      return isBehind
    }),
  )
  checkArgument('bidiLevels', 'isolates', isolates, inOrder)
  return bidi.bidiLevels(text, direction, isolates)
}

/** The places of runs of these levels from left to right, as indices in the order of the text (UAX #9, L2). */
export function visualOrder(of: ArrayLike<number>): number[] {
  checkArgument('visualOrder', 'levels', of, levels)
  return bidi.visualOrder(of)
}

/** Whether a paragraph has right-to-left text; if not, all levels are 0. */
export function needsBidi(text: string, direction: bidi.BaseDirection = 'auto'): boolean {
  checkArguments('needsBidi', ['text', text, aString], ['direction', direction, directions])
  return bidi.needsBidi(text, direction)
}

/** Ends of the grapheme clusters of a text (UAX #29, Unicode 15.0): offsets in rising order. */
export function graphemes(text: string): Uint32Array {
  checkArgument('graphemes', 'text', text, aString)
  return clusters.graphemes(text)
}

function checkBreakOptions(owner: string, options: breaks.LineBreakOptions) {
  checkOptions(owner, options, {
    lineBreak: oneOf('loose', 'normal', 'strict', 'keep-slash'),
    wordBreak: oneOf('normal', 'keep-all'),
    language: aString,
  })
}

/** Where lines may and must end (UAX #14, Unicode 15.0). */
export function lineBreaks(
  text: string,
  options: breaks.LineBreakOptions = {},
): breaks.BreakOpportunity[] {
  checkArgument('lineBreaks', 'text', text, aString)
  checkBreakOptions('lineBreaks', options)
  return breaks.lineBreaks(text, options)
}

/** The break at every offset: a value of `breakKind`. */
export function breakKinds(text: string, options: breaks.LineBreakOptions = {}): Uint8Array {
  checkArgument('breakKinds', 'text', text, aString)
  checkBreakOptions('breakKinds', options)
  return breaks.breakKinds(text, options)
}

/** Whether a code point is a space that hangs at the end of a line. */
export function isBreakingSpace(codePoint: number): boolean {
  checkArgument('isBreakingSpace', 'codePoint', codePoint, aNumber)
  return breaks.isBreakingSpace(codePoint)
}

/** The runs of one script in a text (UAX #24, Unicode 15.0). */
export function scripts(text: string): script.ScriptRun[] {
  checkArgument('scripts', 'text', text, aString)
  return script.scripts(text)
}

/** Whether a code point belongs to the script Common or Inherited. */
export function isCommonScript(codePoint: number): boolean {
  checkArgument('isCommonScript', 'codePoint', codePoint, aCodePoint)
  return script.isCommonScript(codePoint)
}

/** The script of a code point (UAX #24). */
export function scriptOf(codePoint: number): string {
  checkArgument('scriptOf', 'codePoint', codePoint, aCodePoint)
  return script.scriptOf(codePoint)
}

/** Orientation of a code point in vertical text (UAX #50). */
export function verticalOrientation(codePoint: number): vertical.VerticalOrientation {
  checkArgument('verticalOrientation', 'codePoint', codePoint, aCodePoint)
  return vertical.verticalOrientation(codePoint)
}

const aCodePoint = being(
  'a code point: a whole number from 0 to 0x10FFFF',
  value => Number.isInteger(value) && Number(value) >= 0 && Number(value) <= 0x10ffff,
)
