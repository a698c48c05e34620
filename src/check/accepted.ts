import { described, fail, isObject, readJson } from '../problem/index.ts'
import { type Finding, findingId } from './finding.ts'

/** Findings that are taken as they are, as a file has them: by what they are known by. */
export const acceptedText = (findings: readonly Finding[]): string =>
  `${JSON.stringify({ accepted: [...new Set(findings.map(findingId))].sort() }, null, 2)}\n`

/** Reads such a file. Throws `bad-accepted` where it is none. */
export function readAccepted(json: string, source = 'accepted'): ReadonlySet<string> {
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

/** Findings that are not in such a file, and what is in it that is no longer found. */
export function withoutAccepted(findings: readonly Finding[], accepted: ReadonlySet<string>) {
  const ids = new Set(findings.map(findingId))
  return {
    findings: findings.filter(finding => !accepted.has(findingId(finding))),
    gone: [...accepted].filter(id => !ids.has(id)),
  }
}
