import { closeSync, openSync, readSync } from 'node:fs'
import { CommandError } from './command-error.ts'
import { trying } from './write-out.ts'

const chunkBytes = 1 << 16

/**
 * The lines of a file in UTF-8, of which no more than one and a piece is held; the last may be empty.
 * Throws what `readText` does.
 */
export function* fileLines(path: string, what: string): Generator<string> {
  const file = trying(`cannot read the ${what} ${path}`, () => openSync(path, 'r'))
  try {
    yield* openLines(file, `the ${what} ${path}`)
  } finally {
    closeSync(file)
  }
}

/** The lines of an open file from its start, at whatever position it was last read or written. */
export function* openLines(file: number, name: string): Generator<string> {
  const bytes = new Uint8Array(chunkBytes)
  const decoder = new TextDecoder('utf-8', { fatal: true })
  const decoded = (piece?: Uint8Array) => {
    try {
      return piece ? decoder.decode(piece, { stream: true }) : decoder.decode()
    } catch {
      throw new CommandError(`${name} is not text in UTF-8`)
    }
  }
  let begun = ''
  for (let at = 0; ; ) {
    const count = trying(`cannot read ${name}`, () => readSync(file, bytes, 0, chunkBytes, at))
    const lines = (count > 0 ? decoded(bytes.subarray(0, count)) : decoded()).split('\n')
    at += count
    lines[0] = begun + lines[0]
    begun = lines.pop() ?? ''
    yield* lines
    if (count === 0) break
  }
  yield begun
}
