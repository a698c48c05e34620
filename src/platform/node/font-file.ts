import { closeSync, fstatSync, openSync, readFileSync, readSync, statSync } from 'node:fs'
import type { FontFile } from '../../fonts/index.ts'

/** A font file on disk, of which only what is asked for is read; all of it once at most. */
export function openFontFile(path: string | URL): FontFile {
  const { size } = statSync(path)
  // A folder opens as well as a file: it is found out here, and not when a text is set.
  const head = readPart(path, 0, Math.min(size, 4))
  let all: Uint8Array | undefined
  return {
    length: size,
    read(start, length) {
      if (all) return all.subarray(start, start + length)
      if (start === 0 && length <= head.length) return head.subarray(0, length)
      return readPart(path, start, Math.max(0, Math.min(length, size - start)))
    },
    whole() {
      all ??= readFileSync(path)
      return all
    },
  }
}

function readPart(path: string | URL, start: number, length: number): Uint8Array {
  const file = openSync(path, 'r')
  try {
    if (fstatSync(file).isDirectory()) readSync(file, new Uint8Array(1))
    const bytes = new Uint8Array(length)
    return bytes.subarray(0, readSync(file, bytes, 0, length, start))
  } finally {
    closeSync(file)
  }
}
