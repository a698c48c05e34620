import {
  AL,
  B,
  BN,
  bidiClasses,
  CS,
  ES,
  ET,
  FSI,
  isRemoved,
  L,
  LRE,
  LRI,
  LRO,
  NSM,
  ON,
  PDF,
  PDI,
  R,
  RLE,
  RLI,
  RLO,
  S,
  WS,
} from './bidi-classes.ts'
import { resolveSequences } from './bidi-sequences.ts'

/** Deeper embeddings than this are counted, and have no effect (BD2). */
const deepest = 125

/** The direction of a paragraph: stated, or that of its first strong character (UAX #9, P2). */
export type BaseDirection = 'ltr' | 'rtl' | 'auto'

/** Result of `bidiLevels`. */
export interface BidiLevels {
  /** The level of the paragraph: 0 from left to right, 1 from right to left. */
  readonly paragraphLevel: number
  /** One for each UTF-16 unit; odd ones run from right to left. */
  readonly levels: Uint8Array
}

/** A stretch of a text that keeps its own direction. */
export interface IsolatedRange {
  /** Start offset, in UTF-16 code units. */
  readonly start: number
  /** End offset, in UTF-16 code units. */
  readonly end: number
}

/**
 * Embedding levels of a paragraph (UAX #9, Unicode 15.0, rules P2 to L1, white space at the end as
 * at the end of a line). Ranges are isolated as by U+2068 before and U+2069 behind them, which
 * stand nowhere in the text; they are in order, and none overlaps another.
 *
 * Worked input: `Quay שלום 12` has the levels 00000 1111 1 22. The first strong letter is Latin, so
 * the paragraph is 0; the Hebrew word is 1 (I1); the figures behind it count as right to left where
 * the space between is resolved (N1), which makes that 1, and are 2 themselves (I1).
 */
export function bidiLevels(
  text: string,
  direction: BaseDirection = 'auto',
  isolates: readonly IsolatedRange[] = [],
): BidiLevels {
  const ownClasses = bidiClasses(text)
  if (isolates.length === 0) {
    const segmentLevels = levelsOfClasses(ownClasses, direction, i => text.charCodeAt(i))
    keepPairs(text, segmentLevels.levels)
    return segmentLevels
  }
  // The classes with the isolates' controls among them, and where each of the text's units went.
  const classes = new Uint8Array(ownClasses.length + isolates.length * 2)
  const places = new Uint32Array(ownClasses.length)
  const units = new Uint32Array(classes.length).fill(none)
  let to = 0
  let from = 0
  const copyUntil = (end: number) => {
    for (; from < end; from++, to++) {
      classes[to] = ownClasses[from]
      places[from] = to
      units[to] = from
    }
  }
  for (const { start, end } of isolates) {
    copyUntil(start)
    classes[to++] = FSI
    const first = to
    copyUntil(end)
    keepInside(classes.subarray(first, to))
    classes[to++] = PDI
  }
  copyUntil(ownClasses.length)
  const { paragraphLevel, levels } = levelsOfClasses(classes.subarray(0, to), direction, i => {
    return units[i] === none ? 0 : text.charCodeAt(units[i])
  })
  const mapped = new Uint8Array(ownClasses.length)
  for (let i = 0; i < mapped.length; i++) mapped[i] = levels[places[i]]
  keepPairs(text, mapped)
  return { paragraphLevel, levels: mapped }
}

/** The second unit of a pair has the level of its character, also where it ends the text. */
function keepPairs(text: string, levels: Uint8Array) {
  for (let i = 1; i < text.length; i++) {
    const isSecond = (text.charCodeAt(i) & 0xfc00) === 0xdc00
    if (isSecond && (text.charCodeAt(i - 1) & 0xfc00) === 0xd800) levels[i] = levels[i - 1]
  }
}

const none = 0xffffffff

/**
 * Neutralizes controls that a range opens and doesn't close, or closes and hasn't opened: they
 * would reach out of it (they become BN). Embeddings end with their isolate by themselves (X6a).
 */
function keepInside(classes: Uint8Array) {
  const matches = matchingIsolates(classes)
  for (let i = 0; i < classes.length; i++) {
    if (matches[i] < 0 && (isIsolate(classes[i]) || classes[i] === PDI)) classes[i] = BN
  }
}

