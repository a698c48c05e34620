/**
 * Nodes of markup that this library's own targets wrote. A page may forbid scripts the parser of the
 * browser (`require-trusted-types-for 'script'`, Trusted Types, section 4.2), so that elements are made
 * one by one. Tags are all closed, or end in `/>`; attributes stand in double quotes; there are neither
 * comments nor elements whose text is read otherwise.
 */
export function writtenNodes(page: Document, markup: string): readonly ChildNode[] {
  const fragment = page.createDocumentFragment()
  const open: (Element | DocumentFragment)[] = [fragment]
  let end = 0
  for (const { 0: tag, 1: closed, 2: name, 3: attributes, index } of markup.matchAll(tags)) {
    const around = open[open.length - 1]
    if (index > end) around.append(plain(markup.slice(end, index)))
    end = index + tag.length
    if (closed !== undefined) {
      open.pop()
      continue
    }
    const element = elementOf(page, name, around)
    for (const [, attribute, value] of attributes.matchAll(values)) {
      element.setAttribute(attribute, plain(value))
    }
    around.append(element)
    if (!tag.endsWith('/>')) open.push(element)
  }
  if (end < markup.length) fragment.append(plain(markup.slice(end)))
  return [...fragment.childNodes]
}

const tags = /<(?:\/([A-Za-z][\w-]*)|([A-Za-z][\w-]*)((?: [\w:-]+="[^"]*")*)) ?\/?>/g
const values = / ([\w:-]+)="([^"]*)"/g

const svg = 'http://www.w3.org/2000/svg'

/** Creates an element; inside of a picture, in its namespace. */
function elementOf(page: Document, name: string, around: Element | DocumentFragment): Element {
  const isPicture = name === 'svg' || ('namespaceURI' in around && around.namespaceURI === svg)
  return isPicture ? page.createElementNS(svg, name) : page.createElement(name)
}

const characters: Readonly<Record<string, string>> = {
  '&amp;': '&',
  '&lt;': '<',
  '&gt;': '>',
  '&quot;': '"',
}

/** Text without the references that targets write. */
const plain = (text: string) =>
  text.includes('&') ? text.replace(/&(?:amp|lt|gt|quot);/g, one => characters[one]) : text
