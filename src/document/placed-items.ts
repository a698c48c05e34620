import { type Box, group, type Item, place } from '../core.ts'
import { fail, nearestName, type Path, type SourceLocation } from '../problem/index.ts'
import type { PlacedItem } from './band.ts'
import type { BlockContext } from './block-context.ts'
import { styleRoles } from './document-parts.ts'
import type { BlockSource, PlacedSource, PlaceSource } from './document-source.ts'
import { everyBlock } from './every-block.ts'
import { pictureItems, sizeIn } from './figure-items.ts'
import type { FlowItem } from './flow-item.ts'
import { laidDown, turnedBox } from './turned-page.ts'

type Reference = Exclude<PlaceSource, { readonly x: number } | { readonly across: string }>

export const isReference = (at: PlaceSource): at is Reference => !('x' in at) && !('across' in at)

/** A placed block with where it stands in the document. */
export interface PlacedBlock {
  readonly source: PlacedSource
  readonly path: Path
}

/** Blocks that stand beside another, by the id of that one. Throws on unknown ids and on cycles. */
export function placedByReference(
  blocks: readonly BlockSource[],
  locationOf: (path: Path) => SourceLocation | string,
): ReadonlyMap<string, readonly PlacedBlock[]> {
  const byTarget = new Map<string, PlacedBlock[]>()
  const targetOf = new Map<string, string>()
  const ids = new Set<string>()
  for (const { block, path } of everyBlock(blocks)) {
    if ('id' in block && block.id !== undefined) ids.add(block.id)
    if (block.kind !== 'placed' || !isReference(block.at)) continue
    const id = block.at.of
    byTarget.set(id, [...(byTarget.get(id) ?? []), { source: block, path }])
    if (block.id !== undefined) targetOf.set(block.id, id)
  }
  for (const [id, blocks] of byTarget) {
    const location = locationOf([...blocks[0].path, 'at'])
    if (!ids.has(id)) {
      const message = `something is placed beside '${id}', and nothing in the document has that id`
      fail('unknown-reference', message, { location, nearest: nearestName(id, ids) })
    }
    const seen = new Set([id])
    for (let at = targetOf.get(id); at !== undefined; at = targetOf.get(at)) {
      if (seen.has(at)) {
        const message = `'${id}' is placed beside itself: ${[...seen, at].join(', ')}`
        fail('circular-reference', message, {
          location,
          hint: 'give one of them a place on the page',
        })
      }
      seen.add(at)
    }
  }
  return byTarget
}

/** A text or a picture that is placed, its size known. */
export function placedItem(
  { source, path }: PlacedBlock,
  context: BlockContext,
): FlowItem & { readonly width: number } {
  const { texts, artwork } = context
  const id = source.id === undefined ? {} : { id: source.id }
  const plain = { before: 0, after: 0, keepWithNext: false, path, tags: [], ...id }
  if (source.artwork !== undefined) {
    const shown = artwork.get(source.artwork)
    if (!shown) context.lacksImage(source.artwork, path)
    const label = texts.plain(texts.rich(source.alt ?? '', [...path, 'alt']))
    const { width, height } = sizeIn(shown, source.width, Number.POSITIVE_INFINITY)
    const draw = (x: number, y: number): readonly Item[] =>
      shown
        ? [group(pictureItems(shown, x, y, width, height), { role: 'figure', label, ...id })]
        : []
    return { ...plain, width: shown ? width : 0, height, draw }
  }
  const text = texts.rich(source.text ?? '', [...path, 'text'])
  const frame = source.width === undefined ? {} : { width: source.width }
  const { style = 'document-paragraph' } = source
  const layout = texts.set(text, style, frame)
  const role = styleRoles.get(style) ?? 'paragraph'
  const { marks, ...own } = context.termsOf(text, source.id)
  return {
    ...plain,
    marks,
    width: layout.width,
    height: layout.height,
    draw: (x, y) => [group([place(layout, x, y)], { role, ...own })],
  }
}

