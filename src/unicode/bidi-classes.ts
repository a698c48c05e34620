import { bytesRow } from '../blocks/index.ts'
import { brackets, ranges, values } from './bidi-class.data.ts'
import { once, propertyIndex, propertyTable } from './property-table.ts'

/** The values of Bidi_Class (UAX #9, table 4), numbered as the generated table does. */
const of = (name: string) => values.indexOf(name)
export const [L, R, AL] = ['L', 'R', 'AL'].map(of)
export const [EN, ES, ET, AN, CS, NSM] = ['EN', 'ES', 'ET', 'AN', 'CS', 'NSM'].map(of)
export const [BN, B, S, WS, ON] = ['BN', 'B', 'S', 'WS', 'ON'].map(of)
export const [LRE, RLE, LRO, RLO, PDF] = ['LRE', 'RLE', 'LRO', 'RLO', 'PDF'].map(of)
export const [LRI, RLI, FSI, PDI] = ['LRI', 'RLI', 'FSI', 'PDI'].map(of)

/** The number of a class by its short name. */
export const bidiClassNamed = of

const table = once(() => propertyTable(ranges))

/**
 * The class of each UTF-16 unit. The second unit of a pair is a boundary neutral: it takes the
 * level of what is before it, and has no say.
 */
export function bidiClasses(text: string): Uint8Array {
  const classes = bytesRow(text.length)
  for (let at = 0; at < text.length; at++) {
    const codePoint = text.codePointAt(at) ?? 0
    classes[at] = propertyIndex(table(), codePoint)
    if (codePoint > 0xffff) classes[++at] = BN
  }
  return classes
}

const openers = new Map<number, number>(brackets.map(([open, close]) => [open, close]))
const closers = new Set<number>(brackets.map(([, close]) => close))

/** U+2329 and U+232A are canonically U+3008 and U+3009 (UAX #9, BD16). */
const canonical = (code: number) => (code === 0x2329 ? 0x3008 : code === 0x232a ? 0x3009 : code)

/** The closing bracket that goes with an opening one; 0 for any other character. */
export function closerOf(code: number): number {
  const closer = openers.get(canonical(code)) ?? openers.get(code)
  return closer === undefined ? 0 : canonical(closer)
}

/** A closing bracket, as `closerOf` names it; 0 for any other character. */
export function closer(code: number): number {
  return closers.has(code) ? canonical(code) : 0
}

/** Whether rule X9 takes a class out of the text. */
export const isRemoved = (c: number) =>
  c === RLE || c === LRE || c === RLO || c === LRO || c === PDF || c === BN
