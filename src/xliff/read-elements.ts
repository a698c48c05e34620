import { SaxesParser } from 'saxes'
import { DotLineError, errorProblem, type SourceLocation } from '../problem/index.ts'

/** An element of a file. */
export interface XmlElement {
  /** Its name without a prefix; empty of what is in another namespace than the file's own. */
  readonly name: string
  readonly attributes: Readonly<Record<string, string>>
  readonly children: readonly (XmlElement | string)[]
  readonly location: SourceLocation
}

interface OpenElement extends XmlElement {
  readonly children: (XmlElement | string)[]
}

/** Deeper than spans of texts are that anybody reads. */
const deepest = 1000

/**
 * The elements of an XML file (W3C, XML 1.0), those of one namespace by their names. No document type is
 * read, and nothing outside of the file. Throws `bad-xml` at the place of the first mistake.
 */
export function readElements(
  xml: string,
  source: string,
  isOwn: (uri: string) => boolean,
): XmlElement {
  const parser = new SaxesParser({ xmlns: true })
  const open: OpenElement[] = []
  let root: XmlElement | undefined
  let start = { position: 0, line: 1, column: 1 }
  const place = (): SourceLocation => ({
    source,
    start: start.position,
    end: parser.position,
    line: start.line,
    column: start.column,
  })
  const wrong = (message: string, hint?: string): never => {
    const location = { ...place(), line: parser.line, column: parser.columnIndex + 1 }
    throw new DotLineError(errorProblem('bad-xml', message, { location, ...(hint && { hint }) }))
  }
  parser.on('error', error => {
    const reason = error.message.replace(/^\d+:\d+: /, '').replace(/\.$/, '')
    wrong(`${source} is not XML`, reason)
  })
  parser.on('doctype', () => wrong(`${source} has a document type, which is not read`))
  parser.on('opentagstart', () => {
    start = { position: parser.position, line: parser.line, column: parser.columnIndex }
  })
  parser.on('opentag', ({ local, uri, attributes }) => {
    const entries = Object.entries(attributes).map(([name, { value }]) => [name, value])
    const element: OpenElement = {
      name: isOwn(uri) ? local : '',
      attributes: Object.fromEntries(entries),
      children: [],
      location: place(),
    }
    if (open.length >= deepest) wrong(`${source} is nested more than ${deepest} deep`)
    open[open.length - 1]?.children.push(element)
    root ??= element
    open.push(element)
  })
  parser.on('closetag', () => {
    open.pop()
  })
  const addText = (text: string) => open[open.length - 1]?.children.push(text)
  parser.on('text', addText)
  parser.on('cdata', addText)
  parser.write(xml.replace(/^\ufeff/, '')).close()
  return root ?? wrong(`${source} is empty`)
}
