import { zlibSync } from 'fflate'
import { asDrawing, type Drawing, numberText } from '../../drawing/index.ts'
import type { Layout } from '../../layout/index.ts'
import { latin1, utf16String } from './bytes.ts'
import { addLink } from './link.ts'
import { type Deflate, pdfObjects, reference } from './objects.ts'
import { pageContent } from './page-content.ts'
import { documentResources } from './resources.ts'

export interface PdfOptions {
  /** The document's title; that of the first page that has one without it. */
  readonly title?: string
  /** BCP 47 tag of the document's language. */
  readonly language?: string
  /** Compresses into the zlib format; Node's `zlib.deflateSync` is faster than the one built in. */
  readonly deflate?: Deflate
}

/**
 * Drawings or layouts as the pages of a PDF document (ISO 32000), one unit a point. Fonts are
 * embedded as subsets, and text can be selected and searched. The same pages give the same bytes.
 */
export function toPdf(
  shown: Drawing | Layout | readonly (Drawing | Layout)[],
  options: PdfOptions = {},
): Uint8Array {
  const drawings = [shown].flat().map(asDrawing)
  const title = options.title ?? drawings.find(d => d.title !== undefined)?.title
  const language = options.language ?? drawings.find(d => d.language !== undefined)?.language
  const objects = pdfObjects(options.deflate ?? (bytes => zlibSync(bytes)))
  const resources = documentResources(objects)
  const [catalog, pages] = [objects.reserve(), objects.reserve()]
  const kids = drawings.map(drawing => {
    const { content: operators, links } = pageContent(drawing, resources)
    const content = objects.addStream(latin1(operators))
    const annotations = links.map(link => reference(addLink(link, objects)))
    const annots = annotations.length > 0 ? `/Annots [${annotations.join(' ')}] ` : ''
    const { width, height } = drawing.box
    return objects.add(
      `<< /Type /Page /Parent ${reference(pages)} /MediaBox [0 0 ${numberText(width)} ${numberText(height)}] ` +
        `${annots}/Resources ${reference(resources.number)} /Contents ${reference(content)} >>`,
    )
  })
  resources.write()
  objects.set(
    pages,
    `<< /Type /Pages /Count ${kids.length} /Kids [${kids.map(reference).join(' ')}] >>`,
  )
  const lang = language === undefined ? '' : `/Lang ${utf16String(language)} `
  const viewer = title === undefined ? '' : '/ViewerPreferences << /DisplayDocTitle true >> '
  objects.set(catalog, `<< /Type /Catalog /Pages ${reference(pages)} ${lang}${viewer}>>`)
  const titled = title === undefined ? '' : `/Title ${utf16String(title)} `
  const info = objects.add(`<< ${titled}/Producer ${utf16String('Dot Line')} >>`)
  return objects.file(catalog, info)
}
