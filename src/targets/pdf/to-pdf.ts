import { latin1 } from '../../blocks/index.ts'
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
  DotLineError,
  type Fields,
  fail,
  listOf,
  nearestName,
  oneOf,
  type Problem,
  warningProblem,
} from '../../problem/index.ts'
import { addBookmarks } from './bookmarks.ts'
import { joined, utf16String } from './bytes.ts'
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
import { type PageLabels, pageLabelsText, somePageLabels } from './page-labels.ts'
import { platformDeflate } from './platform-deflate.ts'
import type { Resources } from './resources.ts'
import { srgbProfile } from './srgb-profile.ts'
import { DocumentStructure } from './structure.ts'
import { type PdfStandard, xmpPacket } from './xmp.ts'

/** Options of `toPdf` and `pdfChunks`. */
export interface PdfOptions extends PdfMetadata {
  /** Language, a BCP 47 tag. Default: that of the first page with a language. */
  readonly language?: string
  /**
   * Compresses into the zlib format. Default: the platform's `zlib`, or else a built-in one. The
   * bytes differ by that, the content does not.
   */
  readonly deflate?: Deflate
  /**
   * Standards that the document says it conforms to. Each needs a title and a language; PDF/UA also
   * labels of figures, and headings that skip no level.
   */
  readonly standards?: readonly PdfStandard[]
  /** Page numbering: i, ii, 1, 2. Default: 1, 2, 3. */
  readonly pageLabels?: readonly PageLabels[]
  /**
   * Called with problems that did not stop the work: a link to a missing id, whose text stays, or
   * an unmet standard, which is then not claimed. Without it, both throw: `unknown-place`,
   * `unmet-standard`.
   */
  readonly onProblem?: (problem: Problem) => void
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
  standards: listOf(oneOf('PDF/UA-1', 'PDF/A-2u')),
  pageLabels: somePageLabels,
  onProblem: aFunction,
}

const somePages = being(
  'a list of drawings and layouts',
  value => typeof value === 'object' && value !== null && Symbol.iterator in value,
)

/** Pages of one node of the page tree (ISO 32000-2, 7.7.3): of many, readers find one sooner. */
const pagesOfNode = 50

/**
 * Drawings or layouts as pages of a PDF document (ISO 32000), one unit a point. Fonts are embedded
 * as subsets; text can be selected and searched. The same pages give the same bytes.
 *
 * @param shown A layout or drawing for each page.
 * @param options Metadata, standards, page labels.
 * @returns The bytes of the file.
 * @throws `missing-pages`, `forbidden-embedding`, `unmet-standard`, `unknown-place`
 * @example
 * toPdf([...set.pages()], { ...set.metadata, standards: ['PDF/UA-1'] })
 * @see `pdfChunks` for long documents
 */
export function toPdf(
  shown: Drawing | Layout | readonly (Drawing | Layout)[],
  options: PdfOptions = {},
): Uint8Array {
  return joined([...pdfChunks([shown].flat(), options)])
}

/**
 * A PDF document piece by piece. A page is requested after the one before is written, and none is
 * kept. If a page is refused, the pieces so far are not a valid PDF.
 *
 * @param pages Layouts or drawings; any iterable.
 * @returns Pieces of one file, in order.
 * @example
 * for (const piece of pdfChunks(set.pages(), set.metadata)) writeSync(file, piece)
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
  const { standards = [], pageLabels, onProblem } = options
  const report = (problem: Problem) => {
    if (!onProblem) throw new DotLineError(problem)
    onProblem(problem)
  }
  const isArchived = standards.includes('PDF/A-2u')
  const resources = documentResources(objects, isArchived)
  const structure = new DocumentStructure(objects)
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
    node.kids.push(addPage(drawing, node.number, objects, resources, structure, language))
    count++
    yield* chunks
    chunks = []
  }
  if (count === 0)
    fail('missing-pages', 'a PDF has at least one page', { hint: 'give it a drawing' })
  resources.write()
  structure.end()
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
  objects.set(root, `<< /Type /Pages ${top}>>`)
  const lang = language === undefined ? '' : `/Lang ${utf16String(language)} `
  const viewer = title === undefined ? '' : '/ViewerPreferences << /DisplayDocTitle true >> '
  if (standards.length > 0 && (title === undefined || language === undefined)) {
    const missing = title === undefined ? 'title' : 'language'
    fail(`missing-${missing}`, `${standards[0]} asks for the document's ${missing}`, {
      hint: `give { ${missing} }`,
    })
  }
  const ownOptions = { ...options, ...(title !== undefined && { title }) }
  const claimed = standards.filter(
    standard => standard !== 'PDF/UA-1' || isMet(standard, structure, report),
  )
  const packet = new TextEncoder().encode(xmpPacket(ownOptions, language, claimed))
  const metadata = objects.addRaw(packet, '/Type /Metadata /Subtype /XML ')
  const bookmarks = addBookmarks(structure.headings, objects)
  const outline = bookmarks === undefined ? '' : `/Outlines ${reference(bookmarks)} `
  const labels = pageLabels === undefined ? '' : pageLabelsText(pageLabels)
  const intent = isArchived ? outputIntent(objects) : ''
  objects.set(
    catalog,
    `<< /Type /Catalog /Pages ${reference(root)} ${lang}${viewer}` +
      `/MarkInfo << /Marked true >> /StructTreeRoot ${reference(structure.root)} ` +
      `/Metadata ${reference(metadata)} ${outline}${labels}${intent}` +
      `${placesText(structure, objects, report)}>>`,
  )
  objects.end(catalog, objects.add(infoText(ownOptions)))
  yield* chunks
}

/** The output intent: the color space of an archivable document (ISO 19005-2, 6.2.3). */
function outputIntent(objects: PdfObjects): string {
  const profile = objects.addStream(srgbProfile(), '/N 3 ')
  return (
    `/OutputIntents [<< /Type /OutputIntent /S /GTS_PDFA1 ` +
    `/OutputConditionIdentifier (sRGB) /DestOutputProfile ${reference(profile)} >>] `
  )
}

