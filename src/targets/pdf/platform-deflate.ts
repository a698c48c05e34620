import { zlibSync } from 'fflate'
import type { Deflate } from './objects.ts'

/** The members of Node's `process` that are used; browsers lack it. */
interface Process {
  getBuiltinModule?(name: string): { readonly deflateSync?: Deflate } | undefined
}

/**
 * The platform's own zlib where it has one that works at once, which takes a fifth of the time;
 * browsers have none. It is asked for by name when a document is written: importing it would tie
 * this module to one platform.
 */
export function platformDeflate(): Deflate {
  const process: Process | undefined = Reflect.get(globalThis, 'process')
  const deflateSync = process?.getBuiltinModule?.('node:zlib')?.deflateSync
  return deflateSync ? bytes => deflateSync(bytes) : bytes => zlibSync(bytes)
}
