import {
  aString,
  being,
  checkArgument,
  checkArguments,
  checkOptions,
  described,
  fail,
  isObject,
  readJson,
  type SourceOptions,
  sourceOptions,
} from '../problem/index.ts'
import type { Finding } from './finding.ts'
import { findingId } from './finding-order.ts'
import { anIterable } from './some-findings.ts'

/** The content of a file of accepted findings. */
export function acceptedText(findings: Iterable<Finding>): string {
  checkArgument('acceptedText', 'findings', findings, anIterable)
  const ids = new Set<string>()
  for (const finding of findings)
    ids.add(`${findingId(finding)}|${gravityText(gravityOf(finding))}`)
  return `${JSON.stringify({ accepted: [...ids].sort() }, null, 2)}\n`
}

/** Reads a file of accepted findings. Throws `bad-accepted`. */
export function readAccepted(json: string, options: SourceOptions = {}): ReadonlySet<string> {
  checkArguments('readAccepted', ['json', json, aString])
  checkOptions('readAccepted', options, sourceOptions)
  const { source = 'accepted' } = options
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

/** How serious a finding is: the scale at which it begins, and how far it is from its limit. */
interface Gravity {
  readonly scale: number
  readonly off: number
}

function gravityOf({ situations }: Finding): Gravity {
  let [scale, off] = [Infinity, 0]
  for (const { scale: own, figure, limit } of situations) {
    scale = Math.min(scale, own)
    if (figure !== undefined && limit !== undefined && figure > 0 && limit > 0) {
      off = Math.max(off, Math.abs(Math.log(figure / limit)))
    }
  }
  return { scale, off }
}

const gravityText = ({ scale, off }: Gravity) =>
  `${scale === Infinity ? '' : scale}|${off.toFixed(2)}`

/** An entry of the file: what the finding is known by, and how bad it was. */
function entryOf(text: string): { readonly id: string; readonly gravity: Gravity } {
  const parts = text.split('|')
  const [scale, off] = parts.slice(-2)
  return {
    id: parts.slice(0, -2).join('|'),
    gravity: { scale: scale === '' ? Infinity : Number(scale), off: Number(off) },
  }
}

/** Texts change a little: what is worse by less than this is as bad as it was. */
const tolerated = 0.25

const isWorse = (now: Gravity, then: Gravity) =>
  now.scale < then.scale || now.off > then.off + tolerated

const aSet = being('a set, which readAccepted() gives', value => value instanceof Set)

/** Findings that are not accepted, and accepted ones that are no longer found. */
interface NotAccepted<T> {
  readonly findings: T
  readonly gone: readonly string[]
}

/**
 * Findings that are new, or worse than when the file was written (at smaller scales, or farther
 * from their limit), and entries that no longer occur. Findings from elsewhere are streamed, not
 * held.
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
  const gravityOfId = new Map([...accepted].map(entryOf).map(({ id, gravity }) => [id, gravity]))
  const gone = new Set(gravityOfId.keys())
  for (const finding of findings) gone.delete(findingId(finding))
  const others = {
    *[Symbol.iterator]() {
      for (const finding of findings) {
        const then = gravityOfId.get(findingId(finding))
        if (!then || isWorse(gravityOf(finding), then)) yield finding
      }
    },
  }
  return { findings: Array.isArray(findings) ? [...others] : others, gone: [...gone] }
}
