import { randomBytes } from 'node:crypto'
import {
  chmodSync,
  closeSync,
  existsSync,
  lstatSync,
  mkdirSync,
  openSync,
  readlinkSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { dirname, extname, join, resolve } from 'node:path'
import type { Drawing } from 'dot-line'
import { CommandError, systemReason } from './command-error.ts'
import { removedAtEnd } from './removed-at-end.ts'

/** The content of an output file. */
export type Content = string | Uint8Array

/** Writes to a file, or to standard output; bytes not to a terminal. */
export function writeOut(path: string | undefined, content: Content | Iterable<Content>) {
  if (path !== undefined) return writeWhole(path, content)
  for (const chunk of chunksOf(content)) {
    if (typeof chunk !== 'string' && process.stdout.isTTY) {
      throw new CommandError('this format is not text, and is not written to a terminal', 'give -o')
    }
    process.stdout.write(chunk)
  }
}

/**
 * Writes a whole file or none: into a neighbor first, which then takes the name. A link keeps leading
 * to the file, and the file keeps who may read it. What is no plain file, a device or a pipe, is written to.
 */
export function writeWhole(path: string, content: Content | Iterable<Content>) {
  const cannotWrite = `cannot write ${path}`
  const { target, mode, isPlain } = trying(cannotWrite, () => targetOf(path))
  if (!isPlain) return writeInto(target, 'w', content, cannotWrite)
  // Short: the name of the file may be as long as names can be.
  const part = join(dirname(target), `.dotline-${randomBytes(6).toString('hex')}`)
  const forget = removedAtEnd(part)
  try {
    writeInto(part, 'wx', content, cannotWrite)
    if (mode !== undefined) trying(cannotWrite, () => chmodSync(part, mode))
    trying(cannotWrite, () => renameSync(part, target))
  } catch (error) {
    rmSync(part, { force: true })
    throw error
  } finally {
    forget()
  }
}

/** The file that a path leads to in the end, and its kind. */
function targetOf(path: string): { target: string; mode?: number; isPlain: boolean } {
  let target = path
  // A link may lead to what is not there yet.
  for (let links = 0; lstatSync(target, { throwIfNoEntry: false })?.isSymbolicLink(); links++) {
    if (links > 40) throw Object.assign(new Error('too many links'), { code: 'ELOOP' })
    // Those of processes lead to pipes that have no path.
    const followed = resolve(dirname(target), readlinkSync(target))
    if (lstatSync(followed, { throwIfNoEntry: false }) === undefined && existsSync(target)) break
    target = followed
  }
  const status = statSync(target, { throwIfNoEntry: false })
  if (!status) return { target, isPlain: true }
  return { target, mode: status.mode & 0o7777, isPlain: status.isFile() || status.isDirectory() }
}

function writeInto(
  path: string,
  flags: 'w' | 'wx',
  content: Content | Iterable<Content>,
  cannotWrite: string,
) {
  const file = trying(cannotWrite, () => openSync(path, flags))
  try {
    // The source of the chunks may fail too, with its own message.
    for (const chunk of chunksOf(content)) trying(cannotWrite, () => writeFileSync(file, chunk))
  } finally {
    closeSync(file)
  }
}

/** Small pieces of text as few that are not too large: each is written by a call of the system. */
export function* inChunks(pieces: Iterable<string>): Generator<string> {
  let chunk = ''
  for (const piece of pieces) {
    chunk += piece
    if (chunk.length < chunkLength) continue
    yield chunk
    chunk = ''
  }
  if (chunk !== '') yield chunk
}

const chunkLength = 1 << 16

const chunksOf = (content: Content | Iterable<Content>): Iterable<Content> =>
  typeof content === 'string' || content instanceof Uint8Array ? [content] : content

/** Writes pages of a format that holds one: each into a file of its own, numbered where there are several. */
export async function writePages(
  pages: readonly Drawing[],
  output: string | undefined,
  what: string,
  written: (page: Drawing) => Content | Promise<Content>,
) {
  if (pages.length > 1 && output === undefined) {
    throw new CommandError(
      `the ${what} has ${pages.length} pages`,
      'give -o: each page is a file of its own',
    )
  }
  for (const [i, page] of pages.entries()) {
    const path =
      output === undefined || pages.length === 1 ? output : numbered(output, i + 1, pages.length)
    writeOut(path, await written(page))
  }
}

/** `notice.png` of the third of twelve pages is `notice-03.png`. */
function numbered(path: string, page: number, count: number): string {
  const ending = extname(path)
  const number = String(page).padStart(String(count).length, '0')
  return `${path.slice(0, path.length - ending.length)}-${number}${ending}`
}

export function makeFolder(path: string) {
  trying(`cannot make the folder ${path}`, () => mkdirSync(path, { recursive: true }))
}

/** Runs an action on files; reports a refusal of the system in one line. */
export function trying<Value>(what: string, act: () => Value): Value {
  try {
    return act()
  } catch (error) {
    throw new CommandError(what, systemReason(error))
  }
}
