import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs'

/** A TJ as a PDF reader sees it: where it starts, in points from the top left, and its text. */
export interface PdfRun {
  readonly x: number
  readonly y: number
  readonly size: number
  readonly text: string
  /** Where the last glyph ends, by the widths the reader was given. */
  readonly end: number
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
      let text = ''
      let width = 0
      for (const entry of args[0] as Iterable<unknown>) {
        if (typeof entry === 'number') width -= entry
        else if (isGlyph(entry)) {
          text += entry.unicode
          width += entry.width
        }
      }
      runs.push({ x, y, size, text: text.replaceAll('\u200b', ''), end: x + (width * size) / 1000 })
    }
  })
  return runs
}
