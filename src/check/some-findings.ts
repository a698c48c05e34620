import { being, checkArgument, isObject, listOf } from '../problem/index.ts'
import type { Finding } from './finding.ts'

/** Whether a value is what `check` gives. */
export const isFinding = (value: unknown): value is Finding =>
  isObject(value) &&
  ['code', 'severity', 'message', 'place', 'key', 'language'].every(
    name => typeof value[name] === 'string',
  ) &&
  Array.isArray(value.situations) &&
  value.situations.every(situation => isObject(situation) && typeof situation.scale === 'number')

/** As an argument. */
const aFinding = being('a finding, which check() gives', isFinding)

export const checkFinding = (owner: string, finding: unknown) =>
  checkArgument(owner, 'finding', finding, aFinding)

/** Asked for each of many: only what looks like no finding at all is looked at closely. */
export function checkBriefly(owner: string, finding: unknown): void {
  if (!isObject(finding) || typeof finding.message !== 'string') checkFinding(owner, finding)
}

export const checkFindings = (owner: string, findings: unknown) =>
  checkArgument(owner, 'findings', findings, listOf(aFinding))

/** As an argument: a list, or what reads them from elsewhere. */
export const anIterable = being(
  'findings that can be gone through',
  value => typeof value === 'object' && value !== null && Symbol.iterator in value,
)
