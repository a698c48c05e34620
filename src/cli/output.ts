import { randomBytes } from 'node:crypto'
import { mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { basename, dirname, extname, join } from 'node:path'
import { deflateSync } from 'node:zlib'
import type { Drawing, Layout } from 'dot-line'
import { toHtmlPage } from 'dot-line/html'
import { toDxf, toStl } from 'dot-line/outline'
import { toPdf } from 'dot-line/pdf'
import { toPng } from 'dot-line/png'
import { toSvg } from 'dot-line/svg'
import { CommandError, systemReason } from './command-error.ts'
import { warn } from './warn.ts'

export interface OutputOptions {
  readonly title?: string
  readonly pixelRatio?: number
  /** Painted under a PNG. */
  readonly ground?: string
  /** How text is written in SVG. */
  readonly svgText?: 'outlines' | 'embedded'
  /** Of outlines: how near to their curves lines stay, the narrowest part there may be, in units. */
  readonly tolerance?: number
  readonly narrowest?: number
  /** How thick a solid is, in millimeters. */
  readonly depth?: number
}

type Format = (shown: Drawing | Layout, options: OutputOptions) => string | Uint8Array

/** What each ending writes. */
const formats = new Map<string, Format>([
  ['.svg', (shown, { title, svgText: text }) => toSvg(shown, { title, text })],
  ['.pdf', (shown, { title }) => toPdf(shown, { title, deflate: bytes => deflateSync(bytes) })],
  ['.png', (shown, { pixelRatio, ground }) => toPng(shown, { pixelRatio, ground })],
  [
    '.html',
    (shown, { title }) => {
      if (shown.kind !== 'layout') {
        throw new CommandError('HTML holds a text by itself', 'leave out the options that place it')
      }
      return toHtmlPage(shown, { title })
    },
  ],
  [
    '.dxf',
    (shown, options) => {
      const { dxf, problems } = toDxf(shown, options)
      warn(problems)
      return dxf
    },
  ],
  [
    '.stl',
    (shown, { depth = 2, ...options }) => {
      const { stl, problems } = toStl(shown, { ...options, depth })
      warn(problems)
      return stl
    },
  ],
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
