import { readFileSync } from 'node:fs'
import { CommandError, systemReason } from './command-error.ts'

/** A text file in UTF-8, without a byte order mark; `-` is standard input. */
export function readText(path: string, what: string): string {
  let bytes: Uint8Array
  try {
    bytes = readFileSync(path === '-' ? 0 : path)
  } catch (error) {
    throw new CommandError(`cannot read the ${what} ${path}`, systemReason(error))
  }
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    throw new CommandError(`the ${what} ${path} is not text in UTF-8`)
  }
}
