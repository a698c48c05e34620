import { randomBytes } from 'node:crypto'
import { closeSync, openSync, unlinkSync, writeSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { compareFindings, type Finding, reportPieces } from 'dot-line/check'
import { openLines } from './file-lines.ts'
import { mergedOrder } from './merged-order.ts'
import { findingsIn } from './part-files.ts'
import { inChunks, trying } from './write-out.ts'

/** Up to this many situations are held in memory; more go to files. */
const mostHeld = 50_000

/** Takes findings as they come, and gives them in the order that reports have them in. */
interface KeptFindings {
  add(finding: Finding): void
  /** All of them, as often as they are asked for. */
  sorted(): Iterable<Finding>
  close(): void
}

/** Keeps findings in temporary files where they are more than memory should hold. */
export function keptFindings(most = mostHeld): KeptFindings {
  let held: Finding[] = []
  let situations = 0
  const files: number[] = []
  const sortHeld = () => held.sort(compareFindings)
  return {
    add(finding) {
      held.push(finding)
      situations += finding.situations.length + 1
      if (situations < most) return
      const file = namelessFile()
      files.push(file)
      // As a part of a check has them: one a line.
      for (const chunk of inChunks(reportPieces('json', sortHeld(), [1, 1]))) {
        trying(`cannot write to ${tmpdir()}`, () => writeWholly(file, Buffer.from(chunk)))
      }
      held = []
      situations = 0
    },
    sorted() {
      sortHeld()
      if (files.length === 0) return held
      const name = 'file of findings'
      const sources = files.map(file => findingsIn(() => openLines(file, name), name))
      return {
        [Symbol.iterator]: () => mergedOrder([...sources, held], compareFindings),
      }
    },
    close() {
      for (const file of files.splice(0)) closeSync(file)
    },
  }
}

/**
 * A file that is open and has no name any more: however this process ends, nothing is left of it. Work that
 * does not pause hears of no signal, and could take nothing away.
 */
function namelessFile(): number {
  const path = join(tmpdir(), `dotline-check-${randomBytes(8).toString('hex')}`)
  const file = trying(`cannot make a file in ${tmpdir()}`, () => openSync(path, 'wx+', 0o600))
  trying(`cannot make a file in ${tmpdir()}`, () => unlinkSync(path))
  return file
}

/** A write may take less than it is given. */
function writeWholly(file: number, bytes: Uint8Array) {
  for (let at = 0; at < bytes.length; ) at += writeSync(file, bytes, at)
}
