import { join } from 'node:path'
import { compareFindings, type Finding, reportPieces } from 'dot-line/check'
import { mergedOrder } from './merged-order.ts'
import { findingsIn } from './part-files.ts'
import { inChunks, writeWhole } from './write-out.ts'

/** Of so many situations findings are held; those of more lie in files. */
const mostHeld = 50_000

/** Takes findings as they come, and gives them in the order that reports have them in. */
export interface KeptFindings {
  add(finding: Finding): void
  /** All of them, as often as they are asked for. */
  sorted(): Iterable<Finding>
}

/** Keeps findings in a folder, where they are more than memory should hold. */
export function keptFindings(folder: () => string, most = mostHeld): KeptFindings {
  let held: Finding[] = []
  let situations = 0
  const files: string[] = []
  const sortHeld = () => held.sort(compareFindings)
  return {
    add(finding) {
      held.push(finding)
      situations += finding.situations.length + 1
      if (situations < most) return
      const path = join(folder(), `found-${files.length + 1}.json`)
      writeWhole(path, inChunks(reportPieces('json', sortHeld(), [1, 1])))
      files.push(path)
      held = []
      situations = 0
    },
    sorted() {
      sortHeld()
      if (files.length === 0) return held
      const sources = files.map(path => findingsIn({ path, source: path }))
      return {
        [Symbol.iterator]: () => mergedOrder([...sources, held], compareFindings),
      }
    },
  }
}
