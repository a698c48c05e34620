import type { Finding } from '../finding.ts'
import { checkFindings } from '../some-findings.ts'
import { byCode, countsOf, situationText, subjectText, whereText } from './words.ts'

/** Findings as failed tests in XML, a suite for each cause, as build services show them. */
export function junitReport(findings: readonly Finding[]): string {
  checkFindings('junitReport', findings)
  return [...junitPieces([...byCode(findings).values()].flat())].join('')
}

/** Writes the report piece by piece, from findings grouped by cause. */
export function* junitPieces(findings: Iterable<Finding>): Generator<string> {
  const counts = countsOf(findings)
  let all = 0
  for (const count of counts.values()) all += count
  const countText = (count: number) => `tests="${count}" failures="${count}"`
  yield `<?xml version="1.0" encoding="UTF-8"?>\n<testsuites ${countText(all)}>\n`
  let open: string | undefined
  for (const finding of findings) {
    const { code, message, severity } = finding
    if (code !== open) {
      if (open !== undefined) yield '  </testsuite>\n'
      yield `  <testsuite name="${xml(code)}" ${countText(counts.get(code) ?? 0)}>\n`
      open = code
    }
    const detail = [situationText(finding), whereText(finding)].filter(Boolean).join('\n')
    yield `    <testcase classname="${xml(code)}" name="${xml(subjectText(finding) || message)}">\n` +
      `      <failure type="${severity}" message="${xml(message)}">${xml(detail)}</failure>\n` +
      '    </testcase>\n'
  }
  if (open !== undefined) yield '  </testsuite>\n'
  yield '</testsuites>\n'
}

/** Without the characters that XML 1.0 has no place for (section 2.2). */
const xml = (text: string) =>
  text
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replace(/[&<>"\n]/g, character => `&#${character.charCodeAt(0)};`)
