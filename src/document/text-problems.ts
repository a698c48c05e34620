import type { Layout, RichText, Value, Values } from '../core.ts'
import {
  atItsPlace,
  inText,
  type Path,
  type Problem,
  pathText,
  problemList,
  type SourceLocation,
} from '../problem/index.ts'

/** Collects problems of a document's texts with their locations. */
interface TextProblems {
  /** Takes down where a text stands, and gives it. */
  called(text: RichText, path: Path): RichText
  /** Sets a text: what is thrown has its place, what is wrong with the layout is taken down. */
  collect(text: RichText, values: Values, set: () => Layout): Layout
  /** The collected problems, each once, at the first text. */
  problems(): readonly Problem[]
}

/** `general` are problems that every layout repeats and that belong to no text. */
export function textProblems(
  locationOf: (path: Path) => SourceLocation | string,
  general: readonly Problem[],
): TextProblems {
  const paths = new WeakMap<RichText, Path>()
  const problems = problemList()
  const said = new Set<string>()
  /**
   * The path of a text, or of a part of it, by its name in problems; a part without a known name
   * has that of the first. A text of a catalog is named by its key.
   */
  const pathIn =
    (text: RichText, values: Values) =>
    (name: string | undefined): Path | undefined => {
      const waiting: (Value | undefined)[] = [...Object.values(values), text]
      for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
        if (!isRich(next)) continue
        const path = paths.get(next)
        if (path && (name === undefined || name === pathText(path))) return path
        waiting.push(...Object.values(next.values ?? {}))
      }
      return undefined
    }
  function report(problem: Problem, text: RichText, values: Values) {
    const key = `${problem.code} ${problem.message}`
    if (said.has(key)) return
    said.add(key)
    const isOfAll = general.some(({ message }) => message === problem.message)
    const path = isOfAll ? undefined : pathIn(text, values)(undefined)
    problems.add(path ? inText(problem, path, locationOf(path)) : problem)
  }
  return {
    called(text, path) {
      paths.set(text, path)
      return text
    },
    collect(text, values, set) {
      try {
        const layout = set()
        for (const problem of layout.problems) report(problem, text, values)
        return layout
      } catch (error) {
        throw atItsPlace(error, pathIn(text, values), locationOf)
      }
    },
    problems: () => problems.all(),
  }
}

export const isRich = (value: Value | undefined): value is RichText =>
  typeof value === 'object' && 'kind' in value && value.kind === 'rich-text'
