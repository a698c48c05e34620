import type { FlowItem } from './flow-item.ts'

/** Items that are made when they are looked at, from the first on. */
export interface ItemQueue {
  peek(i: number): FlowItem | undefined
  take(): void
  /** Puts the rest of the first in its place. */
  replace(rest: FlowItem): void
}

export function itemQueue(items: Iterable<FlowItem>): ItemQueue {
  const source = items[Symbol.iterator]()
  let ahead: FlowItem[] = []
  let at = 0
  const peek = (i: number): FlowItem | undefined => {
    while (ahead.length <= at + i) {
      const next = source.next()
      if (next.done) return undefined
      ahead.push(next.value)
    }
    return ahead[at + i]
  }
  return {
    peek,
    take() {
      at++
      // Taken items are removed now and then: doing so for each would move the whole queue every
      // time.
      if (at < 64 || at * 2 < ahead.length) return
      ahead = ahead.slice(at)
      at = 0
    },
    replace(rest) {
      if (peek(0)) ahead[at] = rest
    },
  }
}
