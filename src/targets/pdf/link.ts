import { numberText } from '../../drawing/index.ts'
import { hexBytes } from '../../notation/index.ts'
import { utf16String } from './bytes.ts'
import type { ObjectNumber, PdfObjects } from './objects.ts'
import type { PageLink } from './page-content.ts'
import type { DocumentStructure } from './structure.ts'

/** A link annotation (ISO 32000-2, 12.5.6.5) without a border. */
export function addLink(
  { href, area, node }: PageLink,
  page: ObjectNumber,
  objects: PdfObjects,
  structure: DocumentStructure,
): ObjectNumber {
  const number = objects.reserve()
  const parent = structure.annotation(node, number, page)
  const { x, y, width, height } = area
  const rect = [x, y, x + width, y + height].map(n => numberText(n)).join(' ')
  // A place of the document itself is gone to; all else is asked of who shows it.
  const id = /^#(.+)$/.exec(href)?.[1]
  if (id !== undefined) structure.wanted.add(id)
  const target =
    id === undefined ? `/A << /S /URI /URI ${asciiString(href)} >>` : `/Dest ${utf16String(id)}`
  objects.set(
    number,
    `<< /Type /Annot /Subtype /Link /Rect [${rect}] /Border [0 0 0] /F 4 /StructParent ${parent} ` +
      `/Contents ${utf16String(href)} ${target} >>`,
  )
  return number
}

/** A URI in ASCII, as the standard asks (12.6.4.8): in hexadecimal, so that nothing in it ends it. */
function asciiString(href: string): string {
  const bytes = new TextEncoder().encode(encodeIfNeeded(href))
  return `<${hexBytes(bytes)}>`
}

const encodeIfNeeded = (href: string) =>
  href.replace(/[^\x21-\x7e]+/gu, part =>
    encodeURIComponent(part.replace(/\p{Surrogate}/gu, '\ufffd')),
  )
