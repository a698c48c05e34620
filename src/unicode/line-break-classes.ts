import { endsWithVowel, isHangulSyllable } from './hangul.ts'
import { ranges, values } from './line-break.data.ts'
import { once, propertyIndex, propertyTable } from './property-table.ts'

/**
 * Strictness of line breaks in Chinese and Japanese (CSS Text 3, section 5.2, `line-break`).
 * `keep-slash` is `normal`, but no line ends behind a slash before ASCII, as in browsers.
 */
export type Strictness = 'loose' | 'normal' | 'strict' | 'keep-slash'

const table = once(() => propertyTable(ranges))

/** A class as a number, in the order of the generated table. */
type LineBreakClass = number

/** The number of a class by its short name in UAX #14. */
export const classOf = (name: string): LineBreakClass => values.indexOf(name)

const [h2, h3] = ['H2', 'H3'].map(classOf)

/** The class of a code point as the Unicode Character Database has it, before rule LB1. */
export function rawClass(codePoint: number): LineBreakClass {
  if (isHangulSyllable(codePoint)) return endsWithVowel(codePoint) ? h2 : h3
  return propertyIndex(table(), codePoint)
}

/** The options that tailor the classes. */
export interface ClassTailoring {
  readonly lineBreak: Strictness
  /** Whether the text is Chinese or Japanese, whose rules `loose` and `normal` relax further. */
  readonly isChineseOrJapanese: boolean
  /** Keeps words of Korean, Chinese and Japanese whole (CSS Text 3, `word-break: keep-all`). */
  readonly keepAll: boolean
}

const al = classOf('AL')
const id = classOf('ID')
const pairs = (from: string, to: string) =>
  from.split(' ').map(name => [classOf(name), classOf(to)] as const)

/** Rule LB1: classes that stand for others where nothing more is known. */
const resolved = [
  ...pairs('AI SG XX SA', 'AL'),
  ...pairs('SAm', 'CM'),
  ...pairs('XX', 'AL'),
] as const

/** Classes of characters that make up words, which `keepAll` holds together. */
const ofWords = ['ID', 'CJ', 'H2', 'H3', 'JL', 'JV', 'JT', 'NS'].map(classOf)

const classPages: (Uint8Array | undefined)[] = []

/** The class of each class, by rule LB1 and by what is tailored. */
export function resolvedClasses(tailoring: ClassTailoring): Uint8Array {
  const { lineBreak, isChineseOrJapanese, keepAll } = tailoring
  const level = lineBreak === 'strict' ? 0 : lineBreak === 'loose' ? 2 : 1
  const key = level * 4 + (isChineseOrJapanese ? 2 : 0) + (keepAll ? 1 : 0)
  classPages[key] ??= resolve(tailoring)
  return classPages[key]
}

function resolve({ lineBreak, isChineseOrJapanese, keepAll }: ClassTailoring): Uint8Array {
  const classes = Uint8Array.from(values, (_, i) => i)
  for (const [from, to] of resolved) classes[from] = to
  classes[classOf('CJ')] = lineBreak === 'strict' ? classOf('NS') : id
  const wideAsIdeographs = lineBreak === 'loose' && isChineseOrJapanese
  for (const [wide, plain] of [
    ['PRw', 'PR'],
    ['POw', 'PO'],
  ]) {
    classes[classOf(wide)] = wideAsIdeographs ? id : classOf(plain)
  }
  if (keepAll) for (const one of ofWords) if (one !== classOf('NS')) classes[one] = al
  return classes
}

/** Wide hyphens that lines of Chinese and Japanese may start with, unless breaking is strict. */
const wideHyphens = new Set([0x301c, 0x30a0])
/** Hyphens behind an ideograph, which only loose breaking puts at the start of a line. */
const hyphens = new Set([0x2010, 0x2013])
/** Iteration marks, and inseparable dots, which only loose breaking takes apart. */
const iterationMarks = new Set([0x3005, 0x303b, 0x309d, 0x309e, 0x30fd, 0x30fe])
/** Punctuation that stands in the middle of its square. */
const centered = new Set([
  ...[0x30fb, 0xff1a, 0xff1b, 0xff65, 0x203c, 0x2047, 0x2048, 0x2049, 0xff01, 0xff1f],
])

/** Whether a character repeats the one before it, and so is of its word (`keepAll`). */
export const isIterationMark = (codePoint: number) => iterationMarks.has(codePoint)

/** Whether a character is one that the tailoring lets stand at the start of a line, or anywhere. */
export function isLoosened(codePoint: number, tailoring: ClassTailoring): boolean {
  const { lineBreak, isChineseOrJapanese } = tailoring
  if (lineBreak === 'strict') return false
  if (isChineseOrJapanese && wideHyphens.has(codePoint)) return true
  if (lineBreak !== 'loose') return false
  if (iterationMarks.has(codePoint) || hyphens.has(codePoint)) return true
  return isChineseOrJapanese && centered.has(codePoint)
}

/** Characters from here on may be loosened; below, none is. */
export const firstLoosened = 0x2010
