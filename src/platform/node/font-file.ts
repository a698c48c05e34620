import { closeSync, fstatSync, openSync, readFileSync, readSync } from 'node:fs'
import type { FontFile } from '../../fonts/index.ts'
import { fail } from '../../problem/index.ts'
import { reason } from './reason.ts'

/**
 * A font file on disk, of which only what is asked for is read; all of it once at most. Throws
 * `unreadable-font`, at once or when it has gone by the time more is read.
 */
export function openFontFile(path: string | URL): FontFile {
  const size = reading(path, file => {
    const status = fstatSync(file)
    // A folder opens as well as a file: it is found out here, and not when a text is set.
    if (status.isDirectory()) readSync(file, new Uint8Array(1))
    return status.size
  })
  let all: Uint8Array | undefined
  return {
    length: size,
    read(start, length) {
      if (all) return all.subarray(start, start + length)
      const bytes = new Uint8Array(Math.max(0, Math.min(length, size - start)))
      return reading(path, file => bytes.subarray(0, readSync(file, bytes, 0, bytes.length, start)))
    },
    whole() {
      all ??= reading(path, file => readFileSync(file))
      return all
    },
  }
}

function reading<T>(path: string | URL, read: (file: number) => T): T {
  let file: number | undefined
  try {
    file = openSync(path, 'r')
    return read(file)
  } catch (error) {
    return fail('unreadable-font', `cannot read the font file ${path}`, { hint: reason(error) })
  } finally {
    if (file !== undefined) closeSync(file)
  }
}
