import { type Problem, warningProblem } from './problem.ts'

/** So many problems of a kind are listed one by one. */
const mostOfAKind = 100

/** A list that text from outside cannot make long: of each kind the first, and how many more there are. */
interface ProblemList {
  add(problem: Problem): void
  addAll(problems: Iterable<Problem>): void
  /** As above; what says the same of nothing in particular, only once. */
  addOnce(problem: Problem): void
  all(): readonly Problem[]
}

export function problemList(): ProblemList {
  const listed: Problem[] = []
  const counts = new Map<string, number>()
  const said = new Set<string>()
  const add = (problem: Problem) => {
    const count = (counts.get(problem.code) ?? 0) + 1
    counts.set(problem.code, count)
    if (count <= mostOfAKind) listed.push(problem)
  }
  return {
    add,
    addAll(problems) {
      for (const problem of problems) add(problem)
    },
    addOnce(problem) {
      const key = `${problem.code} ${problem.message}`
      if (said.has(key)) return
      said.add(key)
      add(problem)
    },
    all() {
      const more = [...counts].filter(([, count]) => count > mostOfAKind)
      if (more.length === 0) return listed
      return [...listed, ...more.map(([code, count]) => moreOf(code, count - mostOfAKind))]
    },
  }
}

function moreOf(code: string, count: number): Problem {
  return warningProblem('more-problems', `${count} more problems '${code}' are not listed`)
}
