import { statSync } from 'node:fs'
import {
  checkParts,
  compareFindings,
  type Finding,
  mergedFindings,
  readFinding,
  readPart,
} from 'dot-line/check'
import { CommandError } from './command-error.ts'
import { fileLines } from './file-lines.ts'
import { mergedOrder } from './merged-order.ts'
import { readText } from './read-file.ts'

/** A file that a part of a check was written into, and what it is called. */
export interface PartFile {
  readonly path: string
  readonly source: string
}

const what = 'part'
const headEnd = '"findings":['
const lastLine = ']}'

/** Findings of files that are no larger together, in bytes, are held: what is read once is read faster. */
const mostHeld = 1 << 24

/**
 * The findings of all parts, in the order that one machine gives. Of large files no more than a line each is
 * held, and they are read anew each time. Throws where a part is missing or twice.
 */
export function mergedParts(files: readonly PartFile[]): Iterable<Finding> {
  const heads = files.map(headOf)
  if (!heads.every(head => head !== undefined)) {
    // Written otherwise, as by hand: read as a whole.
    return mergedFindings(files.map(({ path, source }) => ({ json: readText(path, what), source })))
  }
  checkParts(
    files.map(({ source }, i) => ({
      part: readPart(`${heads[i]}${lastLine}`, { source }).part,
      source,
    })),
  )
  const sources = files.map(({ path, source }) => findingsIn(() => fileLines(path, what), source))
  const read = () => mergedOrder(sources, compareFindings)
  const size = files.reduce((sum, { path }) => sum + statSync(path).size, 0)
  return size <= mostHeld ? [...read()] : { [Symbol.iterator]: read }
}

/** The first line of a file with a finding a line. */
function headOf({ path }: PartFile): string | undefined {
  // Standard input can be read only once.
  if (path === '-') return undefined
  for (const line of fileLines(path, what)) return line.endsWith(headEnd) ? line : undefined
  return undefined
}

/** The findings in a file with one a line, read anew each time. */
export function findingsIn(lines: () => Iterable<string>, source: string): Iterable<Finding> {
  return {
    *[Symbol.iterator]() {
      let isFirst = true
      let isEnded = false
      for (const line of lines()) {
        if (isFirst) isFirst = false
        else if (line === lastLine) isEnded = true
        else if (line === '') break
        else if (!isEnded)
          yield readFinding(line.endsWith(',') ? line.slice(0, -1) : line, { source })
        else throw new CommandError(`${source} goes on behind its end`)
      }
      if (!isEnded) throw new CommandError(`${source} ends before its last finding`)
    },
  }
}
