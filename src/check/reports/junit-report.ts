import type { Finding } from '../finding.ts'
import { checkFindings } from '../some-findings.ts'
import { byCode, situationText, subjectText, whereText } from './words.ts'

/** Findings as failed tests in XML, a suite for each cause, as build services show them. */
export function junitReport(findings: readonly Finding[]): string {
  checkFindings('junitReport', findings)
  const suites = [...byCode(findings)].map(([code, own]) => {
    const cases = own.map(finding => {
      const { message, severity } = finding
      const detail = [situationText(finding), whereText(finding)].filter(Boolean).join('\n')
      return (
        `    <testcase classname="${xml(code)}" name="${xml(subjectText(finding) || message)}">\n` +
        `      <failure type="${severity}" message="${xml(message)}">${xml(detail)}</failure>\n` +
        '    </testcase>\n'
      )
    })
    const count = `tests="${own.length}" failures="${own.length}"`
    return `  <testsuite name="${xml(code)}" ${count}>\n${cases.join('')}  </testsuite>\n`
  })
  const count = `tests="${findings.length}" failures="${findings.length}"`
  return `<?xml version="1.0" encoding="UTF-8"?>\n<testsuites ${count}>\n${suites.join('')}</testsuites>\n`
}

/** Without the characters that XML 1.0 has no place for (section 2.2). */
const xml = (text: string) =>
  text
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replace(/[&<>"\n]/g, character => `&#${character.charCodeAt(0)};`)
