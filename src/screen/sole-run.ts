/** A line that has one run, and nothing about it: what most lines are. */
export interface SoleRun {
  /** The class of the line's element. */
  readonly line: string
  /** The declarations of its run. */
  readonly run: string
  readonly text: string
}

const sole = /^<span class="([^"<&]*)"><span class="([^"<&]*)">([^<&\r]*)<\/span><\/span>$/

/** Such a line from its HTML, which then needs no parser. */
export function soleRun(html: string): SoleRun | undefined {
  const found = sole.exec(html)
  return found ? { line: found[1], run: found[2], text: found[3] } : undefined
}

/** Writes it as an element, or into one that was made for another. */
export function writeSoleRun(
  page: Document,
  { line, run, text }: SoleRun,
  before: ChildNode | undefined,
): HTMLElement {
  const element = isSpan(before) ? before : page.createElement('span')
  const inner = element.firstChild
  const own = isSpan(inner) ? inner : element.appendChild(page.createElement('span'))
  const letters = own.firstChild
  if (element.className !== line) element.className = line
  if (own.className !== run) own.className = run
  if (letters?.nodeType !== page.TEXT_NODE) own.textContent = text
  else if (letters.nodeValue !== text) letters.nodeValue = text
  return element
}

/** Not by its class: each window has one of its own. */
const isSpan = (node: Node | null | undefined): node is HTMLElement => node?.nodeName === 'SPAN'