/** Levels of characters of these classes; `codeAt` finds brackets. */
export function levelsOfClasses(
  classes: Uint8Array,
  direction: BaseDirection,
  codeAt: (index: number) => number,
): BidiLevels {
  if (isAllLeftward(classes, direction)) {
    return { paragraphLevel: 1, levels: new Uint8Array(classes.length).fill(1) }
  }
  const matches = matchingIsolates(classes)
  const paragraph =
    direction === 'auto'
      ? firstStrong(classes, 0, classes.length, matches)
      : direction === 'rtl'
        ? 1
        : 0
  const resolved = classes.slice()
  const levels = explicitLevels(classes, resolved, paragraph, matches)
  resolveSequences(classes, resolved, levels, paragraph, matches, codeAt)
  removedLevels(classes, levels, paragraph)
  whitespaceLevels(classes, levels, paragraph)
  return { paragraphLevel: paragraph, levels }
}

/**
 * Whether a paragraph runs from right to left with all that is in it: without numbers (W2 to W7) or
 * letters that run the other way, what is neutral goes with its surroundings (N1, N2).
 */
function isAllLeftward(classes: Uint8Array, direction: BaseDirection): boolean {
  if (direction === 'ltr') return false
  let isStrong = direction === 'rtl'
  for (let i = 0; i < classes.length; i++) {
    if (isLeftward[classes[i]] === 0) return false
    isStrong ||= classes[i] === R || classes[i] === AL
  }
  return isStrong
}

/** For each class, whether a paragraph from right to left may consist of it alone. */
const isLeftward = new Uint8Array(32)
for (const c of [R, AL, NSM, WS, ON, ES, ET, CS, BN, S]) isLeftward[c] = 1

const isIsolate = (c: number) => c === LRI || c === RLI || c === FSI

/** For each isolate initiator its PDI, for each PDI its initiator (BD9); -1 without one. */
function matchingIsolates(classes: Uint8Array): Int32Array {
  const matches = new Int32Array(classes.length).fill(-1)
  const open: number[] = []
  for (let i = 0; i < classes.length; i++) {
    if (isIsolate(classes[i])) open.push(i)
    else if (classes[i] === PDI) {
      const start = open.pop()
      if (start === undefined) continue
      matches[start] = i
      matches[i] = start
    }
  }
  return matches
}

/** 1 where the first strong character outside of isolates is from right to left (P2, P3). */
function firstStrong(classes: Uint8Array, start: number, end: number, matches: Int32Array): number {
  for (let i = start; i < end; i++) {
    const c = classes[i]
    if (c === L) return 0
    if (c === R || c === AL) return 1
    if (isIsolate(c)) {
      if (matches[i] < 0) return 0
      i = matches[i]
    }
  }
  return 0
}

