import {
  aString,
  checkArguments,
  checkOptions,
  DotLineError,
  readJson,
  type SourceOptions,
  sourceOptions,
} from '../problem/index.ts'
import { checkedSheet, type Sheet } from './define-sheet.ts'
import { isTokens, sheetFromTokens } from './tokens/read-tokens.ts'

/**
 * A sheet from the text of a JSON file, or from one of design tokens. All mistakes are thrown as
 * one `DotLineError`, whose `problems` have places in the file.
 *
 * @param json The text of a sheet, or of design tokens.
 * @param options Name of the file, for problems.
 * @returns The sheet, checked and resolved.
 * @throws `bad-json`, and as `defineSheet`; each mistake has a line and column.
 * @example
 * readSheet(await readFile('sheet.json', 'utf8'), { source: 'sheet.json' })
 */
export function readSheet(json: string, options: SourceOptions = {}): Sheet {
  checkArguments('readSheet', ['json', json, aString])
  checkOptions('readSheet', options, sourceOptions)
  const { source = 'sheet' } = options
  const { value, locationOf, problems } = readJson(json, source)
  if (problems.length > 0) throw new DotLineError(problems[0], problems)
  if (isTokens(value)) return sheetFromTokens(value, locationOf)
  return checkedSheet(value, locationOf)
}
