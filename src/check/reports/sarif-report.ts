import { type Finding, findingId, findingKinds } from '../finding.ts'
import { checkFindings } from '../some-findings.ts'
import { situationText, subjectText } from './words.ts'

/** Findings in SARIF 2.1.0 (OASIS), which places in files are shown from. */
export function sarifReport(findings: readonly Finding[]): string {
  checkFindings('sarifReport', findings)
  const rules = Object.keys(findingKinds).map(id => ({
    id,
    defaultConfiguration: { level: findingKinds[id as keyof typeof findingKinds] },
  }))
  const ruleIndex = new Map(rules.map(({ id }, i) => [id, i]))
  const results = findings.map(finding => {
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
  })
  const report = {
    $schema:
      'https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json',
    version: '2.1.0',
    runs: [
      { tool: { driver: { name: 'dotline check', rules } }, columnKind: 'utf16CodeUnits', results },
    ],
  }
  return `${JSON.stringify(report, null, 2)}\n`
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
