import { numberText } from '../../drawing/index.ts'
import { hexBytes } from '../../notation/index.ts'
import type { ObjectNumber, PdfObjects } from './objects.ts'
import type { PageLink } from './page-content.ts'

/** A link annotation (ISO 32000-2, 12.5.6.5) without a border. */
export function addLink({ href, area }: PageLink, objects: PdfObjects): ObjectNumber {
  const { x, y, width, height } = area
  const rect = [x, y, x + width, y + height].map(n => numberText(n)).join(' ')
  return objects.add(
    `<< /Type /Annot /Subtype /Link /Rect [${rect}] /Border [0 0 0] ` +
      `/A << /S /URI /URI ${asciiString(href)} >> >>`,
  )
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
