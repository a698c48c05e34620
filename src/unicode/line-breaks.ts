import { bytesRow } from '../blocks/index.ts'
import {
  type ClassTailoring,
  classOf,
  firstLoosened,
  isIterationMark,
  isLoosened,
  rawClass,
  resolvedClasses,
  type Strictness,
} from './line-break-classes.ts'
import { wordEnds } from './word-ends.ts'

/** A place where a line may, or must, end (UAX #14). */
export interface BreakOpportunity {
  /** UTF-16 offset before which the line may or must end. */
  readonly offset: number
  /** Whether the line must end here or only may. */
  readonly kind: 'allowed' | 'mandatory'
}

/** Options of `lineBreaks`. */
export interface LineBreakOptions {
  /**
   * Strictness for Chinese and Japanese. Default: UAX #14 as it stands, which is `strict`, but a
   * point is separated from figures behind it if none are before it.
   */
  readonly lineBreak?: Strictness
  /** `keep-all` keeps words of Korean, Chinese and Japanese whole (CSS Text 3). */
  readonly wordBreak?: 'normal' | 'keep-all'
  /** BCP 47 tag. */
  readonly language?: string
}

/** Kinds of breaks between two characters, in `breakKinds`. */
export const breakKind = { none: 0, allowed: 1, mandatory: 2 } as const

const [bk, cr, lf, nl, sp, zw] = ['BK', 'CR', 'LF', 'NL', 'SP', 'ZW'].map(classOf)
const [cm, zwj, wj, gl, ba, hy] = ['CM', 'ZWJ', 'WJ', 'GL', 'BA', 'HY'].map(classOf)
const [cl, cp, ex, is, sy, op] = ['CL', 'CP', 'EX', 'IS', 'SY', 'OP'].map(classOf)
const [qu, ns, b2, cb, bb, hl] = ['QU', 'NS', 'B2', 'CB', 'BB', 'HL'].map(classOf)
const [al, nu, pr, po, id, eb] = ['AL', 'NU', 'PR', 'PO', 'ID', 'EB'].map(classOf)
const [em, jl, jv, jt, h2, h3] = ['EM', 'JL', 'JV', 'JT', 'H2', 'H3'].map(classOf)
const [inseparable, ri, xp, sa, saMark] = ['IN', 'RI', 'XP', 'SA', 'SAm'].map(classOf)
const [opWide, cpWide, prWide, poWide] = ['OPw', 'CPw', 'PRw', 'POw'].map(classOf)

const isOpening = (c: number) => c === op || c === opWide
const isClosingParenthesis = (c: number) => c === cp || c === cpWide
const isLetter = (c: number) => c === al || c === hl
const isIdeographic = (c: number) => c === id || c === eb || c === em || c === xp
const isHangul = (c: number) => c === jl || c === jv || c === jt || c === h2 || c === h3
const isPrefix = (c: number) => c === pr || c === prWide
const isPostfix = (c: number) => c === po || c === poWide

/**
 * Where lines may and must end (UAX #14, Unicode 15.0); the end of the text is mandatory.
 *
 * @returns Offsets with their kind, in rising order.
 * @example
 * lineBreaks('Brackwater-under-Heugh')
 */
export function lineBreaks(text: string, options: LineBreakOptions = {}): BreakOpportunity[] {
  const kinds = breakKinds(text, options)
  const breaks: BreakOpportunity[] = []
  for (let offset = 1; offset < kinds.length; offset++) {
    if (kinds[offset] === breakKind.none) continue
    breaks.push({ offset, kind: kinds[offset] === breakKind.allowed ? 'allowed' : 'mandatory' })
  }
  return breaks
}

const [smallA, smallZ] = [0x61, 0x7a]
const slash = 0x2f
const firstBeyondAscii = 0x80

/** The state of a number: in its digits, or after the bracket that closes it (LB25). */
const inFigures = 1
const behindBracket = 2

/**
 * For each UTF-16 offset of a text, and its end, what kind of break is there: in one pass, with the
 * tailoring for numbers of UAX #14, section 8.2, example 7. Thai, Lao, Khmer and Myanmar are broken
 * between words by the platform.
 *
 * Worked input: `pier-head 1,5 km` gives allowed breaks at 5 (behind the hyphen, LB21), 10 and 14
 * (behind spaces, LB18), a mandatory one at 16 (LB3), and none at 12: a comma between figures belongs
 * to the number (LB25).
 */
