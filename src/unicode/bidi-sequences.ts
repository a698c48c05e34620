import {
  AL,
  AN,
  B,
  CS,
  closer,
  closerOf,
  EN,
  ES,
  ET,
  FSI,
  isRemoved,
  L,
  LRI,
  NSM,
  ON,
  PDI,
  R,
  RLI,
  S,
  WS,
} from './bidi-classes.ts'

/** Opening brackets that are kept in wait at the same time; more are not paired (BD16). */
const mostBrackets = 63

/**
 * Rules X10 to I2: puts level runs together to isolating run sequences, and resolves weak and
 * neutral characters in each. Changes `resolved` and `levels`.
 */
export function resolveSequences(
  classes: Uint8Array,
  resolved: Uint8Array,
  levels: Uint8Array,
  paragraph: number,
  matches: Int32Array,
  codeAt: (index: number) => number,
) {
  const kept: number[] = []
  for (let i = 0; i < classes.length; i++) if (!isRemoved(classes[i])) kept.push(i)
  // The results of one sequence must not affect its neighbors.
  const explicit = levels.slice()
  const runs = levelRuns(kept, explicit)
  const runStartingAt = new Map(runs.map(run => [kept[run.start], run]))
  for (const first of runs) {
    const head = kept[first.start]
    // A run that begins with a matched PDI goes on with the sequence of its initiator.
    if (classes[head] === PDI && matches[head] >= 0) continue
    const sequence: number[] = []
    let run: LevelRun | undefined = first
    let tail = head
    while (run) {
      for (let k = run.start; k < run.end; k++) sequence.push(kept[k])
      tail = kept[run.end - 1]
      const opens = isInitiator(classes[tail]) && matches[tail] >= 0
      run = opens ? runStartingAt.get(matches[tail]) : undefined
    }
    const level = explicit[head]
    const before = first.start === 0 ? paragraph : explicit[kept[first.start - 1]]
    const after = levelAfter(tail)
    const [sos, eos] = [before, after].map(other => (Math.max(level, other) % 2 === 1 ? R : L))
    resolveWeak(sequence, resolved, sos)
    resolveBrackets(sequence, classes, resolved, level, sos, codeAt)
    resolveNeutral(sequence, resolved, level, sos, eos)
    resolveImplicit(sequence, resolved, levels)
  }

  /** The level of what follows a sequence; an initiator without its end has nothing behind it. */
  function levelAfter(tail: number): number {
    if (isInitiator(classes[tail]) && matches[tail] < 0) return paragraph
    let next = tail + 1
    while (next < classes.length && isRemoved(classes[next])) next++
    return next < classes.length ? explicit[next] : paragraph
  }
}

const isInitiator = (c: number) => c === LRI || c === RLI || c === FSI

interface LevelRun {
  readonly start: number
  end: number
}

function levelRuns(kept: readonly number[], levels: Uint8Array): LevelRun[] {
  const runs: LevelRun[] = []
  for (let k = 0; k < kept.length; k++) {
    const last = runs.at(-1)
    if (last && levels[kept[last.start]] === levels[kept[k]]) last.end = k + 1
    else runs.push({ start: k, end: k + 1 })
  }
  return runs
}

/** Rules W1 to W7. */
function resolveWeak(sequence: readonly number[], resolved: Uint8Array, sos: number) {
  let before = sos
  let strong = sos
  for (const i of sequence) {
    if (resolved[i] === NSM) resolved[i] = isInitiator(before) || before === PDI ? ON : before // W1
    before = resolved[i]
    if (before === EN && strong === AL) resolved[i] = AN // W2
    if (before === L || before === R || before === AL) strong = before
    // W1 looks at what W2 has not yet changed; the next rules at what it has.
  }
  for (const i of sequence) if (resolved[i] === AL) resolved[i] = R // W3
  for (let k = 1; k + 1 < sequence.length; k++) {
    const c = resolved[sequence[k]]
    const [left, right] = [resolved[sequence[k - 1]], resolved[sequence[k + 1]]]
    if (c === ES && left === EN && right === EN)
      resolved[sequence[k]] = EN // W4
    else if (c === CS && left === right && (left === EN || left === AN))
      resolved[sequence[k]] = left
  }
  for (let k = 0; k < sequence.length; k++) {
    if (resolved[sequence[k]] !== ET) continue
    let end = k
    while (end < sequence.length && resolved[sequence[end]] === ET) end++
    const besideNumber =
      (k > 0 && resolved[sequence[k - 1]] === EN) ||
      (end < sequence.length && resolved[sequence[end]] === EN)
    for (let j = k; j < end; j++) resolved[sequence[j]] = besideNumber ? EN : ON // W5, W6
    k = end - 1
  }
  strong = sos
  for (const i of sequence) {
    const c = resolved[i]
    if (c === ES || c === CS)
      resolved[i] = ON // W6
    else if (c === L || c === R) strong = c
    else if (c === EN && strong === L) resolved[i] = L // W7
  }
}

