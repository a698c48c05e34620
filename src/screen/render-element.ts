import type { Face, Hyphenation } from '../core.ts'
import {
  type Catalog,
  type Fonts,
  type ReaderSettings,
  type Sheet,
  typesetterFor,
  type Values,
} from '../core.ts'
import { defaultPrefix, htmlText } from '../notation/index.ts'
import {
  aCatalog,
  aFunction,
  anObject,
  anything,
  aString,
  checkOptions,
  fail,
  fromZero,
} from '../problem/index.ts'
import { toHtml } from '../targets/html/index.ts'
import { elementName } from './element-name.ts'
import { hostRules } from './shadow-parts.ts'

/** Everything that sets a text on a server. */
export interface ServerProvision {
  /** The sheet with the styles. */
  readonly sheet: Sheet
  /** The fonts that text is set in. */
  readonly fonts: Fonts
  /** Catalog for keys. */
  readonly catalog?: Catalog
  /** Hyphenation patterns. */
  readonly hyphenation?: Hyphenation
  /** The reader's preferences. */
  readonly reader?: ReaderSettings
  /** Address of a face's font file. Without it, the stylesheet holds the file. */
  readonly fontUrl?: (face: Face) => string
  /** Nonce of a content security policy, for the element's stylesheet. */
  readonly nonce?: string
}

/** A text, as the attributes of its element say it. */
export interface ServerText {
  /** The name of its style. */
  readonly textStyle?: string
  /** Its markup, unless the text comes from the catalog. */
  readonly markup?: string
  /** A key of the catalog. */
  readonly message?: string
  /** Values for the placeholders, by name. */
  readonly values?: Values
  /** Maximum number of lines; more are truncated. */
  readonly maxLines?: number
  /** The width that its lines are broken for till the page knows its own, in units. */
  readonly width: number
}

/** Result of `renderElement`. */
export interface RenderedElement {
  /** The element with its text in a shadow root, which browsers show before any script runs. */
  readonly html: string
  /** Rules for the fonts, for a stylesheet of the page: in a shadow root they have no effect. */
  readonly css: string
}

/**
 * A `<dot-line>` as markup, for pages from a server. The page's provider takes it over as it
 * stands. Throws what `typesetter.set` throws.
 */
export function renderElement(provision: ServerProvision, text: ServerText): RenderedElement {
  checkOptions('renderElement', provision, {
    sheet: anObject,
    fonts: anObject,
    catalog: aCatalog,
    hyphenation: anObject,
    reader: anObject,
    fontUrl: aFunction,
    nonce: aString,
  })
  checkOptions('the text of renderElement', text, {
    textStyle: aString,
    markup: aString,
    message: aString,
    values: anObject,
    maxLines: anything,
    width: fromZero,
  })
  const { sheet, fonts, catalog, hyphenation, reader, fontUrl, nonce } = provision
  const { textStyle, markup, message, values, maxLines, width } = text
  const content = message === undefined ? markup : catalog?.text(message, values)
  if (content === undefined) {
    return fail('bad-argument', 'renderElement needs markup, or a message and a catalog')
  }
  const { set } = typesetterFor({
    sheet,
    fonts,
    ...(hyphenation && { hyphenation }),
    ...(reader && { reader }),
  })
  const setting = {
    ...(textStyle !== undefined && { style: textStyle }),
    ...(values && message === undefined && { values }),
    ...(maxLines !== undefined && { maxLines }),
  }
  const layout = set(content, { ...setting, width })
  const { html, css } = toHtml(layout, {
    prefix: `${defaultPrefix}server-`,
    ...(fontUrl && { fontUrl }),
  })
  const rules = css.split('\n')
  const isFont = (rule: string) => rule.startsWith('@font-face')
  const natural = `.natural{inline-size:${Math.ceil(set(content, setting).width)}px}\n`
  const rulesText = hostRules + natural + rules.filter(rule => !isFont(rule)).join('\n')
  const attributes = [
    ['text-style', textStyle],
    ['markup', markup],
    ['message', message],
    ['values', values && JSON.stringify(values)],
    ['max-lines', maxLines],
  ]
    .filter(([, value]) => value !== undefined)
    .map(([name, value]) => ` ${name}="${htmlText(String(value))}"`)
    .join('')
  const once = nonce === undefined ? '' : ` nonce="${htmlText(nonce)}"`
  return {
    html:
      `<${elementName}${attributes}><template shadowrootmode="open"><style${once}>${rulesText}</style>` +
      '<div class="ruler"></div><div class="natural"></div>' +
      `<div class="frame">${html}</div></template></${elementName}>`,
    css: rules.filter(isFont).join('\n'),
  }
}
