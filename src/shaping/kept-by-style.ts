import type { Fonts } from '../fonts/index.ts'
import type { Style } from '../sheet/index.ts'

/** A function of styles that remembers, until the fonts get other fonts. */
export function keptByStyle<T>(fonts: Fonts, make: (style: Style) => T): (style: Style) => T {
  let kept = new WeakMap<Style, T>()
  let { revision } = fonts
  return style => {
    if (revision !== fonts.revision) {
      kept = new WeakMap()
      revision = fonts.revision
    }
    let value = kept.get(style)
    if (value === undefined) {
      value = make(style)
      kept.set(style, value)
    }
    return value
  }
}
