import {
  aString,
  being,
  checkArgument,
  checkArguments,
  described,
  fail,
  isObject,
  readJson,
} from '../problem/index.ts'
import { type Finding, findingId } from './finding.ts'
import { checkFindings } from './some-findings.ts'

/** Findings that are taken as they are, as a file has them: by what they are known by. */
export function acceptedText(findings: readonly Finding[]): string {
  checkFindings('acceptedText', findings)
  return `${JSON.stringify({ accepted: [...new Set(findings.map(findingId))].sort() }, null, 2)}\n`
}

/** Reads such a file. Throws `bad-accepted` where it is none. */
export function readAccepted(json: string, source = 'accepted'): ReadonlySet<string> {
  checkArguments('readAccepted', ['json', json, aString], ['source', source, aString])
  const { value } = readJson(json, source)
  const list = isObject(value) ? value.accepted : undefined
  if (!Array.isArray(list) || !list.every(one => typeof one === 'string')) {
    return fail(
      'bad-accepted',
      `${source} has no list 'accepted' of findings: ${described(value)}`,
      {
        hint: 'it is written by dotline check --accepted FILE --update',
      },
    )
  }
  return new Set(list)
}

const aSet = being('a set, which readAccepted() gives', value => value instanceof Set)

/** Findings that are not in such a file, and what is in it that is no longer found. */
export function withoutAccepted(findings: readonly Finding[], accepted: ReadonlySet<string>) {
  checkFindings('withoutAccepted', findings)
  checkArgument('withoutAccepted', 'accepted', accepted, aSet)
  const ids = new Set(findings.map(findingId))
  return {
    findings: findings.filter(finding => !accepted.has(findingId(finding))),
    gone: [...accepted].filter(id => !ids.has(id)),
  }
}
