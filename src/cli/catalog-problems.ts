import { openFonts, type Problem, typesetterFor } from 'dot-line'
import { catalogOf } from './open-catalog.ts'
import { openSheet } from './open-sheet.ts'

/** Codes that only a text with its values can have. */
const ofValues = new Set(['missing-value', 'unused-value'])

/** Problems of a catalog's texts with their locations; with a sheet, also unknown names. */
export async function catalogProblems(
  json: string,
  source: string,
  sheetFile: string | undefined,
): Promise<readonly Problem[]> {
  if (sheetFile === undefined) return catalogOf(json, source, undefined, 'collect').problems
  const sheet = openSheet(sheetFile, undefined)
  const catalog = catalogOf(json, source, undefined, 'collect', { styles: sheet.styleNames })
  const typesetter = typesetterFor({ sheet, fonts: await openFonts(), problems: 'collect' })
  const styleNames = new Set(
    catalog.problems.map(({ code, location }) => `${code} ${placeOf(location)}`),
  )
  const problems = catalog.keys.flatMap(key => {
    const location = catalog.locationOf(key)
    return catalog.cases(key).flatMap(variant =>
      typesetter.set(variant).problems.flatMap((problem): Problem[] => {
        const name = `${problem.code} ${placeOf(location)}`
        if (problem.severity === 'warning' || ofValues.has(problem.code) || styleNames.has(name))
          return []
        styleNames.add(name)
        return [
          { ...problem, message: `in '${key}': ${problem.message}`, ...(location && { location }) },
        ]
      }),
    )
  })
  return [...catalog.problems, ...problems]
}

const placeOf = (location: Problem['location']) =>
  typeof location === 'object' ? location.start : location
