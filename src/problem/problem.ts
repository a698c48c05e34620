/** A stretch of a source text: offsets in UTF-16 code units, `line` and `column` counted from 1. */
export interface Place {
  /** What the source is called: a file name, `markup`, `sheet`. */
  readonly source: string
  readonly start: number
  readonly end: number
  readonly line: number
  readonly column: number
}

/**
 * Something wrong that did not stop the work. An `error` would have given wrong output in
 * silence and is thrown where problems are thrown; a `warning` is only ever listed.
 */
export interface Problem {
  readonly code: string
  readonly severity: 'error' | 'warning'
  readonly message: string
  /** Where it was found: a place in a source text, or a path such as `styles.body.size`. */
  readonly place?: Place | string
  readonly hint?: string
  /** The known name that comes nearest to one that was not found. */
  readonly nearest?: string
}

/** What went wrong, where, and how to mend it; `message` holds it all in one line. */
export class DotLineError extends Error {
  override readonly name = 'DotLineError'
  readonly code: string
  readonly place: Place | string | undefined
  readonly hint: string | undefined
  readonly nearest: string | undefined
  /** Everything that was found wrong; the first is the one the message tells. */
  readonly problems: readonly Problem[]

  constructor(problem: Problem, all: readonly Problem[] = [problem]) {
    super(problemLine(problem))
    this.code = problem.code
    this.place = problem.place
    this.hint = problem.hint
    this.nearest = problem.nearest
    this.problems = all
  }
}

/** An error problem, from its parts; leaves out what is not given. */
export function errorProblem(
  code: string,
  message: string,
  more: { place?: Place | string; hint?: string; nearest?: string } = {},
): Problem {
  return { code, severity: 'error', message, ...present(more) }
}

/** A warning, from its parts. */
export function warningProblem(
  code: string,
  message: string,
  more: { place?: Place | string; hint?: string; nearest?: string } = {},
): Problem {
  return { ...errorProblem(code, message, more), severity: 'warning' }
}

/** Throws a `DotLineError`; for programming errors and for input nothing can be made of. */
export function fail(
  code: string,
  message: string,
  more: { place?: Place | string; hint?: string; nearest?: string } = {},
): never {
  throw new DotLineError(errorProblem(code, message, more))
}

/** One line: what, where, how to mend it. Control characters in names are shown, not sent. */
export function problemLine(problem: Problem): string {
  const where = placeText(problem.place)
  const mend = problem.hint ?? (problem.nearest && `did you mean '${problem.nearest}'?`)
  return visible(problem.message + (where && ` at ${where}`) + (mend ? ` (${mend})` : ''))
}

/** `file:line:column`, or the path as it is. */
export function placeText(place: Place | string | undefined): string {
  if (place === undefined) return ''
  return typeof place === 'string' ? place : `${place.source}:${place.line}:${place.column}`
}

/** Control characters as `U+XXXX`, so that a name from outside cannot steer a terminal. */
export function visible(text: string): string {
  return text.replace(/[\u0000-\u001f\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069]/g, c => {
    return `U+${c.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')}`
  })
}

function present<T extends object>(more: T): T {
  return Object.fromEntries(Object.entries(more).filter(([, value]) => value !== undefined)) as T
}
