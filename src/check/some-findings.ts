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

export const checkFindings = (owner: string, findings: unknown) =>
  checkArgument(owner, 'findings', findings, listOf(aFinding))
