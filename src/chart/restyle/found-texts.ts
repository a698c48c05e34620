import type { AnyNode, Element } from 'domhandler'
import { type Box, type Matrix, mapped } from '../../geometry/index.ts'
import type { StyledElement, SvgTree } from './svg-tree.ts'
import { isElement, textIn } from './svg-tree.ts'
import { type Context, contextOf, lengthOf } from './text-context.ts'

/** A text of a chart where its anchor stands, in the coordinates of the document. */
export interface FoundText {
  readonly element: Element
  readonly text: string
  readonly x: number
  readonly y: number
  /** Degrees, counter-clockwise. */
  readonly angle: number
  /** The author's `text-anchor`. */
  readonly across: 'start' | 'center' | 'end'
  readonly down: 'top' | 'cap' | 'center' | 'capMiddle' | 'alphabetic' | 'bottom'
  /** In units of the document. */
  readonly fontSize: number
  readonly isBold: boolean
  readonly fill: string | undefined
}

/** A text that stays as it is, and why. */
interface LeftText {
  readonly text: string
  readonly why: string
}

interface FoundTexts {
  readonly texts: readonly FoundText[]
  readonly left: readonly LeftText[]
  /** Text elements that are to go. */
  readonly replaced: readonly Element[]
}

/** The texts of a chart that can be set anew, and those that cannot. */
export function foundTexts({ elements }: SvgTree, box: Box): FoundTexts {
  const contexts = new Map<StyledElement, Context>()
  const byElement = new Map(elements.map(styled => [styled.element, styled]))
  const byId = new Map(elements.map(({ element }) => [element.attribs.id, element]))
  const texts: FoundText[] = []
  const left: LeftText[] = []
  const replaced: Element[] = []
  for (const styled of elements) {
    const around = styled.parent && contexts.get(styled.parent)
    const context = contextOf(styled, around)
    contexts.set(styled, context)
    if (around && !around.isHidden) left.push(...textElsewhere(styled, byId))
    if (styled.element.name !== 'text' || context.isHidden) continue
    const chunks = chunksOf(styled, context, byElement, box)
    if ('why' in chunks) {
      if (chunks.text.trim() !== '') left.push(chunks)
      continue
    }
    if (chunks.length === 0) continue
    texts.push(...chunks)
    replaced.push(styled.element)
  }
  return { texts, left, replaced }
}

/** Text that is shown here, and is no text element of this place. */
function textElsewhere(
  { element }: StyledElement,
  byId: ReadonlyMap<string | undefined, Element>,
): readonly LeftText[] {
  const said = (shown: Element) => textIn(shown).replace(/\s+/g, ' ').trim()
  if (element.name === 'foreignObject') {
    const text = said(element)
    return text === '' ? [] : [{ text, why: 'it is HTML' }]
  }
  if (element.name !== 'use') return []
  const href = element.attribs.href ?? element.attribs['xlink:href'] ?? ''
  const target = href.startsWith('#') ? byId.get(href.slice(1)) : undefined
  if (!target) return []
  return [target, ...descendants(target)]
    .filter(one => one.name === 'text' && said(one) !== '')
    .map(one => ({ text: said(one), why: 'it is drawn by a use element' }))
}

/** A stretch of a text that has a place of its own (SVG 2, section 11.5). */
interface Chunk {
  x: number
  y: number
  /** The offset of its baseline, in ems, downward: plotting code centers text with it. */
  emsDown: number
  text: string
  readonly context: Context
}

