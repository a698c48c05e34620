/** A stretch of a source text: offsets in UTF-16 code units, `line` and `column` counted from 1. */
export interface SourceLocation {
  /** Name of the source: a file name, `markup`, `sheet`. */
  readonly source: string
  /** Start offset, in UTF-16 code units. */
  readonly start: number
  /** End offset, in UTF-16 code units. */
  readonly end: number
  /** From 1. */
  readonly line: number
  /** From 1, in UTF-16 code units. */
  readonly column: number
}

/** A stretch of a text: offsets in UTF-16 code units. */
export interface TextRange {
  /** Start offset, in UTF-16 code units. */
  readonly start: number
  /** End offset, in UTF-16 code units. */
  readonly end: number
}

/**
 * Something wrong that did not stop the work. An `error` would have given wrong output in
 * silence and is thrown where problems are thrown; a `warning` is only ever listed.
 */
export interface Problem {
  /** The code of the problem; `docs/reference/problems.md` lists all. */
  readonly code: string
  /** `error`; `warning` if the output is still right; `note` if all is as it should be, and worth knowing. */
  readonly severity: 'error' | 'warning' | 'note'
  /** The problem in a sentence. */
  readonly message: string
  /** Where it was found: a place in a source text, or a path such as `styles.body.size`. */
  readonly location?: SourceLocation | string
  /** Where it shows in a layout: offsets in its text, and indices of line and run. */
  readonly range?: TextRange
  /** The index of its line. */
  readonly line?: number
  /** The index of its run in the line. */
  readonly run?: number
  /** How to fix it. */
  readonly hint?: string
  /** The known name that comes nearest to one that was not found. */
  readonly nearest?: string
}

/** An error with a code, a place and a hint; `message` has all of it in one line. */
export class DotLineError extends Error {
  /** Always `DotLineError`. */
  override readonly name = 'DotLineError'
  /** The code of the problem; `docs/reference/problems.md` lists all. */
  readonly code: string
  /** Where the problem was found. */
  readonly location: SourceLocation | string | undefined
  /** How to fix it. */
  readonly hint: string | undefined
  /** The known name that comes nearest to one that was not found. */
  readonly nearest: string | undefined
  /** All problems; the message is that of the first. */
  readonly problems: readonly Problem[]

  constructor(problem: Problem, all: readonly Problem[] = [problem]) {
    super(problemLine(problem))
    this.code = problem.code
    this.location = problem.location
    this.hint = problem.hint
    this.nearest = problem.nearest
    this.problems = all
  }
}

/** The optional details of a problem. */
type ProblemDetails = Partial<Omit<Problem, 'code' | 'severity' | 'message'>>

/** An error problem, from its parts; leaves out what is not given. */
export function errorProblem(code: string, message: string, more: ProblemDetails = {}): Problem {
  return { code, severity: 'error', message, ...present(more) }
}

/** A warning, from its parts. */
export function warningProblem(code: string, message: string, more: ProblemDetails = {}): Problem {
  return { ...errorProblem(code, message, more), severity: 'warning' }
}

/** Throws a `DotLineError`; for programming errors and for input nothing can be made of. */
export function fail(code: string, message: string, more: ProblemDetails = {}): never {
  throw new DotLineError(errorProblem(code, message, more))
}

/**
 * A problem in one line: what, where, how to fix it. Control characters in names are made visible.
 */
export function problemLine(problem: Problem): string {
  if (typeof problem?.message !== 'string') {
    fail('bad-argument', 'problemLine takes a problem, with code and message')
  }
  const where = locationText(problem.location)
  const { hint, nearest } = problem
  const meant = nearest && `did you mean '${nearest}'?`
  const mend = [meant, hint].filter(Boolean).join(' ')
  return visibleControls(problem.message + (where && ` at ${where}`) + (mend ? ` (${mend})` : ''))
}

/** `file:line:column`, or the path as it is. */
export function locationText(location: SourceLocation | string | undefined): string {
  if (location === undefined) return ''
  return typeof location === 'string'
    ? location
    : `${location.source}:${location.line}:${location.column}`
}

/**
 * Text for a terminal or report: control and direction characters become `U+` and their number, so
 * that a name can't steer the terminal.
 */
export function visibleControls(text: string): string {
  if (typeof text !== 'string') fail('bad-argument', 'visibleControls takes a text')
  return text.replace(/[\u0000-\u001f\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069]/g, c => {
    return `U+${c.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')}`
  })
}

function present<T extends object>(more: T): T {
  return Object.fromEntries(Object.entries(more).filter(([, value]) => value !== undefined)) as T
}
