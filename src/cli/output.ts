import { extname } from 'node:path'
import type { Command } from 'commander'
import type { Drawing, Layout } from 'dot-line'
import { toHtmlPage } from 'dot-line/html'
import { toDxf, toStl } from 'dot-line/outline'
import { type PdfStandard, toPdf } from 'dot-line/pdf'
import { toPng } from 'dot-line/png'
import { toSvg } from 'dot-line/svg'
import { CommandError } from './command-error.ts'
import { plateOf, type SolidOptions } from './solid-options.ts'
import { warn, warnOf } from './warn.ts'
import type { Content } from './write-out.ts'

export interface OutputOptions extends SolidOptions {
  readonly title?: string
  readonly pixelRatio?: number
  /** Painted under a PNG. */
  readonly background?: string
  /** The form of text in SVG. */
  readonly textAs?: 'outlines' | 'embedded'
  /** For outlines: tolerance of curves and minimum width of parts, in units. */
  readonly tolerance?: number
  readonly minThickness?: number
  /** The thickness of a solid, in millimeters. */
  readonly depth?: number
}

type Format = (shown: Drawing | Layout, options: OutputOptions) => Content | Promise<Content>

/** The PDF standards to claim: PDF/UA if there is a title and a language. */
function standardsOf(shown: Drawing | Layout, title: string | undefined): readonly PdfStandard[] {
  const drawing = shown.kind === 'drawing' ? shown : undefined
  const isNamed = (title ?? drawing?.title) !== undefined && drawing?.language !== undefined
  return isNamed ? ['PDF/UA-1'] : []
}

/** The output formats; a file's extension is the name of its format. */
const formats = new Map<string, Format>([
  ['svg', (shown, { title, textAs }) => toSvg(shown, { title, textAs })],
  [
    'pdf',
    (shown, { title }) =>
      toPdf(shown, { title, standards: standardsOf(shown, title), onProblem: warnOf }),
  ],
  ['png', (shown, { pixelRatio, background }) => toPng(shown, { pixelRatio, background })],
  ['html', (shown, { title }) => toHtmlPage(shown, { title })],
  [
    'dxf',
    async (shown, { tolerance, minThickness, letterHeight }) => {
      const { dxf, problems } = await toDxf(shown, { tolerance, minThickness, letterHeight })
      warn(problems)
      return dxf
    },
  ],
  [
    'stl',
    async (shown, options) => {
      const { depth = 2, tolerance, minThickness, letterHeight } = options
      const plate = plateOf(options)
      const solidOptions = { tolerance, minThickness, letterHeight, depth, plate }
      const { stl, problems } = await toStl(shown, solidOptions)
      warn(problems)
      return stl
    },
  ],
])

const formatNames = [...formats.keys()]

export const outputHelp = `where to write; the extension chooses the format: ${formatNames.map(name => `.${name}`).join(', ')}. Without it, standard output`

export function addFormatOption(command: Command): Command {
  return command.option('--format <format>', 'the format, if the file has no extension')
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