/** Rules X1 to X8. Overrides change the classes in `resolved`. */
function explicitLevels(
  classes: Uint8Array,
  resolved: Uint8Array,
  paragraph: number,
  matches: Int32Array,
): Uint8Array {
  const levels = new Uint8Array(classes.length)
  /** Embedding level, override (0 none), and whether it is an isolate: three stacks in step. */
  const stackLevels = [paragraph]
  const overrides = [-1]
  const isolated = [false]
  let overflowIsolates = 0
  let overflowEmbeddings = 0
  let validIsolates = 0
  const last = () => stackLevels.length - 1
  const push = (level: number, override: number, isolate: boolean) => {
    stackLevels.push(level)
    overrides.push(override)
    isolated.push(isolate)
  }
  const pop = () => {
    stackLevels.pop()
    overrides.pop()
    isolated.pop()
  }
  const next = (rtl: boolean) =>
    rtl ? (stackLevels[last()] + 1) | 1 : (stackLevels[last()] + 2) & ~1
  const overridden = (i: number) => {
    if (overrides[last()] >= 0) resolved[i] = overrides[last()]
  }

  for (let i = 0; i < classes.length; i++) {
    const c = classes[i]
    if (c === RLE || c === LRE || c === RLO || c === LRO) {
      levels[i] = stackLevels[last()]
      const level = next(c === RLE || c === RLO)
      if (level <= deepest && overflowIsolates === 0 && overflowEmbeddings === 0) {
        push(level, c === RLO ? R : c === LRO ? L : -1, false)
      } else if (overflowIsolates === 0) overflowEmbeddings++
    } else if (isIsolate(c)) {
      levels[i] = stackLevels[last()]
      overridden(i)
      const end = matches[i] < 0 ? classes.length : matches[i]
      const rtl = c === RLI || (c === FSI && firstStrongInside(i + 1, end) === 1)
      const level = next(rtl)
      if (level <= deepest && overflowIsolates === 0 && overflowEmbeddings === 0) {
        validIsolates++
        push(level, -1, true)
      } else overflowIsolates++
    } else if (c === PDI) {
      if (overflowIsolates > 0) overflowIsolates--
      else if (validIsolates > 0) {
        overflowEmbeddings = 0
        while (!isolated[last()]) pop()
        pop()
        validIsolates--
      }
      levels[i] = stackLevels[last()]
      overridden(i)
    } else if (c === PDF) {
      levels[i] = stackLevels[last()]
      if (overflowIsolates === 0) {
        if (overflowEmbeddings > 0) overflowEmbeddings--
        else if (!isolated[last()] && last() > 0) pop()
      }
    } else if (c === B) {
      levels[i] = paragraph
    } else {
      levels[i] = stackLevels[last()]
      if (c !== BN) overridden(i)
    }
  }
  return levels

  function firstStrongInside(start: number, end: number): number {
    return firstStrong(classes, start, end, matches)
  }
}

/** Gives characters that X9 removed the level of the one before. */
function removedLevels(classes: Uint8Array, levels: Uint8Array, paragraph: number) {
  for (let i = 0; i < classes.length; i++) {
    if (isRemoved(classes[i])) levels[i] = i > 0 ? levels[i - 1] : paragraph
  }
}

/** Separators, and white space before them and at the end, take the paragraph's level (L1). */
function whitespaceLevels(classes: Uint8Array, levels: Uint8Array, paragraph: number) {
  let trailing = true
  for (let i = classes.length - 1; i >= 0; i--) {
    const c = classes[i]
    if (c === B || c === S) trailing = true
    else if (!(c === WS || isIsolate(c) || c === PDI || isRemoved(c))) trailing = false
    if (trailing) levels[i] = paragraph
  }
}

/**
 * The order in which characters, or runs, of these levels stand from left to right (L2): indices
 * into `levels`.
 */
export function visualOrder(levels: ArrayLike<number>): number[] {
  const order = Array.from({ length: levels.length }, (_, i) => i)
  let highest = 0
  let lowestOdd = Infinity
  for (let i = 0; i < levels.length; i++) {
    highest = Math.max(highest, levels[i])
    if (levels[i] % 2 === 1) lowestOdd = Math.min(lowestOdd, levels[i])
  }
  for (let level = highest; level >= lowestOdd; level--) {
    for (let start = 0; start < order.length; start++) {
      if (levels[order[start]] < level) continue
      let end = start
      while (end + 1 < order.length && levels[order[end + 1]] >= level) end++
      for (let a = start, b = end; a < b; a++, b--) [order[a], order[b]] = [order[b], order[a]]
      start = end
    }
  }
  return order
}

/** Hebrew is the first script of its kind; below it nothing runs from right to left, or steers. */
const firstRightToLeft = 0x0590

/**
 * Whether a text needs levels: not where its base is from left to right and it has no character
 * that is from right to left, and no control for direction. May be true for a text that does not.
 */
export function needsBidi(text: string, direction: BaseDirection): boolean {
  if (direction === 'rtl') return true
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    if (code < firstRightToLeft) continue
    if (code <= 0x08ff || (code >= 0xfb1d && code <= 0xfeff)) return true
    // U+200F, U+202A to U+202E and U+2066 to U+2069; and the high surrogates of planes that have any.
    if (code === 0x200f || (code >= 0x202a && code <= 0x202e)) return true
    if ((code >= 0x2066 && code <= 0x2069) || (code >= 0xd802 && code <= 0xd83b)) return true
  }
  return false
}
