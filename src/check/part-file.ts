import { fail, isObject, readJson } from '../problem/index.ts'
import { type Finding, sortedFindings } from './finding.ts'

/** Findings as JSON, of all or of a part: what programs read, and what parts are merged from. */
export const findingsText = (
  findings: readonly Finding[],
  part?: readonly [part: number, of: number],
): string =>
  // A part is read by programs only.
  `${JSON.stringify({ version: 1, ...(part && { part }), findings }, null, part ? 0 : 2)}\n`

/** The findings of all parts, in the order that one machine gives. Throws `bad-part` where one is missing or twice. */
export function mergedFindings(
  files: readonly { readonly json: string; readonly source: string }[],
): readonly Finding[] {
  const seen = new Map<number, string>()
  let count: number | undefined
  const findings: Finding[] = []
  for (const { json, source } of files) {
    const { value } = readJson(json, source)
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
    // Each was written by this library.
    findings.push(...(value.findings as Finding[]))
  }
  for (let part = 1; part <= (count ?? 0); part++) {
    if (!seen.has(part)) return fail('bad-part', `part ${part} of ${count} is missing`)
  }
  return sortedFindings(findings)
}
