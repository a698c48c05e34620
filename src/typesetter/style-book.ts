import type { Problem } from '../problem/index.ts'
import {
  type Sheet,
  type StatedStyle,
  type Style,
  type StyleSource,
  styleWithin,
} from '../sheet/index.ts'

/** Styles as they come about in text: each is made once, and is one object from then on. */
export interface StyleBook {
  readonly sheet: Sheet
  /** The style of text in a style of the sheet; undefined if the sheet has no style of that name. */
  within(around: Style, name: string): Style | undefined
  overridden(around: Style, name: string, value: string): Changed
  inLanguage(style: Style, language: string): Style
  /** A style with properties of another kind, stated at a call. */
  changed(around: Style, properties: StyleChanges): Changed
}

type StyleChanges = Omit<StyleSource, 'from'>

interface Changed {
  readonly style: Style
  readonly problems: readonly Problem[]
}

/** So many different overrides are kept, and so many styles inside of one. */
const mostKept = 1000

export function styleBook(sheet: Sheet): StyleBook {
  const inner = new WeakMap<Style, Map<string, Style>>()
  const overrides = new Map<string, ReturnType<Sheet['overridesFromText']>>()

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

  function keep(key: string, read: ReturnType<Sheet['overridesFromText']>) {
    if (overrides.size >= mostKept) overrides.clear()
    overrides.set(key, read)
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
        known = sheet.overridesFromText({ [name]: value })
        keep(key, known)
      }
      return { style: made(around, key, known.stated), problems: known.problems }
    },
    changed(around, properties) {
      // Values that JSON can't hold are no properties, and are read so that they are reported.
      const key = jsonOf(properties)
      const known = key === undefined ? undefined : overrides.get(key)
      const read = known ?? sheet.overrides(properties)
      if (key === undefined) {
        return { style: styleWithin(around, read.stated), problems: read.problems }
      }
      if (!known) keep(key, read)
      return { style: made(around, key, read.stated), problems: read.problems }
    },
    inLanguage: (style, language) =>
      language === style.language ? style : made(style, `language=${language}`, { language }),
  }
}

function jsonOf(properties: StyleChanges): string | undefined {
  try {
    return JSON.stringify(properties)
  } catch {
    return undefined
  }
}
