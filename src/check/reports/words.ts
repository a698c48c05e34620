import { checkArgument, locationText, visibleControls } from '../../problem/index.ts'
import type { Finding, Situation } from '../finding.ts'
import { anIterable, checkBriefly, checkFinding, checkFindings } from '../some-findings.ts'

/** The situation that is worst, and how many there are, in words. */
export function situationText(finding: Finding): string {
  checkFinding('situationText', finding)
  const { situations } = finding
  const [worst, ...others] = situations
  if (!worst) return ''
  const more = others.length === 0 ? '' : `, and ${others.length} more`
  return `${oneSituation(worst)}${more}`
}

function oneSituation({ scale, width, mode, figure, limit }: Situation): string {
  const parts = [
    `${Math.round(scale * 100)} %`,
    ...(width === undefined ? [] : [`width ${width}`]),
    ...(mode === undefined ? [] : [visibleControls(mode)]),
    ...(figure === undefined ? [] : [limit === undefined ? `${figure}` : `${figure} for ${limit}`]),
  ]
  return parts.join(', ')
}

/** The subject of a finding in words: a place, a text, a language. */
export function subjectText(finding: Finding): string {
  checkFinding('subjectText', finding)
  const { place, key, language } = finding
  return [place, key, language]
    .filter(part => part !== '')
    .map(visibleControls)
    .join(' · ')
}

/** The location of a finding's text, in words; empty if unknown. */
export function whereText(finding: Finding): string {
  checkFinding('whereText', finding)
  const { location } = finding
  return location === undefined ? '' : visibleControls(locationText(location))
}

/** Findings of each kind, in the order in which they come. */
export function byCode(findings: readonly Finding[]): ReadonlyMap<string, readonly Finding[]> {
  checkFindings('byCode', findings)
  const groups = new Map<string, Finding[]>()
  for (const finding of findings) {
    const group = groups.get(finding.code)
    if (group) group.push(finding)
    else groups.set(finding.code, [finding])
  }
  return groups
}

/** Number of findings by code. */
export function countsOf(findings: Iterable<Finding>): ReadonlyMap<string, number> {
  checkArgument('countsOf', 'findings', findings, anIterable)
  const counts = new Map<string, number>()
  for (const finding of findings) {
    checkBriefly('countsOf', finding)
    counts.set(finding.code, (counts.get(finding.code) ?? 0) + 1)
  }
  return counts
}
