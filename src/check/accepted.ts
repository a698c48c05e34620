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
import { anIterable } from './some-findings.ts'

/** Findings that are taken as they are, as a file has them: by what they are known by. */
export function acceptedText(findings: Iterable<Finding>): string {
  checkArgument('acceptedText', 'findings', findings, anIterable)
  const ids = new Set<string>()
  for (const finding of findings) ids.add(findingId(finding))
  return `${JSON.stringify({ accepted: [...ids].sort() }, null, 2)}\n`
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

/** What is not accepted, and what is accepted and no longer found. */
interface NotAccepted<T> {
  readonly findings: T
  readonly gone: readonly string[]
}

/**
 * Findings that are not in such a file, and what is in it that is no longer found. Those that are read from
 * elsewhere are gone through for both, and not held.
 */
export function withoutAccepted(
  findings: readonly Finding[],
  accepted: ReadonlySet<string>,
): NotAccepted<readonly Finding[]>
export function withoutAccepted(
  findings: Iterable<Finding>,
  accepted: ReadonlySet<string>,
): NotAccepted<Iterable<Finding>>
export function withoutAccepted(
  findings: Iterable<Finding>,
  accepted: ReadonlySet<string>,
): NotAccepted<Iterable<Finding>> {
  checkArgument('withoutAccepted', 'findings', findings, anIterable)
  checkArgument('withoutAccepted', 'accepted', accepted, aSet)
  const gone = new Set(accepted)
  for (const finding of findings) gone.delete(findingId(finding))
  const others = {
    *[Symbol.iterator]() {
      for (const finding of findings) if (!accepted.has(findingId(finding))) yield finding
    },
  }
  return { findings: Array.isArray(findings) ? [...others] : others, gone: [...gone] }
}