/** Whether the pages meet a standard; reports what they lack. */
function isMet(
  standard: PdfStandard,
  { unmet }: DocumentStructure,
  report: (problem: Problem) => void,
): boolean {
  if (unmet.size === 0) return true
  const message = `the document is not ${standard}: ${[...unmet].join('; ')}`
  report(warningProblem('unmet-standard', message, { hint: 'label figures, and skip no level' }))
  return false
}

/** The name of a document's top in links (HTML, section 7.4.6.3). */
const topOfDocument = 'top'

/** The places that links lead to, by their names in order (12.3.2.4). */
function placesText(
  structure: DocumentStructure,
  objects: PdfObjects,
  report: (problem: Problem) => void,
): string {
  const { wanted, first } = structure
  const places = [...structure.places]
  if (wanted.has(topOfDocument) && first && !places.some(({ id }) => id === topOfDocument)) {
    places.push({ id: topOfDocument, ...first })
  }
  const placeOfId = new Map(places.toReversed().map(place => [place.id, place]))
  for (const id of wanted) {
    if (placeOfId.has(id)) continue
    const message = `a link leads to '#${id}', and nothing in the document has that id`
    const nearest = nearestName(id, placeOfId.keys())
    report(warningProblem('unknown-place', message, nearest === undefined ? {} : { nearest }))
  }
  if (placeOfId.size === 0) return ''
  const names = [...placeOfId.values()]
    .map(({ id, page, top }) => [utf16String(id), page, top] as const)
    // Without what ends a string: of two the shorter comes first (7.9.6).
    .toSorted(([a], [b]) => (a.slice(0, -1) < b.slice(0, -1) ? -1 : 1))
    .map(([id, page, top]) => `${id} [${reference(page)} /XYZ null ${numberText(top)} null]`)
  const tree = objects.add(`<< /Names [${names.join(' ')}] >>`)
  return `/Names << /Dests ${reference(tree)} >> `
}

function kidsText(kids: readonly ObjectNumber[], count: number): string {
  return `/Count ${count} /Kids [${kids.map(reference).join(' ')}] `
}

function addPage(
  drawing: Drawing,
  parent: ObjectNumber,
  objects: PdfObjects,
  resources: Resources,
  structure: DocumentStructure,
  language: string | undefined,
): ObjectNumber {
  const page = objects.reserve()
  structure.first ??= { page, top: Math.max(1, drawing.box.height) }
  const pageStructure = structure.page(page, language)
  const { content: operators, links } = pageContent(drawing, resources, pageStructure)
  const content = objects.addStream(latin1(operators))
  const annotations = links.map(link => reference(addLink(link, page, objects, structure)))
  const annots = annotations.length > 0 ? `/Annots [${annotations.join(' ')}] /Tabs /S ` : ''
  // Readers take an empty box for a sheet of paper.
  const [width, height] = [drawing.box.width, drawing.box.height].map(side => Math.max(1, side))
  objects.set(
    page,
    `<< /Type /Page /Parent ${reference(parent)} ` +
      `/MediaBox [0 0 ${numberText(width)} ${numberText(height)}] ` +
      `/Resources ${reference(resources.number)} /StructParents ${structure.endPage()} ` +
      `${annots}/Contents ${reference(content)} >>`,
  )
  return page
}
