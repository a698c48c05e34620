import { randomBytes } from 'node:crypto'
import { closeSync, mkdirSync, openSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { basename, dirname, extname, join } from 'node:path'
import type { Command } from 'commander'
import type { Drawing, Layout } from 'dot-line'
import { toHtmlPage } from 'dot-line/html'
import { toDxf, toStl } from 'dot-line/outline'
import { type PdfStandard, toPdf } from 'dot-line/pdf'
import { toPng } from 'dot-line/png'
import { toSvg } from 'dot-line/svg'
import { CommandError, systemReason } from './command-error.ts'
import { warn } from './warn.ts'

export interface OutputOptions {
  readonly title?: string
  readonly pixelRatio?: number
  /** Painted under a PNG. */
  readonly background?: string
  /** How text is written in SVG. */
  readonly svgText?: 'outlines' | 'embedded'
  /** Of outlines: how near to their curves lines stay, the narrowest part there may be, in units. */
  readonly tolerance?: number
  readonly minThickness?: number
  /** How thick a solid is, in millimeters. */
  readonly depth?: number
}

type Format = (shown: Drawing | Layout, options: OutputOptions) => Content | Promise<Content>

/** What is written of a format. */
type Content = string | Uint8Array

/** What has a title and a language says that it can be read by everyone. */
function standardsOf(shown: Drawing | Layout, title: string | undefined): readonly PdfStandard[] {
  const own = shown.kind === 'drawing' ? shown : undefined
  const isNamed = (title ?? own?.title) !== undefined && own?.language !== undefined
  return isNamed ? ['PDF/UA-1'] : []
}

/** What each format writes; a file's extension is its name. */
const formats = new Map<string, Format>([
  ['svg', (shown, { title, svgText: textAs }) => toSvg(shown, { title, textAs })],
  ['pdf', (shown, { title }) => toPdf(shown, { title, standards: standardsOf(shown, title) })],
  ['png', (shown, { pixelRatio, background }) => toPng(shown, { pixelRatio, background })],
  ['html', (shown, { title }) => toHtmlPage(shown, { title })],
  [
    'dxf',
    async (shown, { tolerance, minThickness }) => {
      const { dxf, problems } = await toDxf(shown, { tolerance, minThickness })
      warn(problems)
      return dxf
    },
  ],
  [
    'stl',
    async (shown, { depth = 2, tolerance, minThickness }) => {
      const { stl, problems } = await toStl(shown, { tolerance, minThickness, depth })
      warn(problems)
      return stl
    },
  ],
])

const formatNames = [...formats.keys()]

export const outputHelp = `where to write; the extension chooses the format: ${formatNames.map(name => `.${name}`).join(', ')}. Without it, standard output`

export function addFormatOption(command: Command): Command {
  return command.option(
    '--format <format>',
    'the format, where the file has no extension or there is no file',
  )
}

/** The name of a format as it is stated, or else of a path's extension. */
export function formatName(named: string | undefined, path: string | undefined) {
  if (named !== undefined) return named.toLowerCase()
  return path === undefined ? undefined : extname(path).slice(1).toLowerCase()
}

/** The format of that name, or of a path's extension; SVG where neither is given. Throws where there is none. */
export function formatFor(named: string | undefined, path: string | undefined): Format {
  const name = formatName(named, path) ?? 'svg'
  const format = formats.get(name)
  if (format) return format
  const what =
    named !== undefined
      ? `there is no format '${named}'`
      : name === ''
        ? `'${path}' has no extension`
        : `no format has the extension '.${name}' of '${path}'`
  throw new CommandError(what, `available: ${formatNames.join(', ')}`)
}

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

/** Writes a whole file or none: into a neighbour first, which then takes the name. */
export function writeWhole(path: string, content: Content | Iterable<Content>) {
  const part = join(dirname(path), `.${basename(path)}.${randomBytes(4).toString('hex')}`)
  const cannotWrite = `cannot write ${path}`
  try {
    const file = trying(cannotWrite, () => openSync(part, 'wx'))
    try {
      // What makes the chunks may fail too, and says why itself.
      for (const chunk of chunksOf(content)) trying(cannotWrite, () => writeFileSync(file, chunk))
    } finally {
      closeSync(file)
    }
    trying(cannotWrite, () => renameSync(part, path))
  } catch (error) {
    rmSync(part, { force: true })
    throw error
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

/** What the system refuses is told in a line. */
export function trying<Value>(what: string, act: () => Value): Value {
  try {
    return act()
  } catch (error) {
    throw new CommandError(what, systemReason(error))
  }
}