/** L or R for what counts as strong where neutrals are resolved; -1 for neutrals. */
function strongOf(c: number): number {
  if (c === L) return L
  return c === R || c === EN || c === AN ? R : -1
}

/** Rule N0: pairs of brackets take the direction of what is in them, or of what is before. */
function resolveBrackets(
  sequence: readonly number[],
  classes: Uint8Array,
  resolved: Uint8Array,
  level: number,
  sos: number,
  codeAt: (index: number) => number,
) {
  const embedding = level % 2 === 1 ? R : L
  for (const { open, close } of bracketPairs(sequence, resolved, codeAt)) {
    let found = -1
    for (let k = open + 1; k < close && found !== embedding; k++) {
      const strong = strongOf(resolved[sequence[k]])
      if (strong >= 0) found = strong
    }
    if (found < 0) continue
    let direction = embedding
    if (found !== embedding) {
      let context = sos
      for (let k = open - 1; k >= 0; k--) {
        const strong = strongOf(resolved[sequence[k]])
        if (strong < 0) continue
        context = strong
        break
      }
      direction = context === found ? found : embedding
    }
    for (const k of [open, close]) {
      resolved[sequence[k]] = direction
      // Marks behind a bracket go with it, as W1 would have had them.
      for (let j = k + 1; j < sequence.length && classes[sequence[j]] === NSM; j++) {
        resolved[sequence[j]] = direction
      }
    }
  }
}

/** Pairs of brackets by their places in the sequence, in the order of the opening ones (BD16). */
function bracketPairs(
  sequence: readonly number[],
  resolved: Uint8Array,
  codeAt: (index: number) => number,
) {
  const pairs: { open: number; close: number }[] = []
  const waiting: { place: number; closer: number }[] = []
  for (let k = 0; k < sequence.length; k++) {
    if (resolved[sequence[k]] !== ON) continue
    const code = codeAt(sequence[k])
    const wanted = closerOf(code)
    if (wanted !== 0) {
      if (waiting.length === mostBrackets) return []
      waiting.push({ place: k, closer: wanted })
      continue
    }
    const closing = closer(code)
    if (closing === 0) continue
    const match = waiting.findLastIndex(entry => entry.closer === closing)
    if (match < 0) continue
    pairs.push({ open: waiting[match].place, close: k })
    waiting.length = match
  }
  return pairs.sort((a, b) => a.open - b.open)
}

const isNeutral = (c: number) =>
  c === B || c === S || c === WS || c === ON || c === PDI || isInitiator(c)

/** Rules N1 and N2. */
function resolveNeutral(
  sequence: readonly number[],
  resolved: Uint8Array,
  level: number,
  sos: number,
  eos: number,
) {
  const embedding = level % 2 === 1 ? R : L
  let before = sos
  for (let k = 0; k < sequence.length; k++) {
    const c = resolved[sequence[k]]
    if (!isNeutral(c)) {
      before = strongOf(c)
      continue
    }
    let end = k
    while (end < sequence.length && isNeutral(resolved[sequence[end]])) end++
    const after = end < sequence.length ? strongOf(resolved[sequence[end]]) : eos
    const direction = before === after ? before : embedding
    for (let j = k; j < end; j++) resolved[sequence[j]] = direction
    k = end - 1
  }
}

/** Rules I1 and I2. */
function resolveImplicit(sequence: readonly number[], resolved: Uint8Array, levels: Uint8Array) {
  for (const i of sequence) {
    const c = resolved[i]
    if (levels[i] % 2 === 1) {
      if (c === L || c === EN || c === AN) levels[i] += 1
    } else if (c === R) levels[i] += 1
    else if (c === EN || c === AN) levels[i] += 2
  }
}
