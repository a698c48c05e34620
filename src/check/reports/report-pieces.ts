import { checkArgument, oneOf } from '../../problem/index.ts'
import type { Finding } from '../finding.ts'
import { aPart, jsonPieces } from '../part-file.ts'
import { anIterable, checkFinding } from '../some-findings.ts'
import { junitPieces } from './junit-report.ts'
import { markdownPieces } from './markdown-report.ts'
import { sarifPieces } from './sarif-report.ts'

/** Format of a report. */
export type ReportFormat = 'json' | 'sarif' | 'junit' | 'markdown'

const formats: Readonly<Record<ReportFormat, (findings: Iterable<Finding>) => Iterable<string>>> = {
  json: jsonPieces,
  sarif: sarifPieces,
  junit: junitPieces,
  markdown: markdownPieces,
}

/**
 * A report piece by piece, of findings that may be more than memory has room for: they are gone through
 * twice where a format says how many there are. They stand in the order of `compareFindings`. JSON may be
 * of a part.
 */
export function reportPieces(
  format: ReportFormat,
  findings: Iterable<Finding>,
  part?: readonly [part: number, of: number],
): Iterable<string> {
  checkArgument('reportPieces', 'format', format, oneOf('json', 'sarif', 'junit', 'markdown'))
  checkArgument('reportPieces', 'findings', findings, anIterable)
  const checked = eachChecked(findings)
  if (part === undefined) return formats[format](checked)
  checkArgument('reportPieces', 'part', part, aPart)
  return jsonPieces(checked, part)
}

/** The findings, each checked when it is read. */
const eachChecked = (findings: Iterable<Finding>): Iterable<Finding> => ({
  *[Symbol.iterator]() {
    for (const finding of findings) {
      checkFinding('reportPieces', finding)
      yield finding
    }
  },
})
