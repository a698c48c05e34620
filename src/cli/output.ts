import { randomBytes } from 'node:crypto'
import { mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
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

/** The format of that name; undefined where none is stated. Throws where there is none of that name. */
export function formatFor(named: string | undefined, path: string | undefined): Format | undefined {
  const name = formatName(named, path)
  if (name === undefined) return undefined
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

/** The format of a path's extension. Throws where there is none. */
export function formatOf(path: string): Format {
  const format = formatFor(undefined, path)
  if (!format) throw new CommandError(`'${path}' has no extension`)
  return format
}

/** Writes to a file, or to standard output; bytes not to a terminal. */
export function writeOut(path: string | undefined, content: string | Uint8Array) {
  if (path !== undefined) return writeWhole(path, content)
  if (typeof content !== 'string' && process.stdout.isTTY) {
    throw new CommandError('this format is not text, and is not written to a terminal', 'give -o')
  }
  process.stdout.write(content)
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
