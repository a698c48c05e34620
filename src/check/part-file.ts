import { append } from '../blocks/index.ts'
import { being, checkArgument, fail, isObject, listOf, readJson } from '../problem/index.ts'
import { type Finding, sortedFindings } from './finding.ts'
import { checkFindings } from './some-findings.ts'

/** Findings as JSON, of all or of a part: what programs read, and what parts are merged from. */
export function findingsText(
  findings: readonly Finding[],
  part?: readonly [part: number, of: number],
): string {
  checkFindings('findingsText', findings)
  if (part !== undefined) checkArgument('findingsText', 'part', part, aPart)
  // A part is read by programs only.
  return `${JSON.stringify({ version: 1, ...(part && { part }), findings }, null, part ? 0 : 2)}\n`
}

/** As an argument: one of so many parts, counted from 1. */
export const aPart = being(
  'a part and how many there are, such as [3, 8]',
  value =>
    Array.isArray(value) &&
    value.length === 2 &&
    value.every(Number.isInteger) &&
    value[0] >= 1 &&
    value[0] <= value[1],
)

const aPartFile = being(
  '{ json, source }',
  value => isObject(value) && typeof value.json === 'string' && typeof value.source === 'string',
)

/** What a part holds; of what is no JSON, where its first mistake is. Where its parts stand nobody asks. */
function parsed(json: string, source: string): unknown {
  try {
    return JSON.parse(json)
  } catch {
    return readJson(json, source).value
  }
}

/** The findings of all parts, in the order that one machine gives. Throws `bad-part` where one is missing or twice. */
export function mergedFindings(
  files: readonly { readonly json: string; readonly source: string }[],
): readonly Finding[] {
  checkArgument('mergedFindings', 'files', files, listOf(aPartFile))
  const seen = new Map<number, string>()
  let count: number | undefined
  const findings: Finding[] = []
  for (const { json, source } of files) {
    const value = parsed(json, source)
    if (!isObject(value) || !Array.isArray(value.findings) || !Array.isArray(value.part)) {
      return fail('bad-part', `${source} is no part of a check`, {
        hint: 'it is written by dotline check --part 1/4 --format json -o FILE',
      })
    }
    const [part, of] = value.part.map(Number)
    if (count !== undefined && of !== count) {
      return fail('bad-part', `${source} is one of ${of} parts, and the others of ${count}`)
    }
    count = of
    const other = seen.get(part)
    if (other !== undefined)
      return fail('bad-part', `${source} and ${other} are the same part: ${part}`)
    seen.set(part, source)
    checkFindings(source, value.findings)
    append(findings, value.findings as Finding[])
  }
  for (let part = 1; part <= (count ?? 0); part++) {
    if (!seen.has(part)) return fail('bad-part', `part ${part} of ${count} is missing`)
  }
  return sortedFindings(findings)
}
