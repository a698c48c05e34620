import { contrast, type Sheet } from '../core.ts'
import {
  DotLineError,
  errorOf,
  type Path,
  type Problem,
  type SourceLocation,
} from '../problem/index.ts'
import type { PlaceList } from './place-list.ts'

/** Whether the sheet has all that places name of it. Throws a `DotLineError` with all that it has not. */
export function checkNames(
  { modes = [], places }: PlaceList,
  sheet: Sheet,
  locationOf: (path: Path) => SourceLocation | string,
) {
  const problems: Problem[] = []
  const tried = (path: Path, named: () => unknown) => {
    try {
      named()
    } catch (error) {
      if (!(error instanceof DotLineError)) throw error
      for (const problem of error.problems)
        problems.push({ ...problem, location: locationOf(path) })
    }
  }
  for (const [i, mode] of modes.entries()) tried(['modes', i], () => sheet.mode(mode))
  for (const [i, { style, background }] of places.entries()) {
    if (style !== undefined) tried(['places', i, 'style'], () => sheet.style(style))
    if (background !== undefined) {
      tried(['places', i, 'background'], () => contrast('#000000', background, sheet))
    }
  }
  if (problems.length > 0) throw errorOf(problems)
}
