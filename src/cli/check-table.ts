import { byCode, type Finding, situationText, subjectText, whereText } from 'dot-line/check'
import { counted } from './counted.ts'
import { table } from './table.ts'

/** Findings by cause, the gravest first, each cause with how many there are. */
export async function findingsTable(findings: readonly Finding[]): Promise<string> {
  if (findings.length === 0) return 'nothing is wrong\n'
  const tables = [...byCode(findings)].map(async ([code, own]) => {
    const rows = own.map(finding => [
      subjectText(finding),
      finding.message,
      situationText(finding),
      whereText(finding),
    ])
    return `${code}: ${own.length}\n${await table([['text', 'what', 'worst at', 'where'], ...rows])}`
  })
  const parts = await Promise.all(tables)
  const errors = findings.filter(({ severity }) => severity === 'error').length
  const count = `${counted(findings.length, 'finding')}: ${counted(errors, 'error')}, ${counted(findings.length - errors, 'warning')}`
  return `${parts.join('\n')}\n${count}\n`
}
