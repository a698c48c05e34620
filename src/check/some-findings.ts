import { being, checkArgument, isObject, listOf } from '../problem/index.ts'

/** As an argument: what `check` gives. */
const aFinding = being(
  'a finding, which check() gives',
  value =>
    isObject(value) &&
    ['code', 'severity', 'message', 'place', 'key', 'language'].every(
      name => typeof value[name] === 'string',
    ) &&
    Array.isArray(value.situations) &&
    value.situations.every(situation => isObject(situation) && typeof situation.scale === 'number'),
)

export const checkFinding = (owner: string, finding: unknown) =>
  checkArgument(owner, 'finding', finding, aFinding)

/** Asked for each of many: only what looks like no finding at all is looked at closely. */
export function checkSort(owner: string, finding: unknown): void {
  if (!isObject(finding) || typeof finding.message !== 'string') checkFinding(owner, finding)
}

export const checkFindings = (owner: string, findings: unknown) =>
  checkArgument(owner, 'findings', findings, listOf(aFinding))

/** As an argument: a list, or what reads them from elsewhere. */
export const anIterable = being(
  'findings that can be gone through',
  value => typeof value === 'object' && value !== null && Symbol.iterator in value,
)