export function breakKinds(text: string, options: LineBreakOptions = {}): Uint8Array {
  const { length } = text
  const kinds = bytesRow(length + 1)
  const tailoring = tailoringOf(options)
  const classes = resolvedClasses(tailoring)
  const isStrict = tailoring.lineBreak === 'strict'
  const isLoose = tailoring.lineBreak === 'loose'
  // `.5` is a number too (LB15c, LB25 of Unicode 15.1); the test file of 15.0 breaks it.
  const keepsPoint = options.lineBreak !== undefined
  const keepsSlash = tailoring.lineBreak === 'keep-slash'
  /** The class before, and the one before that, where marks are taken with what they stand on. */
  let before = -1
  let beforeThat = -1
  /** The class before the spaces that were just passed; -1 where there were none. */
  let beforeSpaces = -1
  /** Whether the character just before, a mark or not, is U+200D. */
  let joins = false
  let number = 0
  let regionals = 0
  let hasWords = false
  for (let at = 0; at < length; ) {
    const unit = text.charCodeAt(at)
    // A small letter behind a letter is the common case, and nothing comes between them (LB28).
    if (unit >= smallA && unit <= smallZ && before === al && beforeSpaces < 0) {
      if (!joins && number === 0) {
        beforeThat = al
        at++
        continue
      }
    }
    const codePoint = (unit & 0xf800) === 0xd800 ? (text.codePointAt(at) ?? 0) : unit
    const raw = rawClass(codePoint)
    if (raw === sa || raw === saMark) hasWords = true
    const isRepeat = tailoring.keepAll && codePoint >= firstLoosened && isIterationMark(codePoint)
    const lineClass = isRepeat ? al : classes[raw]
    const size = codePoint > 0xffff ? 2 : 1
    // As common in Chinese and Japanese: two ideographs, between which lines may end (LB31).
    if (lineClass === id && before === id && beforeSpaces < 0 && !joins) {
      kinds[at] = breakKind.allowed
      beforeThat = id
      number = 0
      regionals = 0
      at += size
      continue
    }
    const isMark = lineClass === cm || lineClass === zwj
    // LB9: marks go with what they stand on; LB10: those that stand on nothing are letters.
    if (
      isMark &&
      before >= 0 &&
      beforeSpaces < 0 &&
      !endsAll(before) &&
      before !== zw &&
      before !== sp
    ) {
      joins = lineClass === zwj
      at += size
      continue
    }
    const kind = isMark ? al : lineClass
    if (before >= 0) {
      const isFree =
        !isStrict && codePoint >= firstLoosened && isLoosened(codePoint, tailoring) && !isMark
      const previous = beforeSpaces >= 0 ? sp : before
      if (mustBreak(previous, kind)) kinds[at] = breakKind.mandatory
      else if (isFree && previous !== sp && isIdeographic(previous)) kinds[at] = breakKind.allowed
      else if (isLoose && previous === inseparable && kind === inseparable) {
        kinds[at] = breakKind.allowed
      } else if (joins && beforeSpaces < 0) kinds[at] = breakKind.none
      else if (keepsPoint && previous === sp && kind === is && isNumber(text, at + size, classes)) {
        kinds[at] = breakKind.allowed // LB15c
      } else if (
        breaksBetween(before, beforeThat, beforeSpaces, kind, number, regionals) &&
        !(keepsPoint && before === is && beforeSpaces < 0 && kind === nu) &&
        !(keepsSlash && unit < firstBeyondAscii && text.charCodeAt(at - 1) === slash) &&
        !startsNumber(text, at, size, previous, kind, classes)
      ) {
        kinds[at] = breakKind.allowed
      }
    }
    joins = lineClass === zwj
    if (kind === sp && before >= 0 && !endsAll(before)) {
      if (beforeSpaces < 0) beforeSpaces = before
      number = 0
      regionals = 0
      at += size
      continue
    }
    number = numberAfter(number, kind, beforeSpaces >= 0)
    regionals = kind === ri ? regionals + 1 : 0
    beforeThat = beforeSpaces >= 0 ? sp : before
    before = kind
    beforeSpaces = -1
    at += size
  }
  if (length > 0) kinds[length] = breakKind.mandatory // LB3
  if (hasWords) breakComplexWords(text, kinds, classes)
  return kinds
}

function tailoringOf({
  lineBreak = 'strict',
  wordBreak = 'normal',
  language = '',
}: LineBreakOptions) {
  const isChineseOrJapanese = /^(zh|ja|yue|cmn)\b/i.test(language)
  return {
    lineBreak,
    keepAll: wordBreak === 'keep-all',
    isChineseOrJapanese,
  } satisfies ClassTailoring
}

/** Classes that end a line, so that nothing of it goes on behind them. */
const endsAll = (c: number) => c === bk || c === cr || c === lf || c === nl

/** LB4, LB5. */
function mustBreak(before: number, after: number): boolean {
  return endsAll(before) && !(before === cr && after === lf)
}

/** LB25: before a sign that a number starts with, where a figure follows it. */
function startsNumber(
  text: string,
  at: number,
  size: number,
  previous: number,
  kind: number,
  classes: Uint8Array,
): boolean {
  if (!isPrefix(previous) && !isPostfix(previous)) return false
  if (!isOpening(kind) && kind !== hy) return false
  return isNumber(text, at + size, classes)
}

/** Whether a figure stands at an offset, marks left out. */
function isNumber(text: string, at: number, classes: Uint8Array): boolean {
  let next = at
  while (next < text.length) {
    const codePoint = text.codePointAt(next) ?? 0
    const lineClass = classes[rawClass(codePoint)]
    if (lineClass !== cm && lineClass !== zwj) return lineClass === nu
    next += codePoint > 0xffff ? 2 : 1
  }
  return false
}

