import type { Finding } from '../finding.ts'
import { findingKinds } from '../finding.ts'
import { findingId } from '../finding-order.ts'
import { checkFindings } from '../some-findings.ts'
import { situationText, subjectText } from './words.ts'

/** Findings in SARIF 2.1.0 (OASIS), which places in files are shown from. */
export function sarifReport(findings: readonly Finding[]): string {
  checkFindings('sarifReport', findings)
  return [...sarifPieces(findings)].join('')
}

const rules = Object.entries(findingKinds).map(([id, level]) => ({
  id,
  defaultConfiguration: { level },
}))
const ruleIndex = new Map(rules.map(({ id }, i) => [id, i]))

/** Writes the report piece by piece. */
export function* sarifPieces(findings: Iterable<Finding>): Generator<string> {
  const driver = { name: 'dotline check', rules }
  const report = {
    $schema:
      'https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json',
    version: '2.1.0',
    runs: [{ tool: { driver }, columnKind: 'utf16CodeUnits', results: [] }],
  }
  const [head, end] = JSON.stringify(report, null, 2).split(/(?<="results": \[)(?=\])/)
  yield head
  let isFirst = true
  for (const finding of findings) {
    const result = JSON.stringify(resultOf(finding), null, 2).replaceAll('\n', `\n${indent}`)
    yield `${isFirst ? '' : ','}\n${indent}${result}`
    isFirst = false
  }
  yield `${isFirst ? '' : '\n      '}${end}\n`
}

/** The indent of results in a report. */
const indent = ' '.repeat(8)

function resultOf(finding: Finding) {
  const { code, severity, message, location, situations } = finding
  const parts = [message, subjectText(finding), situationText(finding)].filter(Boolean)
  return {
    ruleId: code,
    ruleIndex: ruleIndex.get(code),
    level: severity,
    message: { text: parts.join(' – ') },
    ...(location !== undefined && { locations: [locationOf(location)] }),
    partialFingerprints: { 'finding/v1': findingId(finding) },
    properties: {
      place: finding.place,
      key: finding.key,
      language: finding.language,
      situations,
    },
  }
}

function locationOf(location: NonNullable<Finding['location']>) {
  if (typeof location === 'string') return { logicalLocations: [{ fullyQualifiedName: location }] }
  const { source, line, column, start, end } = location
  return {
    physicalLocation: {
      artifactLocation: { uri: encodeURI(source.replaceAll('\\', '/')) },
      region: { startLine: line, startColumn: column, charOffset: start, charLength: end - start },
    },
  }
}
