import type { AnyNode, Element } from 'domhandler'
import { identity, type Matrix, mapped, product } from '../../geometry/index.ts'
import type { StyledElement, SvgTree } from './svg-tree.ts'
import { isElement, textIn } from './svg-tree.ts'
import { transformMatrix } from './transform.ts'

/** A text of a chart where its anchor stands, in the coordinates of the document. */
export interface FoundText {
  readonly element: Element
  readonly text: string
  readonly x: number
  readonly y: number
  /** Degrees, counter-clockwise. */
  readonly angle: number
  /** How the author anchored it. */
  readonly across: 'start' | 'center' | 'end'
  readonly down: 'top' | 'cap' | 'middle' | 'capMiddle' | 'alphabetic' | 'bottom'
  /** In units of the document. */
  readonly fontSize: number
  readonly isBold: boolean
  readonly fill: string | undefined
}

/** A text that stays as it is, and why. */
export interface LeftText {
  readonly text: string
  readonly why: string
}

export interface FoundTexts {
  readonly texts: readonly FoundText[]
  readonly left: readonly LeftText[]
  /** Text elements that are to go. */
  readonly replaced: readonly Element[]
}

/** What holds within an element, from those around it. */
interface Context {
  readonly matrix: Matrix
  readonly fontSize: number
  readonly values: ReadonlyMap<string, string>
  readonly isHidden: boolean
}

const inherited = [
  ...['text-anchor', 'dominant-baseline', 'font-weight', 'fill', 'visibility', 'direction'],
  ...['writing-mode', 'xml:space'],
]

/** What is in these is not shown where it stands. */
const unseen = [
  'defs',
  'symbol',
  'clipPath',
  'mask',
  'pattern',
  'marker',
  'title',
  'desc',
  'style',
  'script',
  'foreignObject',
]

/** The texts of a chart that can be set anew, and those that cannot. */
export function foundTexts({ elements }: SvgTree): FoundTexts {
  const contexts = new Map<StyledElement, Context>()
  const byElement = new Map(elements.map(styled => [styled.element, styled]))
  const texts: FoundText[] = []
  const left: LeftText[] = []
  const replaced: Element[] = []
  for (const styled of elements) {
    const around = styled.parent && contexts.get(styled.parent)
    const context = contextOf(styled, around)
    contexts.set(styled, context)
    if (styled.element.name !== 'text' || context.isHidden) continue
    const chunks = chunksOf(styled, context, byElement)
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

const initial: Context = { matrix: identity, fontSize: 16, values: new Map(), isHidden: false }

function contextOf(styled: StyledElement, around: Context = initial): Context {
  const { element, own } = styled
  const values = new Map(around.values)
  for (const name of inherited) {
    const value = own(name)
    if (value !== undefined && value !== 'inherit') values.set(name, value)
  }
  const transform = element.attribs.transform
  const matrix = transform === undefined ? identity : transformMatrix(transform)
  const isNested = element.name === 'svg' && styled.parent !== undefined
  const shift = isNested ? nestedMatrix(element) : identity
  const isHidden =
    around.isHidden ||
    !matrix ||
    !shift ||
    unseen.includes(element.name) ||
    own('display') === 'none' ||
    Number(own('opacity') ?? 1) === 0 ||
    ['hidden', 'collapse'].includes(values.get('visibility') ?? '')
  const whole = matrix && shift ? product(product(around.matrix, shift), matrix) : around.matrix
  return { matrix: whole, fontSize: sizeOf(own('font-size'), around.fontSize), values, isHidden }
}

/** An inner picture without a scale of its own is where it says; another is left as it is. */
function nestedMatrix({ attribs }: Element): Matrix | undefined {
  if (attribs.viewBox !== undefined) return undefined
  return {
    ...identity,
    dx: Number.parseFloat(attribs.x ?? '0'),
    dy: Number.parseFloat(attribs.y ?? '0'),
  }
}

const named: Readonly<Record<string, number>> = { small: 13, medium: 16, large: 18, 'x-small': 10 }

function sizeOf(value: string | undefined, around: number): number {
  if (value === undefined) return around
  if (Object.hasOwn(named, value)) return named[value]
  return lengthOf(value, around) ?? around
}

/** A length in units, of ems and percentages of a size; undefined of what is none. */
function lengthOf(value: string, em: number): number | undefined {
  const found = /^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)\s*([a-z%]*)\s*$/i.exec(value)
  if (!found) return undefined
  const number = Number(found[1])
  const unit = found[2].toLowerCase()
  const factors: Readonly<Record<string, number>> = {
    '': 1,
    px: 1,
    em,
    rem: 16,
    ex: em / 2,
    '%': em / 100,
    pt: 4 / 3,
    mm: 96 / 25.4,
    in: 96,
  }
  return Object.hasOwn(factors, unit) ? number * factors[unit] : undefined
}

/** A stretch of a text that has a place of its own (SVG 2, section 11.5). */
interface Chunk {
  x: number
  y: number
  /** What its baseline was moved down by, in ems: how plotting code centers text. */
  emsDown: number
  text: string
  readonly context: Context
}

function chunksOf(
  styled: StyledElement,
  context: Context,
  byElement: ReadonlyMap<Element, StyledElement>,
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
    const single = (name: string, scale = em): number | undefined => {
      const value = node.attribs[name]
      if (value === undefined || value.trim() === '') return undefined
      const list = value.trim().split(/[\s,]+/)
      if (list.length > 1) why = 'its letters have places of their own'
      return lengthOf(list[0], scale)
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
      const own = contextOf(
        byElement.get(node) ?? {
          element: node,
          parent: undefined,
          own: name => node.attribs[name],
        },
        around,
      )
      contexts.set(node, own)
      enter(node, own)
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
  const found = /^\s*([-+]?(?:\d+\.?\d*|\.\d+))em\s*$/.exec(value ?? '')
  return found ? Number(found[1]) : undefined
}

/** Which line of the letters stands at the anchor; plotting code lowers a baseline by ems to center or hang text. */
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
  const found: Element[] = []
  const waiting = element.children.filter(isElement)
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    found.push(next)
    waiting.push(...next.children.filter(isElement))
  }
  return found
}
