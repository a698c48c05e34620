import { aString, checkArguments, DotLineError, readJson } from '../problem/index.ts'
import { checkedSheet, type Sheet } from './define-sheet.ts'
import { isTokens, sheetFromTokens } from './tokens/read-tokens.ts'

/**
 * A sheet from the text of a JSON file, or from one of design tokens; `source` is what problems
 * call it. All mistakes are thrown as one `DotLineError`, whose `problems` have places in the file.
 */
export function readSheet(json: string, source = 'sheet'): Sheet {
  checkArguments('readSheet', ['json', json, aString], ['source', source, aString])
  const { value, locationOf, problems } = readJson(json, source)
  if (problems.length > 0) throw new DotLineError(problems[0], problems)
  if (isTokens(value)) return sheetFromTokens(value, locationOf)
  return checkedSheet(value, locationOf)
}
