import { type Problem, problemLine } from 'dot-line'

/** Reports one problem. */
export const warnOf = (problem: Problem) => warn([problem])

/** Reports what did not stop the work. */
export function warn(problems: readonly Problem[]) {
  for (const problem of problems) process.stderr.write(`warning: ${problemLine(problem)}\n`)
}
