import { idsOnce } from '../../drawing/index.ts'
import { htmlText } from '../../notation/index.ts'

/** What links on a page lead to: ids of elements, at the first of what they stand for. */
export interface Anchors {
  /** Of what comes next: groups have no place of their own, but what is in them has. */
  add(id: string | undefined): void
  /** Elements with the ids that wait, to stand in that, at the place of a class where there is one. */
  take(placeClass?: () => string): string
}

export function anchors(): Anchors {
  const once = idsOnce()
  let waiting: string[] = []
  return {
    add(id) {
      const own = once(id)
      if (own !== undefined) waiting.push(own)
    },
    take(placeClass) {
      if (waiting.length === 0) return ''
      const look = placeClass ? ` class="${placeClass()}"` : ''
      const elements = waiting.map(id => `<span id="${htmlText(id)}"${look}></span>`).join('')
      waiting = []
      return elements
    },
  }
}
