import type { Box, Item } from '../core.ts'
import { type Problem, warningProblem } from '../problem/index.ts'
import { type FlowItem, tagged } from './flow-item.ts'

/** The columns of a page. */
export interface PageFrame {
  readonly columns: readonly Box[]
}

/** What stands on a page. */
export interface FlowPage {
  readonly index: number
  readonly items: readonly Item[]
  readonly headings: readonly NonNullable<FlowItem['heading']>[]
  readonly ids: readonly string[]
  /** How far down it is filled. */
  readonly bottom: number
  readonly problems: readonly Problem[]
}

/** Between a column's text and its notes. */
const noteGap = 8

/**
 * Items one after the other into columns, page by page. What is to stay together goes on in the
 * next column as a whole; what is higher than any column is parted wherever it can be, or reaches
 * out of it, which is told: nothing is left out.
 */
export function* flowPages(
  items: Iterable<FlowItem>,
  frameOf: (page: number) => PageFrame,
  locationOf: (item: FlowItem) => Problem['location'],
  isDrawn: boolean,
): Generator<FlowPage> {
  const source = items[Symbol.iterator]()
  const ahead: FlowItem[] = []
  const peek = (i: number): FlowItem | undefined => {
    while (ahead.length <= i) {
      const next = source.next()
      if (next.done) return undefined
      ahead.push(next.value)
    }
    return ahead[i]
  }
  let index = 0
  let page = openPage(index, frameOf(index))
  const turn = function* (toPage: boolean) {
    if (!toPage && page.column + 1 < page.frame.columns.length) {
      page.nextColumn()
      return
    }
    yield page.done()
    page = openPage(++index, frameOf(index))
  }
  for (let item = peek(0); item; item = peek(0)) {
    if (item.breaks) {
      ahead.shift()
      if (!page.isEmpty || item.breaks === 'column') yield* turn(item.breaks === 'page')
      continue
    }
    const space = page.isAtTop ? 0 : Math.max(page.after, item.before)
    const head = page.isAtTop ? item.head : undefined
    const top = page.y + space + (head ? head.height : 0)
    if (chainFits(peek, page, top)) {
      page.put(item, top, head, isDrawn)
      ahead.shift()
      continue
    }
    const isAlone = !item.keepWithNext
    const parts = isAlone ? item.split?.(page.bottom(item) - top) : undefined
    if (parts) {
      page.put(parts.first, top, head, isDrawn)
      ahead[0] = parts.rest
      yield* turn(false)
      continue
    }
    if (!page.isAtTop) {
      yield* turn(false)
      continue
    }
    // At the top of a column there is no better place.
    if (item.height > page.bottom(item) - top) {
      const message = 'the content is higher than the page, and reaches out of it'
      const hint = 'make it smaller, or the page larger'
      page.problems.push(warningProblem('over-page', message, { location: locationOf(item), hint }))
    }
    page.put(item, top, head, isDrawn)
    ahead.shift()
  }
  yield page.done()
}

/** Whether an item fits, with those it is kept with, and the first part of what follows them. */
function chainFits(
  peek: (i: number) => FlowItem | undefined,
  page: OpenPage,
  start: number,
): boolean {
  let y = start
  let after = 0
  for (let i = 0; ; i++) {
    const item = peek(i)
    if (!item || item.breaks) return true
    if (i > 0) y += Math.max(after, item.before)
    const room = page.bottom(item) - y
    if (item.height > room + 1e-6) return i > 0 && item.split?.(room) !== undefined
    if (!item.keepWithNext || i > mostKept) return true
    y += item.height
    after = item.after
  }
}

/** More than this are not kept together: no page would have room. */
const mostKept = 50

type OpenPage = ReturnType<typeof openPage>

function openPage(index: number, frame: PageFrame) {
  const items: Item[] = []
  const headings: NonNullable<FlowItem['heading']>[] = []
  const ids: string[] = []
  const problems: Problem[] = []
  let notes: FlowItem[] = []
  let noteItems: Item[] = []
  let reached = 0
  const page = {
    frame,
    problems,
    column: 0,
    y: frame.columns[0].y,
    after: 0,
    isAtTop: true,
    isEmpty: true,
    /** How far down an item may reach, with its notes below it. */
    bottom(item: FlowItem): number {
      const { y, height } = frame.columns[page.column]
      const own = [...notes, ...(item.notes ?? [])]
      const noteHeight = own.reduce((sum, note) => sum + note.height, own.length > 0 ? noteGap : 0)
      return y + height - noteHeight
    },
    put(item: FlowItem, top: number, head: FlowItem | undefined, isDrawn: boolean) {
      const { x } = frame.columns[page.column]
      if (isDrawn) {
        if (head) items.push(...head.draw(x, top - head.height, true))
        items.push(...tagged(item.draw(x, top), item.tags))
      }
      if (item.heading) headings.push(item.heading)
      if (item.id !== undefined) ids.push(item.id)
      notes.push(...(item.notes ?? []))
      page.y = top + item.height
      page.after = item.after
      page.isAtTop = false
      page.isEmpty = false
      reached = Math.max(reached, page.y)
      if (notes.length > 0) noteItems = noteItemsOf(frame.columns[page.column], notes, isDrawn)
    },
    nextColumn() {
      items.push(...noteItems)
      ;[notes, noteItems] = [[], []]
      page.column++
      page.y = frame.columns[page.column].y
      page.isAtTop = true
      page.after = 0
    },
    done: (): FlowPage => ({
      index,
      items: [...items, ...noteItems],
      headings,
      ids,
      bottom: reached,
      problems,
    }),
  }
  return page
}

function noteItemsOf({ x, y, height }: Box, notes: readonly FlowItem[], isDrawn: boolean): Item[] {
  if (!isDrawn) return []
  let top = y + height - notes.reduce((sum, note) => sum + note.height, 0)
  return notes.flatMap(note => {
    const drawn = note.draw(x, top)
    top += note.height
    return drawn
  })
}
