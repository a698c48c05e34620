import { inflateSync } from 'node:zlib'
import { getDocument, OPS, type PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs'

/** A TJ as a PDF reader sees it: where it starts, in points from the top left, and its text. */
export interface PdfRun {
  readonly x: number
  readonly y: number
  readonly size: number
  readonly text: string
  /** Where the last glyph ends, by the widths the reader was given. */
  readonly end: number
  readonly glyphs: readonly PdfPlace[]
}

/** Where a glyph starts that is read as a text. */
export interface PdfPlace {
  readonly x: number
  readonly end: number
  readonly text: string
}

export interface ReadPdf {
  readonly title: string | undefined
  readonly language: string | undefined
  readonly pages: readonly (readonly PdfRun[])[]
}

interface PdfGlyph {
  readonly unicode: string
  readonly width: number
}

const isGlyph = (entry: unknown): entry is PdfGlyph =>
  typeof entry === 'object' && entry !== null && 'unicode' in entry && 'width' in entry

/** Reads a PDF back from its operators: text items would be merged. */
export async function readPdf(bytes: Uint8Array): Promise<ReadPdf> {
  const task = getDocument({ data: new Uint8Array(bytes), verbosity: 0 })
  const document = await task.promise
  const { info } = await document.getMetadata()
  const pages: PdfRun[][] = []
  for (let number = 1; number <= document.numPages; number++) {
    const page = await document.getPage(number)
    const [, , , height] = page.view
    const { fnArray, argsArray } = await page.getOperatorList()
    pages.push(readRuns(fnArray, argsArray, height))
  }
  const title = 'Title' in info && typeof info.Title === 'string' ? info.Title : undefined
  const language =
    'Language' in info && typeof info.Language === 'string' ? info.Language : undefined
  await task.destroy()
  return { title, language, pages }
}

/** The names of the places in a PDF that links lead to, as another reader finds them. */
export async function destinationsOf(bytes: Uint8Array): Promise<readonly string[]> {
  const task = getDocument({ data: new Uint8Array(bytes), verbosity: 0 })
  const names = Object.keys((await (await task.promise).getDestinations()) ?? {})
  await task.destroy()
  return names
}

function readRuns(operators: number[], operands: unknown[][], height: number): PdfRun[] {
  const runs: PdfRun[] = []
  let [x, y, size] = [0, 0, 0]
  operators.forEach((operator, i) => {
    const args = operands[i]
    if (operator === OPS.setFont) size = Number(args[1])
    else if (operator === OPS.setTextMatrix) {
      const matrix = Array.from(args[0] as Iterable<number>)
      x = matrix[4]
      y = height - matrix[5]
    } else if (operator === OPS.showText) {
      let width = 0
      const glyphs: PdfPlace[] = []
      for (const entry of args[0] as Iterable<unknown>) {
        if (typeof entry === 'number') width -= entry
        else if (isGlyph(entry)) {
          const start = x + (width * size) / 1000
          width += entry.width
          glyphs.push({ x: start, end: x + (width * size) / 1000, text: entry.unicode })
        }
      }
      const text = glyphs
        .map(glyph => glyph.text)
        .join('')
        .replaceAll('\u200b', '')
      runs.push({ x, y, size, text, end: x + (width * size) / 1000, glyphs })
    }
  })
  return runs
}

/** The text a reader gives of a page, its lines as one. */
export async function readText(bytes: Uint8Array, number = 1): Promise<string> {
  const task = getDocument({ data: new Uint8Array(bytes), verbosity: 0 })
  const { items } = await (await (await task.promise).getPage(number)).getTextContent()
  await task.destroy()
  const texts = items.map(item => ('str' in item ? item.str + (item.hasEOL ? ' ' : '') : ''))
  return texts.join('').trim()
}

/** A PDF's own syntax, what is compressed unpacked. */
export function pdfSource(pdf: Uint8Array): string {
  const file = Buffer.from(pdf)
  const source = file.toString('latin1')
  return source.replace(
    /<< \/Length (\d+) ([^\n]*)>>\nstream\n/g,
    (head, length: string, entries: string, at: number) => {
      const start = at + head.length
      const data = file.subarray(start, start + Number(length))
      const isPacked = entries.includes('/FlateDecode') && !entries.includes('/Predictor')
      return `${head}${isPacked ? inflateSync(data).toString('latin1') : ''}\n`
    },
  )
}

/** The texts of a page by the marked content that they stand in (ISO 32000-2, 14.6). */
export async function markedTexts(page: PDFPageProxy): Promise<ReadonlyMap<string, string>> {
  const { items } = await page.getTextContent({ includeMarkedContent: true })
  const texts = new Map<string, string>()
  const open: string[] = []
  for (const item of items) {
    if ('str' in item) {
      const id = open.findLast(one => one !== '') ?? ''
      texts.set(id, (texts.get(id) ?? '') + item.str)
    } else if (item.type === 'endMarkedContent') open.pop()
    else open.push(item.id ?? '')
  }
  return texts
}
