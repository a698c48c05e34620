import { dirname, extname, isAbsolute, join } from 'node:path'
import { type Drawing, openImage, type Picture } from 'dot-line'
import { type DocumentLayout, documentArtwork, readDocument, setDocument } from 'dot-line/document'
import { toHtmlPage } from 'dot-line/html'
import { pdfChunks } from 'dot-line/pdf'
import { type ChartSettings, chartIn } from './chart-drawing.ts'
import { openCatalog } from './open-catalog.ts'
import { fontsFor } from './open-fonts.ts'
import { openHyphenationFor } from './open-hyphenation.ts'
import { openSheet } from './open-sheet.ts'
import { formatFor, formatName, type OutputOptions } from './output.ts'
import { endProgress, showProgress } from './progress.ts'
import { readText } from './read-file.ts'
import { readerOf, type TextOptions } from './set-text.ts'
import { warn, warnOf } from './warn.ts'
import { writeOut, writePages } from './write-out.ts'

interface DocumentOptions extends TextOptions, OutputOptions {
  readonly format?: string
  readonly output?: string
  readonly catalog?: string
  readonly language?: string
}

/** Sets a document that a JSON file describes, page by page. */
export async function renderDocument(file: string, options: DocumentOptions) {
  const { output, background } = options
  const name = formatName(options.format, output) ?? 'pdf'
  const format = formatFor(name, output)
  const { document, locationOf } = readDocument(readText(file, 'document'), { source: file })
  const sheet = openSheet(options.sheet, options.mode)
  const hyphenation = await openHyphenationFor(sheet)
  const fonts = await fontsFor(options)
  const reader = readerOf(options)
  const catalog =
    options.catalog === undefined ? undefined : await openCatalog(options.catalog, options.language)
  const language = options.language ?? document.language ?? catalog?.language
  const charts = { sheet, fonts, reader, hyphenation, language }
  const set = setDocument(language === undefined ? document : { ...document, language }, {
    sheet,
    fonts,
    reader,
    artwork: await openImages(documentArtwork(document), dirname(file), charts),
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
  await writePages(pages, output, 'document', page =>
    format(page, { ...options, title, background: background ?? '#ffffff' }),
  )
}

/** Pages from here on are worth telling about on a terminal. */
const worthShowing = 20

/** Writes pages as they are drawn. */
function writePdf(set: DocumentLayout, output: string | undefined, title: string | undefined) {
  const { metadata, pageCount } = set
  const isLong = pageCount >= worthShowing
  function* pages(): Generator<Drawing> {
    let number = 0
    for (const page of set.pages()) {
      if (isLong) showProgress(`${++number} of ${pageCount} pages`)
      yield page
    }
    if (isLong) endProgress()
  }
  writeOut(
    output,
    pdfChunks(pages(), { ...metadata, ...(title !== undefined && { title }), onProblem: warnOf }),
  )
}

/** The artwork that a document names, from files beside it: those in JSON are charts. */
async function openImages(names: readonly string[], folder: string, charts: ChartSettings) {
  const artwork = new Map<string, Picture | Drawing>()
  for (const name of names) {
    const path = isAbsolute(name) ? name : join(folder, name)
    const isChart = extname(name).toLowerCase() === '.json'
    artwork.set(name, isChart ? chartIn(path, charts) : await openImage(path))
  }
  return artwork
}
