import { DotLineError, type Problem } from 'dot-line'

/** The problems of the `DotLineError` that a call throws; none where it throws none. */
export function problemsOf(make: () => unknown): readonly Problem[] {
  try {
    make()
  } catch (error) {
    if (error instanceof DotLineError) return error.problems
    throw error
  }
  return []
}
