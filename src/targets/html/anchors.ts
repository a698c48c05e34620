import { idsOnce } from '../../drawing/index.ts'
import { htmlText } from '../../notation/index.ts'

/** The targets of links on a page: ids of elements, each at its first item. */
export interface Anchors {
  /** Adds an id for the next item: groups have no position of their own. */
  add(id: string | undefined): void
  /** Elements with the ids that wait, to stand in that, at the place of a class where there is one. */
  take(placeClass?: () => string): string
}

export function anchors(): Anchors {
  const once = idsOnce()
  let waiting: string[] = []
  return {
    add(id) {
      const ownId = once(id)
      if (ownId !== undefined) waiting.push(ownId)
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
