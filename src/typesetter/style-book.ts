import type { Problem } from '../problem/index.ts'
import { type Sheet, type StatedStyle, type Style, styleWithin } from '../sheet/index.ts'

/** Styles as they come about in text: each is made once, and is one object from then on. */
export interface StyleBook {
  readonly sheet: Sheet
  /** The style of text in a style of the sheet; undefined where there is none of that name. */
  within(around: Style, name: string): Style | undefined
  overridden(
    around: Style,
    name: string,
    value: string,
  ): { readonly style: Style; readonly problems: readonly Problem[] }
  inLanguage(style: Style, language: string): Style
}

/** So many different overrides are kept, and so many styles inside of one. */
const mostKept = 1000

export function styleBook(sheet: Sheet): StyleBook {
  const inner = new WeakMap<Style, Map<string, Style>>()
  const overrides = new Map<string, ReturnType<Sheet['override']>>()

  function made(around: Style, key: string, stated: StatedStyle): Style {
    let own = inner.get(around)
    if (!own || own.size >= mostKept) {
      own = new Map()
      inner.set(around, own)
    }
    let style = own.get(key)
    if (!style) {
      style = styleWithin(around, stated)
      own.set(key, style)
    }
    return style
  }

  return {
    sheet,
    within(around, name) {
      const stated = sheet.stated(name)
      return stated && made(around, name, stated)
    },
    overridden(around, name, value) {
      const key = `${name}=${value}`
      let known = overrides.get(key)
      if (!known) {
        if (overrides.size >= mostKept) overrides.clear()
        known = sheet.override({ [name]: value })
        overrides.set(key, known)
      }
      return { style: made(around, key, known.stated), problems: known.problems }
    },
    inLanguage: (style, language) =>
      language === style.language ? style : made(style, `language=${language}`, { language }),
  }
}
