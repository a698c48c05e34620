import { randomBytes } from 'node:crypto'
import { mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { basename, dirname, extname, join } from 'node:path'
import { deflateSync } from 'node:zlib'
import type { Drawing, Layout } from 'dot-line'
import { toPdf } from 'dot-line/pdf'
import { toPng } from 'dot-line/png'
import { toSvg } from 'dot-line/svg'
import { CommandError, systemReason } from './command-error.ts'

export interface OutputOptions {
  readonly title?: string
  readonly pixelRatio?: number
}

type Format = (shown: Drawing | Layout, options: OutputOptions) => string | Uint8Array

/** What each ending writes. */
const formats = new Map<string, Format>([
  ['.svg', (shown, { title }) => toSvg(shown, { title })],
  ['.pdf', (shown, { title }) => toPdf(shown, { title, deflate: bytes => deflateSync(bytes) })],
  ['.png', (shown, { pixelRatio }) => toPng(shown, { pixelRatio })],
])

export const endings = [...formats.keys()].join(', ')

/** The format of a path's ending; throws where there is none for it. */
export function formatOf(path: string): Format {
  const ending = extname(path).toLowerCase()
  const format = formats.get(ending)
  if (format) return format
  const what = ending === '' ? `no ending in '${path}'` : `no format for '${ending}' in '${path}'`
  throw new CommandError(what, `-o takes a path that ends in ${endings}`)
}

/** Writes a whole file or none: into a neighbour first, which then takes the name. */
export function writeWhole(path: string, content: string | Uint8Array) {
  const part = join(dirname(path), `.${basename(path)}.${randomBytes(4).toString('hex')}`)
  try {
    writeFileSync(part, content)
    renameSync(part, path)
  } catch (error) {
    rmSync(part, { force: true })
    throw new CommandError(`cannot write ${path}`, systemReason(error))
  }
}

export function makeFolder(path: string) {
  try {
    mkdirSync(path, { recursive: true })
  } catch (error) {
    throw new CommandError(`cannot make the folder ${path}`, systemReason(error))
  }
}
