import { type Drawing, group, type Item, image, type Picture } from '../core.ts'
import type { Path } from '../problem/index.ts'
import { type BlockContext, floatOf, widthFor } from './block-context.ts'
import type { FigureSource } from './document-source.ts'
import { type FlowItem, type FlowTag, stacked } from './flow-item.ts'
import { captionItem } from './text-items.ts'
import { turnedBox } from './turned-page.ts'

/** A picture with its caption below: in the flow, at the head or foot of a column, or at its side. */
export function* figureItems(
  figure: FigureSource,
  { path, tags }: { readonly path: Path; readonly tags: readonly FlowTag[] },
  context: BlockContext,
): Generator<FlowItem> {
  const { texts } = context
  const shown = context.artwork.get(figure.artwork)
  if (!shown) context.lacksImage(figure.artwork, path)
  const available = widthFor(context, figure)
  const { turn } = context
  const upright =
    turn === undefined
      ? sizeIn(shown, figure.width, available)
      : downSizeIn(shown, figure.width, available)
  // Along the lines, and across them.
  const [width, height] =
    turn === undefined ? [upright.width, upright.height] : [upright.height, upright.width]
  const float = floatOf(context, figure.float)
  const isSide = float === 'start' || float === 'end'
  const label = texts.plain(texts.rich(figure.alt, [...path, 'alt']))
  const hasCaption = figure.caption !== undefined
  // A caption is a part of its figure.
  const figureTag = { role: 'figure', id: figure.id ?? `figure ${context.next()}`, label }
  const within = hasCaption ? [...tags, figureTag] : tags
  const id = figure.id === undefined ? {} : { id: figure.id }
  const item: FlowItem = {
    height,
    before: texts.space,
    after: texts.space,
    keepWithNext: hasCaption,
    path,
    tags: within,
    draw(x, y) {
      const left = context.isMirrored && !isSide ? x + available - width : x
      if (!shown) return []
      const logical = { x: left, y, width, height }
      const box = turn === undefined ? logical : turnedBox(logical, turn)
      const items = pictureItems(shown, box.x, box.y, box.width, box.height)
      return hasCaption ? items : [group(items, { role: 'figure', label, ...id })]
    },
  }
  const caption =
    figure.caption === undefined
      ? undefined
      : captionItem(
          figure.caption,
          { path, tags: within, width: isSide ? width : available, isAbove: false },
          context,
        )
  const span = figure.spansColumns ? { spansColumns: true } : {}
  if (float === undefined && !figure.spansColumns) {
    yield { ...item, ...id }
    if (caption) yield caption
    return
  }
  const whole = caption ? stacked([item, caption]) : item
  const space = { before: texts.space, after: texts.space, keepWithNext: false }
  yield {
    ...whole,
    ...space,
    ...id,
    ...span,
    ...(float && { float: sideOf(float, context.isMirrored) }),
    ...(isSide && { width }),
  }
}

function sideOf(float: NonNullable<FigureSource['float']>, isMirrored: boolean) {
  if (float !== 'start' && float !== 'end') return float
  return (float === 'start') !== isMirrored ? 'left' : 'right'
}

export const sizeIn = (
  shown: Picture | Drawing | undefined,
  asked: number | undefined,
  available: number,
) => {
  const shownBox = shown && ('box' in shown ? shown.box : shown)
  const width = Math.min(asked ?? shownBox?.width ?? available, available)
  // A drawing may be empty.
  return {
    width,
    height: shownBox && shownBox.width > 0 ? (shownBox.height * width) / shownBox.width : 0,
  }
}

/** The largest size on a page whose lines run down: no higher than a line is long. */
function downSizeIn(
  shown: Picture | Drawing | undefined,
  asked: number | undefined,
  available: number,
) {
  const { width, height } = sizeIn(shown, asked, available)
  const ratio = height > available ? available / height : 1
  return shown ? { width: width * ratio, height: height * ratio } : { width: 0, height: 0 }
}

/** A picture in a box; a drawing as the vectors it is. */
export function pictureItems(
  shown: Picture | Drawing,
  x: number,
  y: number,
  width: number,
  height: number,
): readonly Item[] {
  if (!('box' in shown)) return [image({ x, y, width, height }, shown)]
  const scale = shown.box.width > 0 ? width / shown.box.width : 1
  const matrix = {
    xx: scale,
    yx: 0,
    xy: 0,
    yy: scale,
    dx: x - shown.box.x * scale,
    dy: y - shown.box.y * scale,
  }
  return [{ kind: 'group', matrix, items: shown.items }]
}
