import { asDrawing, type Drawing, numberText } from '../../drawing/index.ts'
import type { Layout } from '../../layout/index.ts'
import {
  aDate,
  aFunction,
  aLanguage,
  aString,
  being,
  checkArgument,
  checkOptions,
  type Fields,
  fail,
  listOf,
} from '../../problem/index.ts'
import { joined, latin1, utf16String } from './bytes.ts'
import { documentResources } from './document-resources.ts'
import { addLink } from './link.ts'
import { infoText, type PdfMetadata } from './metadata.ts'
import {
  type Deflate,
  type ObjectNumber,
  type PdfObjects,
  pdfObjects,
  reference,
} from './objects.ts'
import { pageContent } from './page-content.ts'
import { platformDeflate } from './platform-deflate.ts'
import type { Resources } from './resources.ts'

export interface PdfOptions extends PdfMetadata {
  /** BCP 47 tag of the document's language; that of the first page that has one without it. */
  readonly language?: string
  /**
   * Compresses into the zlib format. Without it the platform's own `zlib` does, where there is one,
   * and else one that is built in: the bytes differ by that, what they hold does not.
   */
  readonly deflate?: Deflate
}

const pdfFields: Fields<PdfOptions> = {
  title: aString,
  author: aString,
  subject: aString,
  keywords: listOf(aString),
  created: aDate,
  modified: aDate,
  language: aLanguage,
  deflate: aFunction,
}

const somePages = being(
  'a list of drawings and layouts',
  value => typeof value === 'object' && value !== null && Symbol.iterator in value,
)

/** Pages of one node of the page tree (ISO 32000-2, 7.7.3): of many, readers find one sooner. */
const pagesOfNode = 50

/**
 * Drawings or layouts as the pages of a PDF document (ISO 32000), one unit a point. Fonts are
 * embedded as subsets, and text can be selected and searched. The same pages give the same bytes.
 */
export function toPdf(
  shown: Drawing | Layout | readonly (Drawing | Layout)[],
  options: PdfOptions = {},
): Uint8Array {
  return joined([...pdfChunks([shown].flat(), options)])
}

/**
 * A PDF document piece by piece: pages are asked for when the one before is written, and none is
 * kept. The pieces are one file; where a page is refused, what was written is none.
 */
export function* pdfChunks(
  pages: Iterable<Drawing | Layout>,
  options: PdfOptions = {},
): Generator<Uint8Array, void, void> {
  checkOptions('a PDF', options, pdfFields)
  checkArgument('a PDF', 'pages', pages, somePages)
  let chunks: Uint8Array[] = []
  const deflate = options.deflate ?? platformDeflate()
  const objects = pdfObjects(bytes => chunks.push(bytes), deflate)
  const resources = documentResources(objects)
  const [catalog, root] = [objects.reserve(), objects.reserve()]
  const nodes: { readonly number: ObjectNumber; readonly kids: ObjectNumber[] }[] = []
  let { title, language } = options
  let count = 0
  for (const page of pages) {
    const drawing = asDrawing(page)
    title ??= drawing.title
    language ??= drawing.language
    if (count % pagesOfNode === 0) nodes.push({ number: objects.reserve(), kids: [] })
    const node = nodes[nodes.length - 1]
    node.kids.push(addPage(drawing, node.number, objects, resources))
    count++
    yield* chunks
    chunks = []
  }
  if (count === 0) fail('no-pages', 'a PDF has at least one page', { hint: 'give it a drawing' })
  resources.write()
  for (const { number, kids } of nodes) {
    objects.set(
      number,
      `<< /Type /Pages /Parent ${reference(root)} ${kidsText(kids, kids.length)}>>`,
    )
  }
  const top = kidsText(
    nodes.map(node => node.number),
    count,
  )
  objects.set(root, `<< /Type /Pages /Resources ${reference(resources.number)} ${top}>>`)
  const lang = language === undefined ? '' : `/Lang ${utf16String(language)} `
  const viewer = title === undefined ? '' : '/ViewerPreferences << /DisplayDocTitle true >> '
  objects.set(catalog, `<< /Type /Catalog /Pages ${reference(root)} ${lang}${viewer}>>`)
  objects.end(catalog, objects.add(infoText({ ...options, ...(title !== undefined && { title }) })))
  yield* chunks
}

function kidsText(kids: readonly ObjectNumber[], count: number): string {
  return `/Count ${count} /Kids [${kids.map(reference).join(' ')}] `
}

function addPage(
  drawing: Drawing,
  parent: ObjectNumber,
  objects: PdfObjects,
  resources: Resources,
): ObjectNumber {
  const { content: operators, links } = pageContent(drawing, resources)
  const content = objects.addStream(latin1(operators))
  const annotations = links.map(link => reference(addLink(link, objects)))
  const annots = annotations.length > 0 ? `/Annots [${annotations.join(' ')}] ` : ''
  // Readers take an empty box for a sheet of paper.
  const [width, height] = [drawing.box.width, drawing.box.height].map(side => Math.max(1, side))
  return objects.add(
    `<< /Type /Page /Parent ${reference(parent)} ` +
      `/MediaBox [0 0 ${numberText(width)} ${numberText(height)}] ` +
      `${annots}/Contents ${reference(content)} >>`,
  )
}
