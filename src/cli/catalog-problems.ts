import { openShelf, type Problem, readCatalog, typesetter } from 'dot-line'
import { openSheet } from './open-sheet.ts'

/** What only a text with its values can tell. */
const ofValues = new Set(['missing-value', 'unused-value'])

/** What is wrong with the texts of a catalog, each at its place; with a sheet, also with their names. */
export async function catalogProblems(
  json: string,
  source: string,
  sheetFile: string | undefined,
): Promise<readonly Problem[]> {
  const catalog = readCatalog(json, { source, problems: 'collect' })
  if (sheetFile === undefined) return catalog.problems
  const sheet = openSheet(sheetFile, undefined)
  const setter = typesetter({ sheet, shelf: await openShelf(), problems: 'collect' })
  const known = new Set(
    catalog.problems.map(({ code, location }) => `${code} ${placeOf(location)}`),
  )
  const found = catalog.keys.flatMap(key => {
    const location = catalog.locationOf(key)
    return setter.set(catalog.text(key)).problems.flatMap((problem): Problem[] => {
      const isKnown = known.has(`${problem.code} ${placeOf(location)}`)
      if (problem.severity === 'warning' || ofValues.has(problem.code) || isKnown) return []
      return [
        { ...problem, message: `in '${key}': ${problem.message}`, ...(location && { location }) },
      ]
    })
  })
  return [...catalog.problems, ...found]
}

const placeOf = (location: Problem['location']) =>
  typeof location === 'object' ? location.start : location