function chunksOf(
  styled: StyledElement,
  context: Context,
  byElement: ReadonlyMap<Element, StyledElement>,
  box: Box,
): FoundText[] | LeftText {
  const { element } = styled
  const text = textIn(element).replace(/\s+/g, ' ').trim()
  const whole = { text }
  if (element.attribs.rotate !== undefined)
    return { ...whole, why: 'its letters are turned one by one' }
  if ((context.values.get('writing-mode') ?? '').match(/^(tb|vertical)/))
    return { ...whole, why: 'it is vertical' }
  const { matrix } = context
  const scale = Math.hypot(matrix.xx, matrix.yx)
  const isEven = Math.abs(Math.hypot(matrix.xy, matrix.yy) - scale) < 1e-3 * scale
  const isMirrored = matrix.xx * matrix.yy - matrix.xy * matrix.yx <= 0
  if (!isEven || isMirrored) return { ...whole, why: 'it is stretched, slanted or mirrored' }
  for (const one of descendants(element)) {
    if (one.name === 'textPath') return { ...whole, why: 'it runs along a path' }
    if (one.attribs.rotate !== undefined)
      return { ...whole, why: 'its letters are turned one by one' }
  }
  const chunks: Chunk[] = []
  const contexts = new Map<Element, Context>([[element, context]])
  let [x, y] = [0, 0]
  let why: string | undefined
  const enter = (node: Element, own: Context) => {
    const em = own.fontSize
    // Percentages are of the chart's width and height (SVG 2, section 8.9).
    const single = (name: 'x' | 'y' | 'dx' | 'dy'): number | undefined => {
      const value = node.attribs[name]
      if (value === undefined || value.trim() === '') return undefined
      const list = value.trim().split(/[\s,]+/)
      if (list.length > 1) why = 'its letters have places of their own'
      return lengthOf(list[0], em, name.endsWith('x') ? box.width : box.height)
    }
    const [ownX, ownY] = [single('x'), single('y')]
    const [dx, dy] = [single('dx') ?? 0, single('dy') ?? 0]
    const isNew = ownX !== undefined || ownY !== undefined || dy !== 0 || chunks.length === 0
    if (ownX !== undefined) x = ownX
    const emsY = emsIn(node.attribs.y)
    if (ownY !== undefined) y = emsY === undefined ? ownY : 0
    if (emsIn(node.attribs.dy) === undefined) y += dy
    x += dx
    if (!isNew) return
    const isLine = node !== element && ownX === undefined && ownY === undefined
    // A shift without a place of its own is a raised or lowered part of its line.
    if (isLine && chunks.some(chunk => chunk.text.trim() !== '')) {
      why = 'a part of it is raised or lowered'
      return
    }
    const emsDown = (emsY ?? 0) + (emsIn(node.attribs.dy) ?? 0)
    const before = chunks[chunks.length - 1]
    if (before && before.text.trim() === '') chunks.pop()
    chunks.push({
      x,
      y,
      emsDown: node === element || emsDown !== 0 || !before ? emsDown : before.emsDown,
      text: '',
      context: own,
    })
  }
  enter(element, context)
  const waiting: AnyNode[] = element.children.toReversed()
  for (let node = waiting.pop(); node && why === undefined; node = waiting.pop()) {
    if (isElement(node)) {
      if (node.name === 'title' || node.name === 'desc') continue
      const around = contexts.get(node.parent as Element) ?? context
      const textContext = contextOf(
        byElement.get(node) ?? {
          element: node,
          parent: undefined,
          own: name => node.attribs[name],
        },
        around,
      )
      contexts.set(node, textContext)
      enter(node, textContext)
      for (const child of node.children.toReversed()) waiting.push(child)
    } else if ('children' in node) {
      // A section of characters that are no markup.
      for (const child of node.children.toReversed()) waiting.push(child)
    } else if ('data' in node && node.type === 'text' && chunks.length > 0) {
      chunks[chunks.length - 1].text += node.data
    }
  }
  if (why !== undefined) return { ...whole, why }
  if (areLetters(chunks)) return { ...whole, why: 'its letters have places of their own' }
  return chunks.flatMap(chunk => foundChunk(element, chunk, matrix, scale))
}

/** Whether parts of a text on one line are no more than letters of its words. */
function areLetters(chunks: readonly Chunk[]): boolean {
  const said = chunks.filter(({ text }) => text.trim() !== '')
  const letters = said.filter(({ text }) => [...text.trim()].length === 1)
  const isOneLine = said.every(({ y, emsDown }) => y === said[0].y && emsDown === said[0].emsDown)
  return said.length > 2 && isOneLine && letters.length * 2 > said.length
}

function foundChunk(element: Element, chunk: Chunk, matrix: Matrix, scale: number): FoundText[] {
  const { context, emsDown } = chunk
  const isKept = context.values.get('xml:space') === 'preserve'
  const text = isKept
    ? chunk.text.replace(/\s/g, ' ').trim()
    : chunk.text.replace(/\s+/g, ' ').trim()
  if (text === '') return []
  const baseline = downOf(context.values.get('dominant-baseline'), emsDown)
  const shift = baseline === 'alphabetic' ? emsDown * context.fontSize : 0
  const [x, y] = mapped(matrix, chunk.x, chunk.y + shift)
  const anchor = context.values.get('text-anchor')
  const weight = context.values.get('font-weight') ?? ''
  return [
    {
      element,
      text,
      x,
      y,
      angle: (-Math.atan2(matrix.yx, matrix.xx) * 180) / Math.PI,
      across: anchor === 'middle' ? 'center' : anchor === 'end' ? 'end' : 'start',
      down: baseline,
      fontSize: context.fontSize * scale,
      isBold: weight === 'bold' || Number(weight) >= 600,
      fill: context.values.get('fill'),
    },
  ]
}

const emsIn = (value: string | undefined): number | undefined => {
  const match = /^\s*([-+]?(?:\d+\.?\d*|\.\d+))em\s*$/.exec(value ?? '')
  return match ? Number(match[1]) : undefined
}

/**
 * The line of the letters that stands at the anchor; plotting code shifts a baseline by ems to
 * center or hang text.
 */
function downOf(baseline: string | undefined, emsDown: number): FoundText['down'] {
  switch (baseline) {
    case 'middle':
    case 'central':
      return 'capMiddle'
    case 'hanging':
    case 'text-before-edge':
    case 'text-top':
      return 'cap'
    case 'text-after-edge':
    case 'text-bottom':
    case 'ideographic':
      return 'bottom'
  }
  if (emsDown > 0.2 && emsDown < 0.45) return 'capMiddle'
  return emsDown >= 0.6 && emsDown <= 1.1 ? 'cap' : 'alphabetic'
}

function descendants(element: Element): Element[] {
  const elements: Element[] = []
  const waiting = element.children.filter(isElement)
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    elements.push(next)
    waiting.push(...next.children.filter(isElement))
  }
  return elements
}
