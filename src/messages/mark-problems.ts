import type { Model } from 'messageformat'
import { errorProblem, type Problem } from '../problem/index.ts'

/** Spans of a pattern that are not closed, or not in their order: MessageFormat 2 leaves that to those who show it. */
export function* markProblems(pattern: Model.Pattern): Generator<Problem> {
  const open: string[] = []
  for (const part of pattern) {
    if (typeof part === 'string' || part.type !== 'markup') continue
    const { kind, name } = part
    if (kind === 'open') open.push(name)
    if (kind !== 'close') continue
    const last = open.pop()
    if (last === name) continue
    const message =
      last === undefined ? `{/${name}} closes nothing` : `{#${last}} is closed by {/${name}}`
    yield errorProblem('stray-close', message)
  }
  for (const name of open) {
    yield errorProblem('unclosed-span', `the span {#${name}} is not closed`, {
      hint: `close it with {/${name}}`,
    })
  }
}
