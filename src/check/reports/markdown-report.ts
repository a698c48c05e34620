import { visibleControls } from '../../problem/index.ts'
import type { Finding } from '../finding.ts'
import { checkFindings } from '../some-findings.ts'
import { byCode, countsOf, situationText, subjectText, whereText } from './words.ts'

/** So many of one kind are shown: a comment on a change is read by people. */
const most = 10

/** Findings as a comment on a change, by cause. */
export function markdownReport(findings: readonly Finding[]): string {
  checkFindings('markdownReport', findings)
  return [...markdownPieces([...byCode(findings).values()].flat())].join('')
}

/** Writes the report piece by piece, from findings grouped by cause. */
export function* markdownPieces(findings: Iterable<Finding>): Generator<string> {
  const counts = countsOf(findings)
  let all = 0
  for (const count of counts.values()) all += count
  if (all === 0) return yield 'No text is in trouble.\n'
  yield `**${all} finding${all === 1 ? '' : 's'}**\n`
  let open: string | undefined
  let shown = 0
  const more = () => (shown > most ? `\nand ${shown - most} more\n` : '')
  for (const finding of findings) {
    const { code, message } = finding
    if (code !== open) {
      yield `${more()}\n### ${code} (${counts.get(code)})\n\n| text | what | worst at | where |\n|---|---|---|---|\n`
      open = code
      shown = 0
    }
    if (shown++ >= most) continue
    const cells = [subjectText(finding), message, situationText(finding), whereText(finding)]
    yield `| ${cells.map(escaped).join(' | ')} |\n`
  }
  yield more()
}

const escaped = (text: string) =>
  visibleControls(text.replace(/\s+/g, ' ')).replace(/[\\|<>*_`[\]]/g, '\\$&')
