import { type Path, pathText } from './path.ts'
import { DotLineError, type Problem, type SourceLocation } from './problem.ts'

/** A message about a text of a file, with the text's path. */
export const messageIn = (path: Path, message: string) => `in ${pathText(path)}: ${message}`

/** A problem in a text of a file, with the text's location there. */
export const inText = (
  problem: Problem,
  path: Path,
  location: SourceLocation | string,
): Problem => ({ ...problem, message: messageIn(path, problem.message), location })

/**
 * Adds the location of a file's text to an error about it; returns other errors unchanged. `pathOf`
 * finds a text by its name in problems, or the current text if they have none.
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
