import {
  type Drawing,
  eachItem,
  type GroupItem,
  type Item,
  isReadOut,
  isUnheard,
  numberText,
  pictureOf,
} from '../../drawing/index.ts'
import { identity, type Matrix, product } from '../../geometry/index.ts'
import { htmlText } from '../../notation/index.ts'
import { px } from '../flow/index.ts'
import type { Anchors } from './anchors.ts'
import { layoutElement, pictureDeclarations } from './layout-element.ts'
import type { Rules } from './rules.ts'

interface Frame {
  readonly items: readonly Item[]
  next: number
  readonly matrix: Matrix
  readonly close: string
  readonly isLink: boolean
  /** Whether it is a list whose items are counted. */
  readonly isCounted: boolean
}

/** A drawing as an element: its texts where they were placed, pictures of its shapes between them. */
export function drawingElement(
  drawing: Drawing,
  sheet: Rules,
  pictureUrl: (svg: string) => string,
  ids: Anchors,
): string {
  const { box, items, title, description, language } = drawing
  const readOutGroups = groupsReadOut(items)
  const parts: string[] = []
  let waiting: Item[] = []
  const flush = (label?: string) => {
    const picture = pictureOf(waiting)
    waiting = []
    if (!picture) return
    // A link without text is clicked by its picture.
    const isClicked = frames.some(frame => frame.isLink)
    const clicks = isClicked ? ';pointer-events:auto' : ''
    const name = sheet.classOf('', pictureDeclarations(picture, -1, pictureUrl) + clicks)
    const said =
      label === undefined ? 'aria-hidden="true"' : `role="img" aria-label="${htmlText(label)}"`
    const { x, y } = picture.box
    const inside = ids.take(() => sheet.classOf(`position:absolute;left:${px(x)};top:${px(y)}`))
    parts.push(`<div class="${sheet.classOf(layer)} ${name}" ${said}>${inside}</div>`)
  }
  const frames: Frame[] = [
    { items, next: 0, matrix: identity, close: '', isLink: false, isCounted: false },
  ]
  while (frames.length > 0) {
    const frame = frames[frames.length - 1]
    const item = frame.items[frame.next++]
    if (!item) {
      flush()
      parts.push(frame.close)
      frames.pop()
    } else if (item.kind === 'text') {
      flush()
      const place = sheet.classOf(placeDeclarations(product(frame.matrix, item.matrix)))
      ids.add(item.id)
      // A drawing says the roles of its groups itself.
      const text = layoutElement(item.layout, sheet, pictureUrl, false)
      parts.push(`<div class="${place}">${ids.take()}${text}</div>`)
    } else if (item.kind === 'group' && readOutGroups.has(item)) {
      flush()
      const { open, close } = groupTags(item, frame.isCounted, sheet)
      parts.push(open)
      ids.add(item.id)
      const matrix = item.matrix ? product(frame.matrix, item.matrix) : frame.matrix
      frames.push({
        ...{ items: item.items, next: 0, matrix, close },
        isLink: item.link !== undefined,
        isCounted: isCounted(item),
      })
    } else {
      const label = item.kind === 'image' ? item.label : undefined
      if (label !== undefined) flush()
      waiting.push(
        frame.matrix === identity ? item : { kind: 'group', matrix: frame.matrix, items: [item] },
      )
      if (label !== undefined) flush(label)
    }
  }
  const name = sheet.classOf(
    `position:relative;overflow:clip;margin:0;inline-size:${px(box.width)};block-size:${px(box.height)}`,
  )
  const inner = sheet.classOf(`position:absolute;left:${px(-box.x)};top:${px(-box.y)}`)
  const said =
    (language === undefined ? '' : ` lang="${htmlText(language)}"`) +
    (title === undefined ? '' : ` role="group" aria-label="${htmlText(title)}"`) +
    (title === undefined || description === undefined
      ? ''
      : ` aria-description="${htmlText(description)}"`)
  return `<div class="${name}"${said}><div class="${inner}">${parts.join('')}</div></div>`
}

/** A layer of its own: what is painted in it lies over the layers before it. */
const layer = 'position:absolute;left:0;top:0;z-index:0'

function placeDeclarations({ xx, yx, xy, yy, dx, dy }: Matrix): string {
  const isTurned = xx !== 1 || yx !== 0 || xy !== 0 || yy !== 1
  if (!isTurned) return `position:absolute;left:${px(dx)};top:${px(dy)}`
  const numbers = [xx, yx, xy, yy, dx, dy].map(n => numberText(n, 6)).join(',')
  return `position:absolute;left:0;top:0;transform-origin:0 0;transform:matrix(${numbers})`
}

/** A list whose items are counted is an `ol`. */
const isCounted = ({ role, counter, link }: GroupItem) =>
  role === 'list' && counter !== undefined && link === undefined

function groupTags(group: GroupItem, isInCounted: boolean, sheet: Rules) {
  const { opacity = 1, link, role, language, title, label, level, columnSpan, rowSpan } = group
  const number = (value: number | undefined) => (value === undefined ? undefined : String(value))
  const isItem = isInCounted && role === 'listitem' && link === undefined
  const tag = link !== undefined ? 'a' : isCounted(group) ? 'ol' : isItem ? 'li' : 'div'
  const look = [
    // Its numbers are text.
    ...(tag === 'ol' || tag === 'li' ? ['list-style:none;margin:0;padding:0'] : []),
    ...(opacity < 1 ? [`opacity:${numberText(opacity)}`] : []),
  ].join(';')
  // A label needs a role: what has none of its own may not be named (WAI-ARIA 1.2, 5.2.8.6).
  const attributes = [
    ['role', role ?? (label === undefined || link !== undefined ? undefined : 'group')],
    ['lang', language],
    ['title', title],
    ['aria-label', label],
    ['aria-hidden', isUnheard(group) ? 'true' : undefined],
    ['aria-level', role === 'heading' ? number(level ?? 1) : undefined],
    ['aria-colspan', number(columnSpan)],
    ['aria-rowspan', number(rowSpan)],
    ['class', look === '' ? undefined : sheet.classOf(look)],
    ['href', link],
  ]
    .filter(([, value]) => value !== undefined)
    .map(([name, value]) => ` ${name}="${htmlText(value ?? '')}"`)
    .join('')
  return { open: `<${tag}${attributes}>`, close: `</${tag}>` }
}

/** The groups that say what they are, or hold text or groups that do, at any depth. */
function groupsReadOut(items: readonly Item[]): ReadonlySet<GroupItem> {
  const found = new Set<GroupItem>()
  const open: GroupItem[] = []
  const readOut = () => {
    for (let i = open.length - 1; i >= 0 && !found.has(open[i]); i--) found.add(open[i])
    return true
  }
  eachItem(items, {
    enter(group) {
      open.push(group)
      if (isReadOut(group)) readOut()
    },
    leave: () => open.pop(),
    text: readOut,
    item(item) {
      if (item.kind === 'image' && item.label !== undefined) readOut()
    },
  })
  return found
}
