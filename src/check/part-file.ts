import {
  aString,
  being,
  checkArgument,
  checkArguments,
  checkOptions,
  fail,
  isObject,
  listOf,
  readJson,
  type SourceOptions,
  sourceOptions,
} from '../problem/index.ts'
import type { Finding } from './finding.ts'
import { sortedFindings } from './finding-order.ts'
import { checkFindings, isFinding } from './some-findings.ts'

/** Findings as JSON, of a whole check or a part. */
export function findingsText(
  findings: readonly Finding[],
  part?: readonly [part: number, of: number],
): string {
  checkFindings('findingsText', findings)
  if (part !== undefined) checkArgument('findingsText', 'part', part, aPart)
  return [...jsonPieces(findings, part)].join('')
}

/**
 * Writes a part in pieces. Each finding has a line of its own, so that no reader must hold the
 * whole file.
 */
export function* jsonPieces(
  findings: Iterable<Finding>,
  part?: readonly [part: number, of: number],
): Generator<string> {
  const [gap, indent] = part ? ['', ''] : ['\n', '    ']
  const head = JSON.stringify(
    { version: 1, ...(part && { part }), findings: [] },
    null,
    part ? 0 : 2,
  )
  yield head.slice(0, head.lastIndexOf(']'))
  let isFirst = true
  for (const finding of findings) {
    const text = part ? JSON.stringify(finding) : JSON.stringify(finding, null, 2)
    yield `${isFirst ? '' : ','}\n${indent}${part ? text : text.replaceAll('\n', `\n${indent}`)}`
    isFirst = false
  }
  const end = part ? '\n' : isFirst ? '' : '\n  '
  yield `${end}]${gap}}\n`
}

/** As an argument: one of so many parts, counted from 1. */
export const aPart = being(
  'a part and how many there are, such as [3, 8]',
  value =>
    Array.isArray(value) &&
    value.length === 2 &&
    value.every(Number.isInteger) &&
    value[0] >= 1 &&
    value[0] <= value[1],
)

const aPartFile = being(
  '{ json, source }',
  value => isObject(value) && typeof value.json === 'string' && typeof value.source === 'string',
)

/**
 * Parses a part; reports the first mistake if it isn't JSON. Locations inside it are not needed.
 */
function parsed(json: string, source: string): unknown {
  try {
    return JSON.parse(json)
  } catch {
    return readJson(json, source).value
  }
}

/** One part of a check, from a file. */
export interface CheckPart {
  /** Number of the part, counted from 1, and of all parts. */
  readonly part: readonly [part: number, of: number]
  /** In the order that reports have them in. */
  readonly findings: readonly Finding[]
}

/** Reads a part written by `findingsText`. Throws `bad-part`. */
export function readPart(json: string, options: SourceOptions = {}): CheckPart {
  checkArguments('readPart', ['json', json, aString])
  checkOptions('readPart', options, sourceOptions)
  const { source = 'part' } = options
  const value = parsed(json, source)
  if (!isObject(value) || !Array.isArray(value.findings) || !Array.isArray(value.part)) {
    return fail('bad-part', `${source} is not a part of a check`, {
      hint: 'it is written by dotline check --part 1/4 --format json -o FILE',
    })
  }
  const [part, of] = value.part.map(Number)
  checkFindings(source, value.findings)
  return { part: [part, of], findings: value.findings as Finding[] }
}

/** Reads one finding, from a line of a part. Throws `bad-part`. */
export function readFinding(json: string, options: SourceOptions = {}): Finding {
  checkArguments('readFinding', ['json', json, aString])
  checkOptions('readFinding', options, sourceOptions)
  const { source = 'part' } = options
  const value = parsed(json, source)
  if (!isFinding(value)) return fail('bad-part', `${source} has a line that is not a finding`)
  return value
}

/** Throws `bad-part` where parts are not all of one check: where one is missing or twice. */
export function checkParts(
  parts: readonly { readonly part: readonly [part: number, of: number]; readonly source: string }[],
): void {
  checkArgument('checkParts', 'parts', parts, listOf(anOrigin))
  const seen = new Map<number, string>()
  let count: number | undefined
  for (const {
    part: [part, of],
    source,
  } of parts) {
    if (count !== undefined && of !== count) {
      fail('bad-part', `${source} is one of ${of} parts, and the others of ${count}`)
    }
    count = of
    const other = seen.get(part)
    if (other !== undefined) fail('bad-part', `${source} and ${other} are the same part: ${part}`)
    seen.set(part, source)
  }
  for (let part = 1; part <= (count ?? 0); part++) {
    if (!seen.has(part)) fail('bad-part', `part ${part} of ${count} is missing`)
  }
}

const anOrigin = being(
  '{ part, source }',
  value => isObject(value) && Array.isArray(value.part) && typeof value.source === 'string',
)

/** The findings of all parts, in the order of a single run. Throws `bad-part` if one is missing or given twice. */
export function mergedFindings(
  files: readonly { readonly json: string; readonly source: string }[],
): readonly Finding[] {
  checkArgument('mergedFindings', 'files', files, listOf(aPartFile))
  const parts = files.map(({ json, source }) => ({ ...readPart(json, { source }), source }))
  checkParts(parts)
  return sortedFindings(parts.flatMap(({ findings }) => findings))
}