interface PlaceFrame {
  /** All of the page, and what its margins leave. */
  readonly page: Box
  readonly inner: Box
  readonly isMirrored: boolean
  /** The width of the paper, where lines run down on it. */
  readonly turn?: number | undefined
}

/**
 * Puts items at places of their own: those that a page comes to, and what stands beside something on it,
 * and beside that. All is given back in the order in which it is read: each behind what it stands beside.
 */
export function withPlaced(
  flowing: readonly PlacedItem[],
  beside: ReadonlyMap<string, readonly PlacedBlock[]>,
  frame: PlaceFrame,
  itemOf: (block: PlacedBlock) => (FlowItem & { readonly width: number }) | undefined,
): { readonly all: readonly PlacedItem[]; readonly free: readonly PlacedItem[] } {
  const boxes = new Map(flowing.flatMap(boxOf))
  const all: PlacedItem[] = []
  const free: PlacedItem[] = []
  for (const one of flowing) {
    const { placed: source, path, id } = one.item
    if (!source) all.push(one)
    const waiting: PlacedBlock[] = source ? [{ source, path }] : [...(beside.get(id ?? '') ?? [])]
    for (let block = waiting.shift(); block; block = waiting.shift()) {
      const item = itemOf(block)
      if (!item) continue
      const blockSource = block.source
      const box = onPage(blockSource.at, item, boxes, frame)
      const found = { item, x: box.x, y: box.y, width: box.width }
      all.push(found)
      free.push(found)
      if (blockSource.id === undefined) continue
      boxes.set(blockSource.id, frame.turn === undefined ? box : laidDown(box, frame.turn))
      waiting.unshift(...(beside.get(blockSource.id) ?? []))
    }
  }
  return { all, free }
}

/** The box of an item with an id. */
export const boxOf = ({ item, x, y, width }: PlacedItem): (readonly [id: string, box: Box])[] =>
  item.id === undefined || item.placed
    ? []
    : [[item.id, { x, y, width: item.width ?? width, height: item.height }]]

/** Sides of what stands in text that runs down are those along its lines and across them. */
function onPage(
  at: PlaceSource,
  item: FlowItem & { readonly width: number },
  boxes: ReadonlyMap<string, Box>,
  frame: PlaceFrame,
): Box {
  const { turn } = frame
  if (turn === undefined || !isReference(at)) return boxAt(at, item, boxes, frame)
  const { width, height } = item
  return turnedBox(boxAt(at, { ...item, width: height, height: width }, boxes, frame), turn)
}

function boxAt(
  at: PlaceSource,
  { width, height }: FlowItem & { readonly width: number },
  boxes: ReadonlyMap<string, Box>,
  { page, inner, isMirrored }: PlaceFrame,
): Box {
  const size = { width, height }
  if ('x' in at) return { x: at.x, y: at.y, ...size }
  /** From the left, or from where lines begin. */
  const across = (place: 'start' | 'center' | 'end', around: Box) => {
    const share = { start: 0, center: 0.5, end: 1 }[place]
    return around.x + (around.width - width) * (isMirrored ? 1 - share : share)
  }
  if ('across' in at) {
    const { inset } = at
    const around =
      inset === undefined
        ? inner
        : {
            x: page.x + inset,
            y: page.y + inset,
            width: page.width - 2 * inset,
            height: page.height - 2 * inset,
          }
    const share = { top: 0, center: 0.5, bottom: 1 }[at.down]
    return { x: across(at.across, around), y: around.y + (around.height - height) * share, ...size }
  }
  const { side, of: id } = at
  const around = boxes.get(id) ?? inner
  const { gap = 0, align = 'start' } = at
  if (side === 'bottom')
    return { x: across(align, around), y: around.y + around.height + gap, ...size }
  if (side === 'top') return { x: across(align, around), y: around.y - gap - height, ...size }
  const share = { start: 0, center: 0.5, end: 1 }[align]
  const y = around.y + (around.height - height) * share
  const isLeft = (side === 'start') !== isMirrored
  return { x: isLeft ? around.x - gap - width : around.x + around.width + gap, y, ...size }
}
