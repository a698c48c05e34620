import type { Model } from 'messageformat'
import { isSpanName } from '../markup/index.ts'
import { errorProblem, type Problem } from '../problem/index.ts'

/** Names that this library's markup could not have: what is written with them would be shown as text. */
function* nameProblems(name: string, options: readonly string[]): Generator<Problem> {
  const hint = 'names have letters, figures, and _ . - between them'
  if (!isSpanName(name))
    yield errorProblem('bad-message', `{#${name}} is not a style's name`, { hint })
  for (const option of options) {
    // Those of the format itself say nothing of how a text looks.
    if (isSpanName(option) || option.startsWith('u:')) continue
    yield errorProblem('bad-message', `'${option}' of {#${name}} is not a property's name`, {
      hint,
    })
  }
}

/** Spans of a pattern that are not closed, or not in their order: MessageFormat 2 leaves that to those who show it. */
export function* markProblems(pattern: Model.Pattern): Generator<Problem> {
  const open: string[] = []
  for (const part of pattern) {
    if (typeof part === 'string' || part.type !== 'markup') continue
    const { kind, name, options } = part
    if (kind !== 'close') yield* nameProblems(name, Object.keys(options ?? {}))
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
