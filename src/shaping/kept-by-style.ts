import type { Shelf } from '../fonts/index.ts'
import type { Style } from '../sheet/index.ts'

/** A function of styles that remembers, until the shelf gets other fonts. */
export function keptByStyle<T>(shelf: Shelf, make: (style: Style) => T): (style: Style) => T {
  let kept = new WeakMap<Style, T>()
  let { revision } = shelf
  return style => {
    if (revision !== shelf.revision) {
      kept = new WeakMap()
      revision = shelf.revision
    }
    let value = kept.get(style)
    if (value === undefined) {
      value = make(style)
      kept.set(style, value)
    }
    return value
  }
}
