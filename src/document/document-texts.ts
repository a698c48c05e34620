import type {
  Frame,
  InkOrName,
  Layout,
  RichText,
  Setting,
  ShapedText,
  Sheet,
  Typesetter,
  Value,
  Values,
} from '../core.ts'
import { parseMarkup, plainText } from '../core.ts'

/** A text that may be set in parts. */
export interface FlowText {
  set(frame: Frame): Layout
}

/** Sets the texts of a document: `{page.id}` and `{note.name}` in them are filled. */
export interface DocumentTexts {
  readonly sheet: Sheet
  /** Between blocks, in points. */
  readonly space: number
  set(text: string, style: string, frame: Frame, more?: Values): Layout
  shape(text: string, style: string, more?: Values, changes?: Setting['with']): FlowText
  /** The characters of a text, as bookmarks and contents have them. */
  plain(text: string): string
  ruleInk(share: number): InkOrName
}

/** Names in braces, as markup has them. */
const names = /\{([\p{L}_][\p{L}\p{N}_.-]*)\}/gu

export function documentTexts(
  setter: Typesetter,
  sheet: Sheet,
  known: (name: string) => Value | undefined,
): DocumentTexts {
  /** The values that a text asks for, and no others: what is given and not used would be told. */
  const valuesOf = (text: string, more: Values = {}): Values => {
    const found: Record<string, Value> = { ...more }
    for (const [, name] of text.matchAll(names)) {
      if (name in found) continue
      const value = known(name)
      if (value !== undefined) found[name] = value
    }
    return found
  }
  return {
    sheet,
    space: sheet.base.size * 0.75,
    set: (text, style, frame, more) =>
      setter.set(text, { ...frame, style, values: valuesOf(text, more) }),
    shape(text, style, more, changes) {
      const setting = {
        style,
        values: valuesOf(text, more),
        ...(changes && { with: changes }),
      }
      let shaped: ShapedText | undefined
      return {
        set(frame) {
          // A text that is set once, and whole, needs not be made ready for more.
          const isWhole = frame.from === undefined && frame.maxLines === undefined
          if (isWhole) return setter.set(text, { ...setting, ...frame })
          shaped ??= setter.shape(text, setting)
          return shaped.set(frame)
        },
      }
    },
    plain(text) {
      const { rich }: { rich: RichText } = parseMarkup(text)
      return plainText(rich, valuesOf(text)).replaceAll('\n', ' ')
    },
    ruleInk(share) {
      const { ink } = sheet.base
      return ink.kind === 'solid' ? { ...ink, opacity: ink.opacity * share } : ink
    },
  }
}
