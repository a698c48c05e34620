import type * as v from 'valibot'
import { errorProblem, nearestName, type Problem } from '../problem/index.ts'
import { propertyNames } from './schema.ts'

/** A place in the object: its keys from the outside in. */
export type Path = readonly (string | number)[]

export interface SheetProblem {
  readonly path: Path
  readonly problem: Problem
}

/** `styles.body.size`, with quotes where a key is no plain name. */
export function pathText(path: Path): string {
  return path
    .map((key, i) => {
      if (typeof key === 'number') return `[${key}]`
      if (!/^[\p{L}_$][\p{L}\p{N}_$-]*$/u.test(key)) return `[${JSON.stringify(key)}]`
      return i === 0 ? key : `.${key}`
    })
    .join('')
}

/** What the validator found, in our words: what was expected, what stands there, the nearest name. */
export function schemaProblems(issues: readonly v.BaseIssue<unknown>[]): SheetProblem[] {
  return issues.map(issue => {
    const deepest = deepestIssue(issue)
    const path = keysOf(deepest)
    return { path, problem: issueProblem(deepest, path) }
  })
}

/** Where every choice of a union fails, the one that got furthest tells most. */
function deepestIssue(issue: v.BaseIssue<unknown>): v.BaseIssue<unknown> {
  let best = issue
  for (const inner of issue.issues ?? []) {
    if (keysOf(inner).length > keysOf(best).length) best = inner
  }
  return best
}

function keysOf(issue: v.BaseIssue<unknown>): Path {
  const keys = (issue.path ?? []).map(item => item.key)
  return keys.filter((key): key is string | number => {
    return typeof key === 'string' || typeof key === 'number'
  })
}

function issueProblem(issue: v.BaseIssue<unknown>, path: Path): Problem {
  const place = pathText(path) || 'sheet'
  const key = String(path.at(-1))
  if (issue.type === 'strict_object' && issue.expected === 'never') {
    const known = path.length === 1 ? sheetParts : ['from', ...propertyNames]
    return errorProblem('unknown-property', `unknown property '${key}'`, {
      place,
      nearest: nearestName(key, known),
    })
  }
  if (issue.received === 'undefined') {
    return errorProblem('missing-property', `'${key}' is missing`, {
      place,
      hint: `expected ${issue.message}`,
    })
  }
  return errorProblem('bad-value', `${issue.received} is no value for '${key}'`, {
    place,
    hint: `expected ${issue.message}`,
  })
}

const sheetParts = ['families', 'sizes', 'inks', 'styles']
