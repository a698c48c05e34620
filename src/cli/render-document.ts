import { closeSync, openSync, renameSync, rmSync, writeSync } from 'node:fs'
import { basename, dirname, extname, isAbsolute, join } from 'node:path'
import { type Drawing, openImage, type Picture } from 'dot-line'
import { documentImages, readDocument, type SetDocument, setDocument } from 'dot-line/document'
import { toHtmlPage } from 'dot-line/html'
import { pdfChunks } from 'dot-line/pdf'
import { type ChartSettings, chartIn } from './chart-drawing.ts'
import { CommandError, systemReason } from './command-error.ts'
import { openCatalog } from './open-catalog.ts'
import { openFonts } from './open-fonts.ts'
import { openHyphenationFor } from './open-hyphenation.ts'
import { openSheet } from './open-sheet.ts'
import { formatFor, formatName, writeOut } from './output.ts'
import { readText } from './read-file.ts'
import type { TextOptions } from './set-text.ts'
import { warn } from './warn.ts'

interface DocumentOptions extends TextOptions {
  readonly format?: string
  readonly output?: string
  readonly pixelRatio?: number
  readonly background?: string
  readonly title?: string
  readonly catalog?: string
  readonly language?: string
}

/** Sets a document that a JSON file describes, page by page. */
export async function renderDocument(file: string, options: DocumentOptions) {
  const { output, pixelRatio, background } = options
  const name = formatName(options.format, output) ?? 'pdf'
  const format = formatFor(name, output)
  const { document, locationOf } = readDocument(readText(file, 'document'), { source: file })
  const sheet = openSheet(options.sheet, options.mode)
  const hyphenation = await openHyphenationFor(sheet)
  const shelf = await openFonts(options)
  const reader = { scale: options.readerScale }
  const catalog =
    options.catalog === undefined ? undefined : await openCatalog(options.catalog, options.language)
  const language = options.language ?? document.language ?? catalog?.language
  const charts = { sheet, shelf, reader, hyphenation, language }
  const set = setDocument(language === undefined ? document : { ...document, language }, {
    sheet,
    shelf,
    reader,
    images: await openImages(documentImages(document), dirname(file), charts),
    ...(catalog && { catalog }),
    ...(options.value && { values: options.value }),
    continuous: name === 'html',
    locationOf,
    ...(hyphenation && { hyphenation }),
  })
  warn(set.problems)
  const title = options.title ?? set.metadata.title
  if (name === 'pdf') return writePdf(set, output, title)
  const pages = [...set.pages()]
  if (name === 'html') {
    const { language } = set.metadata
    writeOut(
      output,
      toHtmlPage(pages, {
        margin: 0,
        ...(title !== undefined && { title }),
        ...(language !== undefined && { language }),
      }),
    )
    return
  }
  if (!format) return
  if (pages.length > 1 && output === undefined) {
    throw new CommandError(
      `the document has ${pages.length} pages`,
      'give -o: each page is a file of its own',
    )
  }
  for (const [i, page] of pages.entries()) {
    const path =
      output !== undefined && pages.length > 1 ? numbered(output, i + 1, pages.length) : output
    writeOut(path, await format(page, { title, pixelRatio, background: background ?? '#ffffff' }))
  }
}

/** `notice.png` of the third of twelve pages is `notice-03.png`. */
function numbered(path: string, page: number, count: number): string {
  const ending = extname(path)
  const number = String(page).padStart(String(count).length, '0')
  return `${path.slice(0, path.length - ending.length)}-${number}${ending}`
}

/** Pages from here on are worth telling about on a terminal. */
const worthTelling = 20

/** Writes pages as they are drawn, into a neighbour of the file, which then takes its name: a whole file or none. */
function writePdf(set: SetDocument, output: string | undefined, title: string | undefined) {
  const { metadata, pageCount } = set
  const isTold = process.stderr.isTTY && pageCount >= worthTelling
  function* pages(): Generator<Drawing> {
    let number = 0
    for (const page of set.pages()) {
      if (isTold) process.stderr.write(`\r\u001b[K${++number} of ${pageCount} pages`)
      yield page
    }
    if (isTold) process.stderr.write('\r\u001b[K')
  }
  const chunks = pdfChunks(pages(), { ...metadata, ...(title !== undefined && { title }) })
  if (output === undefined) {
    writeOut(undefined, Buffer.concat([...chunks]))
    return
  }
  const part = join(dirname(output), `.${basename(output)}.${process.pid}`)
  let descriptor: number
  try {
    descriptor = openSync(part, 'w')
  } catch (error) {
    throw new CommandError(`cannot write ${output}`, systemReason(error))
  }
  try {
    try {
      for (const chunk of chunks) writeSync(descriptor, chunk)
    } finally {
      closeSync(descriptor)
    }
    renameSync(part, output)
  } catch (error) {
    rmSync(part, { force: true })
    throw error
  }
}

/** The images that a document names, from files beside it: those in JSON are charts. */
async function openImages(names: readonly string[], folder: string, charts: ChartSettings) {
  const images = new Map<string, Picture | Drawing>()
  for (const name of names) {
    const path = isAbsolute(name) ? name : join(folder, name)
    const isChart = extname(name).toLowerCase() === '.json'
    images.set(name, isChart ? chartIn(path, charts) : await openImage(path))
  }
  return images
}