function numberAfter(number: number, kind: number, afterSpaces: boolean): number {
  if (kind === nu) return inFigures
  if (afterSpaces || number !== inFigures) return 0
  if (kind === sy || kind === is) return inFigures
  return kind === cl || isClosingParenthesis(kind) ? behindBracket : 0
}

/** The rules from LB6 on, in their order; `before` is what stood before the spaces, if there were. */
function breaksBetween(
  before: number,
  beforeThat: number,
  beforeSpaces: number,
  after: number,
  number: number,
  regionals: number,
): boolean {
  const hasSpaces = beforeSpaces >= 0
  const previous = hasSpaces ? sp : before
  if (endsAll(after)) return false // LB6
  if (after === sp || after === zw) return false // LB7
  if (before === zw) return true // LB8
  if (after === wj || previous === wj) return false // LB11
  if (previous === gl) return false // LB12
  if (after === gl && previous !== sp && previous !== ba && previous !== hy) return false // LB12a
  if (after === cl || isClosingParenthesis(after)) return false // LB13
  if (after === ex || after === is || after === sy) return false
  if (isOpening(before)) return false // LB14
  if (before === qu && isOpening(after)) return false // LB15
  if ((before === cl || isClosingParenthesis(before)) && after === ns) return false // LB16
  if (before === b2 && after === b2) return false // LB17
  if (hasSpaces || previous === sp) return true // LB18
  if (after === qu || before === qu) return false // LB19
  if (after === cb || before === cb) return true // LB20
  if (after === ba || after === hy || after === ns || before === bb) return false // LB21
  if (beforeThat === hl && (before === hy || before === ba)) return false // LB21a
  if (before === sy && after === hl) return false // LB21b
  if (after === inseparable) return false // LB22
  return !holdsTogether(before, after, number, regionals)
}

/** The rules from LB23 on: figures, letters, syllables, pictures. */
function holdsTogether(before: number, after: number, number: number, regionals: number): boolean {
  if (isLetter(before)) {
    if (after === nu || isLetter(after)) return true // LB23, LB28
    if (isPrefix(after) || isPostfix(after) || after === op) return true // LB24, LB30
  }
  if (before === nu && (isLetter(after) || after === nu || after === op)) return true // LB23, LB30
  if (isPrefix(before) && isIdeographic(after)) return true // LB23a
  if (isIdeographic(before) && isPostfix(after)) return true
  if (isPrefix(before) || isPostfix(before)) {
    if (isLetter(after) || after === nu) return true // LB24, LB25
  }
  if ((isOpening(before) || before === hy) && after === nu) return true // LB25
  if (number === inFigures && after === nu) return true
  if (number > 0 && (isPostfix(after) || isPrefix(after))) return true
  if (isHangul(before) || isHangul(after)) {
    if (holdsSyllables(before, after)) return true // LB26, LB27
  }
  if (before === is && isLetter(after)) return true // LB29
  if (before === cp && (isLetter(after) || after === nu)) return true // LB30
  if (before === ri && after === ri) return regionals % 2 === 1 // LB30a
  return (before === eb || before === xp) && after === em // LB30b
}

function holdsSyllables(before: number, after: number): boolean {
  if (before === jl) {
    if (after === jl || after === jv || after === h2 || after === h3) return true
  }
  if ((before === jv || before === h2) && (after === jv || after === jt)) return true
  if ((before === jt || before === h3) && after === jt) return true
  return (isHangul(before) && isPostfix(after)) || (isPrefix(before) && isHangul(after))
}

/** Breaks between the words of runs that are written without spaces (class SA). */
function breakComplexWords(text: string, kinds: Uint8Array, classes: Uint8Array) {
  const rawAt = (at: number) => rawClass(text.codePointAt(at) ?? 0)
  const sizeAt = (at: number) => ((text.codePointAt(at) ?? 0) > 0xffff ? 2 : 1)
  for (let at = 0; at < text.length; ) {
    const start = at
    if (rawAt(at) === sa) {
      while (at < text.length && isOfWords(rawAt(at), classes)) at += sizeAt(at)
      for (const end of wordEnds(text, start, at)) {
        if (end < at && rawAt(end) === sa) kinds[end] = breakKind.allowed
      }
    } else at += sizeAt(at)
  }
}

/** Letters of such scripts, and the marks and joiners among them. */
function isOfWords(raw: number, classes: Uint8Array): boolean {
  return raw === sa || raw === saMark || classes[raw] === cm || raw === zwj
}

/** Spaces that a line may end after, and that hang at its end: not U+00A0, U+2007, U+202F. */
export function isBreakingSpace(code: number): boolean {
  if (code === 0x20 || code === 0x09) return true
  return code >= 0x1680 && (code === 0x1680 || code === 0x3000 || isTypographicSpace(code))
}

function isTypographicSpace(code: number): boolean {
  return (code >= 0x2000 && code <= 0x200b && code !== 0x2007) || code === 0x205f
}
