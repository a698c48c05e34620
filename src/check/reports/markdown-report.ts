import type { Finding } from '../finding.ts'
import { checkFindings } from '../some-findings.ts'
import { byCode, situationText, subjectText, whereText } from './words.ts'

/** So many of one kind are shown: a comment on a change is read by people. */
const most = 10

/** Findings as a comment on a change, by cause. */
export function markdownReport(findings: readonly Finding[]): string {
  checkFindings('markdownReport', findings)
  if (findings.length === 0) return 'No text is in trouble.\n'
  const parts = [`**${findings.length} finding${findings.length === 1 ? '' : 's'}**\n`]
  for (const [code, own] of byCode(findings)) {
    parts.push(
      `\n### ${code} (${own.length})\n\n| text | what | worst at | where |\n|---|---|---|---|\n`,
    )
    for (const finding of own.slice(0, most)) {
      const cells = [
        subjectText(finding),
        finding.message,
        situationText(finding),
        whereText(finding),
      ]
      parts.push(`| ${cells.map(escaped).join(' | ')} |\n`)
    }
    if (own.length > most) parts.push(`\nand ${own.length - most} more\n`)
  }
  return parts.join('')
}

const escaped = (text: string) => text.replace(/[\\|<>*_`[\]]/g, '\\$&').replace(/\s+/g, ' ')
