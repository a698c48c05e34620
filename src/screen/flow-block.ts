import {
  type FlowPart,
  type FlowText,
  flowParts,
  isOneTarget,
  leadsOn,
  targetClass,
} from '../targets/flow/index.ts'
import type { FlowRules } from './flow-rules.ts'
import type { LinkedPart } from './link-actions.ts'

/** The letters of a stretch as they are written, with marks between them where lines are made to end. */
interface WrittenStretch {
  readonly text: string
  readonly cuts: readonly number[]
  readonly nodes: readonly ChildNode[]
}

/** A text that flows in a block of the page. */
export interface FlowBlock {
  readonly element: HTMLElement
  /** Its links and actions, in order. */
  readonly linked: readonly LinkedPart[]
  /** Writes a text; elements that stay are kept. Lines end at `ends` and nowhere else, if they are given. */
  write(flow: FlowText, rules: FlowRules, ends?: readonly number[]): void
  /** The text that it shows; undefined before the first. */
  readonly flowing: FlowText | undefined
  /** Whether its lines end at marks. */
  readonly isMarked: boolean
  /** Whether the browser's lines end elsewhere, or there are more of them. Reads the page. */
  differs(ends: readonly number[]): boolean
}

/** Structures of texts: those of one structure are copies of one. */
const patterns = new WeakMap<Document, Map<string, DocumentFragment>>()
/** As many are kept. */
const mostPatterns = 500

export function flowBlock(page: Document): FlowBlock {
  const element = page.createElement('div')
  let written: readonly WrittenStretch[] = []
  let linked: readonly LinkedPart[] = []
  let flowing: FlowText | undefined
  let isMarked = false
  let structure: string | undefined

  return {
    element,
    get linked() {
      return linked
    },
    get flowing() {
      return flowing
    },
    get isMarked() {
      return isMarked
    },
    write(flow, rules, ends) {
      const look = rules.blockOf(flow)
      const stretches = flowParts(flow, i => rules.lettersOf(flow, i))
      const inside = ends ? ends.filter(end => isInside(flow.text, end)) : none
      const asked = stretches.map(structureOf).join(' ')
      // A reader's translation stands in place of what was written, in parts: none of it is kept.
      if (asked !== structure || element.querySelector('font')) {
        const copy = patternOf(page, asked, stretches)
        written = lettersIn(copy)
        element.replaceChildren(copy)
        structure = asked
      }
      written = withCuts(page, written, stretches, inside)
      const spaced = hasWideSpaces(flow.text) ? ' dotline-spaced' : ''
      // One line without an end inside is kept from being broken, too.
      const name = ends ? `${look} dotline-marked${spaced}` : look
      if (element.className !== name) element.className = name
      if (element.lang !== flow.style.language) element.lang = flow.style.language
      flowing = flow
      isMarked = ends !== undefined
      linked = linkedIn(stretches)
    },
    differs(ends) {
      const { text = '', leading = 0 } = flowing ?? {}
      // In columns of the page it may be in several parts.
      let height = 0
      for (const box of element.getClientRects()) height += box.height
      if (Math.abs(height - ends.length * leading) > leading / 2) return true
      return ends.length > 1 && !endsAt(page, written, text, ends)
    },
  }
}

const none: readonly number[] = []

/** Whether a line ends at an offset because there is no more room for it. */
const isInside = (text: string, end: number) =>
  end > 0 && end < text.length && text[end] !== '\n' && text[end - 1] !== '\n'

const isEqual = (a: readonly number[], b: readonly number[]) =>
  a.length === b.length && a.every((one, i) => one === b[i])

/** Spaces that collapsing would take away. */
const hasWideSpaces = (text: string) => / {2}|^ | $|\n | \n/.test(text)

const structureOf = ({ look, language, link, action }: FlowPart) =>
  `${look}|${language ?? ''}|${link ?? ''}|${action ?? ''}`

function linkedIn(stretches: readonly FlowPart[]): readonly LinkedPart[] {
  const parts: { link: string | undefined; action: string | undefined; text: string }[] = []
  stretches.forEach((stretch, i) => {
    if (!leadsOn(stretch)) return
    const { link, action, text } = stretch
    const last = parts.at(-1)
    if (last && isOneTarget(stretches[i - 1], stretch)) last.text += text
    else parts.push({ link, action, text })
  })
  return parts
}

function built(page: Document, stretches: readonly FlowPart[]): DocumentFragment {
  const fragment = page.createDocumentFragment()
  let target: HTMLElement | undefined
  let count = 0
  for (const [i, stretch] of stretches.entries()) {
    if (!isOneTarget(stretches[i - 1], stretch)) {
      target = leadsOn(stretch) ? fragment.appendChild(targetOf(page, stretch, count++)) : undefined
    }
    const { look, language } = stretch
    const letters = page.createTextNode('.')
    // A link in one style is that style's element itself: its box and its ring have its letters' size and ink.
    const isAlone =
      !isOneTarget(stretch, stretches[i + 1]) && !isOneTarget(stretches[i - 1], stretch)
    const isBare = look === '' && language === undefined
    const own = target && isAlone ? target : isBare ? undefined : page.createElement('span')
    if (own) {
      if (look !== '') own.classList.add(look)
      if (language !== undefined) own.lang = language
      own.append(letters)
    }
    if (own !== target || !own) (target ?? fragment).append(own ?? letters)
  }
  return fragment
}

