import { type Path, pathText } from './path.ts'
import { DotLineError, type Problem, type SourceLocation } from './problem.ts'

/** A message about a text of a file, with the text's path. */
export const messageIn = (path: Path, message: string) => `in ${pathText(path)}: ${message}`

/** A problem in a text of a file, which is told where the text stands there. */
export const inText = (
  problem: Problem,
  path: Path,
  location: SourceLocation | string,
): Problem => ({ ...problem, message: messageIn(path, problem.message), location })

/**
 * What was thrown over a text of a file, with the text's place in that; all else as it is. `pathOf` knows
 * the texts by what problems call them, and the one that was set where they call none.
 */
export function atItsPlace(
  error: unknown,
  pathOf: (source: string | undefined) => Path | undefined,
  locationOf: (path: Path) => SourceLocation | string,
): unknown {
  if (!(error instanceof DotLineError)) return error
  const problems = error.problems.map(problem => {
    const { location } = problem
    const path = typeof location === 'string' ? undefined : pathOf(location?.source)
    return path ? inText(problem, path, locationOf(path)) : problem
  })
  return new DotLineError(problems[0], problems)
}
