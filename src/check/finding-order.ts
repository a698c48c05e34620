import type { Finding } from './finding.ts'
import { checkBriefly, checkFinding } from './some-findings.ts'

/** Identity of a finding; it stays when lines move and figures change. */
export function findingId(finding: Finding): string {
  checkFinding('findingId', finding)
  const { code, place, key, language, message } = finding
  return [code, place, key, language, place === '' ? message : ''].join('|')
}

const ranks: readonly ((finding: Finding) => string)[] = [
  ({ severity }) => severity,
  ({ code }) => code,
  ({ place }) => place,
  ({ key }) => key,
  ({ language }) => language,
  ({ message }) => message,
]

/** The order in which reports have findings: by cause, errors first, then by text. For `sort`. */
export function compareFindings(a: Finding, b: Finding): number {
  checkBriefly('compareFindings', a)
  checkBriefly('compareFindings', b)
  return inOrder(a, b)
}

function inOrder(a: Finding, b: Finding): number {
  for (const of of ranks) {
    const [one, other] = [of(a), of(b)]
    if (one !== other) return one < other ? -1 : 1
  }
  return 0
}

export const sortedFindings = (findings: readonly Finding[]): readonly Finding[] =>
  [...findings].sort(inOrder)