/** Creates the element of a link or an action: one stop of the keyboard. */
export function targetOf(
  page: Document,
  { link, action }: Pick<LinkedPart, 'link' | 'action'>,
  index: number,
): HTMLElement {
  const target = page.createElement(link === undefined ? 'span' : 'a')
  if (link !== undefined) target.setAttribute('href', link)
  else {
    target.setAttribute('role', 'button')
    target.tabIndex = 0
  }
  target.className = targetClass
  target.setAttribute('data-dotline-link', String(index))
  if (action !== undefined) target.setAttribute('data-dotline-action', action)
  return target
}

function patternOf(
  page: Document,
  structure: string,
  stretches: readonly FlowPart[],
): DocumentFragment {
  const known = patterns.get(page) ?? new Map<string, DocumentFragment>()
  patterns.set(page, known)
  let pattern = known.get(structure)
  if (!pattern) {
    if (known.size >= mostPatterns) known.clear()
    pattern = built(page, stretches)
    known.set(structure, pattern)
  }
  const copy = pattern.cloneNode(true)
  return isFragment(copy) ? copy : pattern
}

/** Not by its class: each window has one of its own. */
const isFragment = (node: Node): node is DocumentFragment =>
  node.nodeType === node.DOCUMENT_FRAGMENT_NODE
const isText = (node: Node | null): node is Text => node?.nodeType === 3

/** The letters in a copy: each stretch has one text node. */
function lettersIn(copy: DocumentFragment): readonly WrittenStretch[] {
  const letters: Text[] = []
  const take = (around: Node) => {
    for (let node = around.firstChild; node; node = node.nextSibling) {
      if (isText(node)) letters.push(node)
      // A target holds spans, and these letters: two deep at most.
      else take(node)
    }
  }
  take(copy)
  return letters.map(node => ({ text: node.data, cuts: none, nodes: [node] }))
}

/** Writes letters, and marks at the offsets where lines are to end; nodes that stay are kept. */
function withCuts(
  page: Document,
  written: readonly WrittenStretch[],
  stretches: readonly FlowPart[],
  ends: readonly number[],
): readonly WrittenStretch[] {
  let start = 0
  let n = 0
  return stretches.map(({ text }, i) => {
    const cuts: number[] = []
    // A line that ends where a stretch does has its mark at the end of that.
    for (; n < ends.length && ends[n] <= start + text.length; n++) cuts.push(ends[n] - start)
    start += text.length
    const before = written[i]
    if (before.text === text && isEqual(before.cuts, cuts)) return before
    const [first] = before.nodes
    if (cuts.length === 0 && before.cuts.length === 0 && isText(first)) {
      first.data = text
      return { text, cuts, nodes: before.nodes }
    }
    const nodes: ChildNode[] = []
    let from = 0
    for (const cut of cuts) {
      nodes.push(page.createTextNode(text.slice(from, cut)), page.createElement('wbr'))
      from = cut
    }
    if (from < text.length || nodes.length === 0) nodes.push(page.createTextNode(text.slice(from)))
    first.before(...nodes)
    for (const node of before.nodes) node.remove()
    return { text, cuts, nodes }
  })
}

/** Whether lines of the page end at offsets of a text: the letters around each stand on two lines. */
function endsAt(
  page: Document,
  written: readonly WrittenStretch[],
  text: string,
  ends: readonly number[],
): boolean {
  const range = page.createRange()
  let n = 0
  let start = 0
  let above: Text | undefined
  for (const { nodes } of written) {
    for (const node of nodes) {
      if (!isText(node)) continue
      const behind = start + node.data.length
      while (n < ends.length && (ends[n] <= start || !isInside(text, ends[n]))) {
        // The line ends between two stretches: letters of the one before are compared with these.
        if (ends[n] === start && isInside(text, ends[n]) && above) {
          const last = boxOf(range, above, above.data.length - 1)
          if (isOneLine(last, boxOf(range, node, 0))) return false
        }
        n++
      }
      for (; n < ends.length && ends[n] < behind; n++) {
        if (!isInside(text, ends[n])) continue
        const at = ends[n] - start
        if (isOneLine(boxOf(range, node, at - 1), boxOf(range, node, at))) return false
      }
      above = node
      start = behind
    }
  }
  return true
}

/**
 * Letters of one line stand beside each other. In columns of the page the next line may be further up, or at the
 * same height in the next column.
 */
function isOneLine(a: DOMRect | undefined, b: DOMRect | undefined): boolean {
  if (!a || !b || Math.abs(a.top - b.top) > 1) return false
  return Math.min(Math.abs(b.left - a.right), Math.abs(a.left - b.right)) < a.height
}

function boxOf(range: Range, node: Text, offset: number): DOMRect | undefined {
  range.setStart(node, offset)
  range.setEnd(node, offset + 1)
  const boxes = range.getClientRects()
  return boxes[boxes.length - 1]
}
