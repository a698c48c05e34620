import type { Layout, Problem } from '../core.ts'
import { warningProblem } from '../problem/index.ts'
import { elementName } from './element-name.ts'

const isMissing = ({ code }: Problem) => code === 'missing-glyph'

/**
 * The problems of a text as it is shown: what its faces lack the browser paints in a face of the platform.
 * It is one problem, however many letters these are.
 */
export function shownProblems({ problems, text }: Layout): readonly Problem[] {
  const missing = problems.filter(isMissing)
  if (missing.length === 0) return problems
  const letters = new Set(
    missing.flatMap(({ range }) => (range ? [...text.slice(range.start, range.end)] : [])),
  )
  const shown = [...letters].slice(0, mostShown).join('')
  const more = letters.size > mostShown ? ' and others' : ''
  const message = `a face of the platform stands in for ${shown}${more} in <${elementName}>`
  const hint = 'add a font that has them to have the same lines everywhere'
  return [
    ...problems.filter(problem => !isMissing(problem)),
    { ...warningProblem('platform-face', message, { hint }), severity: 'note' },
  ]
}

const mostShown = 8
