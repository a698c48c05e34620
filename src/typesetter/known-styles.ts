import { type PlainStyle, plainStyle } from '../layout/index.ts'
import type { RichText } from '../markup/index.ts'
import { keptByStyle, keptWithFonts } from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import { hasProblems } from './not-drawn.ts'
import type { TextReader } from './resolved-text.ts'
import type { TextTemplate } from './text-template.ts'

/** A style of the sheet, and the markup that was set in it. */
export interface KnownStyle {
  /** None if a text in it is more than words. */
  readonly own: PlainStyle | undefined
  readonly style: Style
  readonly name: string
  /** By markup. */
  readonly ofMarkup: Map<string, Template>
  /** By the content of rich texts: those of a catalog share it, whatever their values. */
  readonly ofRich: WeakMap<RichText['children'], Template>
}

/** What was `seen` once has none yet, and what is more than words never has one. */
export type Template = TextTemplate | 'seen' | 'none'

type ByName = Map<string | undefined, KnownStyle>

/** The styles of a sheet as texts of words need them, until its fonts get other fonts. */
export class KnownStyles {
  readonly #reader: TextReader
  /** All typesetters that share fonts share what is known of a style. */
  readonly #plain: (style: Style) => Map<string, PlainStyle | undefined>
  /** By the language of the text, and the name of its style. */
  #known = new Map<string | undefined, ByName>()
  /** The last style: labels of one style often follow each other. */
  #last: { readonly name: string | undefined; readonly found: KnownStyle } | undefined
  #revision: number

  constructor(reader: TextReader) {
    const { fonts } = reader.tools
    this.#reader = reader
    this.#plain = keptWithFonts(fonts, 'plain styles', () => ({
      of: keptByStyle(fonts, () => new Map<string, PlainStyle | undefined>()),
    })).of
    this.#revision = fonts.revision
  }

  /** A style of the sheet, in the language of the text where that has one. */
  named(name: string | undefined, language: string | undefined): KnownStyle {
    const { revision } = this.#reader.tools.fonts
    if (this.#revision !== revision) {
      this.#known = new Map()
      this.#last = undefined
      this.#revision = revision
    }
    const last = this.#last
    if (last && language === undefined && last.name === name) return last.found
    const named = this.#known.get(language) ?? new Map<string | undefined, KnownStyle>()
    this.#known.set(language, named)
    const found = named.get(name) ?? this.#made(name, language)
    named.set(name, found)
    if (language === undefined) this.#last = { name, found }
    return found
  }

  /** A style with the sizes that the reader gets; undefined if a text in it is more than words. */
  plain(read: Style, names: readonly string[]): PlainStyle | undefined {
    const byNames = this.#plain(read)
    const key = names.join('\n')
    if (!byNames.has(key)) byNames.set(key, plainStyle(read, names, this.#reader.tools))
    return byNames.get(key)
  }

  #made(name: string | undefined, language: string | undefined): KnownStyle {
    const { sheet, book } = this.#reader
    const plain = name === undefined ? sheet.base : sheet.style(name)
    const style = language === undefined ? plain : book.inLanguage(plain, language)
    const meant = name ?? 'defaults'
    const own = this.#plainStated(style, meant)
    return { own, style, name: meant, ofMarkup: new Map(), ofRich: new WeakMap() }
  }

  /** A style as the sheet states it; none if there is something to tell of every text in it. */
  #plainStated(style: Style, name: string): PlainStyle | undefined {
    const { notes, asRead, hyphenation } = this.#reader
    // Letters that are raised or small may be others, of the font: that is found out by the text.
    if (style.variantPosition !== 'normal' || style.caps !== 'normal') return undefined
    if (notes.length > 0 || style.textTransform !== 'none') return undefined
    const read = asRead(style)
    return hasProblems(read, hyphenation) ? undefined : this.plain(read, [name])
  }
}
