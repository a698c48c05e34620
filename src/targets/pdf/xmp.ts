import { xmlText as escaped } from '../../notation/index.ts'
import type { PdfMetadata } from './metadata.ts'

/** The packet is not compressed: what ends a stream may not stand in it as it is. */
const xmlText = (text: string) => escaped(text).replace(/endstream/g, 'endstre&#97;m')

/** Standards that a document may say it conforms to: ISO 14289-1, and ISO 19005-2 at level U. */
export type PdfStandard = 'PDF/UA-1' | 'PDF/A-2u'

/** Archives know other standards' properties only where they are described (ISO 19005-2, 6.6.2.3.3). */
const extension =
  '<pdfaExtension:schemas xmlns:pdfaExtension="http://www.aiim.org/pdfa/ns/extension/" ' +
  'xmlns:pdfaSchema="http://www.aiim.org/pdfa/ns/schema#" ' +
  'xmlns:pdfaProperty="http://www.aiim.org/pdfa/ns/property#"><rdf:Bag><rdf:li rdf:parseType="Resource">' +
  '<pdfaSchema:schema>PDF/UA identification</pdfaSchema:schema>' +
  '<pdfaSchema:namespaceURI>http://www.aiim.org/pdfua/ns/id/</pdfaSchema:namespaceURI>' +
  '<pdfaSchema:prefix>pdfuaid</pdfaSchema:prefix><pdfaSchema:property><rdf:Seq>' +
  '<rdf:li rdf:parseType="Resource"><pdfaProperty:name>part</pdfaProperty:name>' +
  '<pdfaProperty:valueType>Integer</pdfaProperty:valueType>' +
  '<pdfaProperty:category>internal</pdfaProperty:category>' +
  '<pdfaProperty:description>Part of ISO 14289</pdfaProperty:description></rdf:li>' +
  '</rdf:Seq></pdfaSchema:property></rdf:li></rdf:Bag></pdfaExtension:schemas>\n'

/** The metadata of a document as XMP (ISO 16684-1), equal to its information dictionary. */
export function xmpPacket(
  { title, author, subject, keywords, created, modified }: PdfMetadata,
  language: string | undefined,
  standards: readonly PdfStandard[],
): string {
  const element = (name: string, value: string | undefined) =>
    value === undefined ? '' : `<${name}>${xmlText(value)}</${name}>\n`
  const alternatives = (name: string, value: string | undefined) =>
    value === undefined
      ? ''
      : `<${name}><rdf:Alt><rdf:li xml:lang="x-default">${xmlText(value)}</rdf:li></rdf:Alt></${name}>\n`
  const list = (name: string, kind: string, value: string | undefined) =>
    value === undefined
      ? ''
      : `<${name}><rdf:${kind}><rdf:li>${xmlText(value)}</rdf:li></rdf:${kind}></${name}>\n`
  const date = (value: Date | undefined) => value?.toISOString().replace(/\.\d+Z$/, 'Z')
  return (
    '<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?>\n' +
    '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">\n' +
    '<rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" ' +
    'xmlns:pdf="http://ns.adobe.com/pdf/1.3/" xmlns:xmp="http://ns.adobe.com/xap/1.0/" ' +
    'xmlns:pdfuaid="http://www.aiim.org/pdfua/ns/id/" xmlns:pdfaid="http://www.aiim.org/pdfa/ns/id/">\n' +
    alternatives('dc:title', title) +
    list('dc:creator', 'Seq', author) +
    alternatives('dc:description', subject) +
    list('dc:language', 'Bag', language) +
    element('pdf:Keywords', keywords?.join(', ')) +
    element('pdf:Producer', 'Dot Line') +
    element('xmp:CreateDate', date(created)) +
    element('xmp:ModifyDate', date(modified)) +
    (standards.includes('PDF/UA-1') ? element('pdfuaid:part', '1') : '') +
    (standards.includes('PDF/A-2u')
      ? element('pdfaid:part', '2') + element('pdfaid:conformance', 'U')
      : '') +
    (standards.length === 2 ? extension : '') +
    '</rdf:Description>\n</rdf:RDF></x:xmpmeta>\n<?xpacket end="r"?>'
  )
}
