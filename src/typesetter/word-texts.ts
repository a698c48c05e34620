import {
  type LayoutTools,
  noIsolates,
  type PlainRun,
  type PlainStyle,
  plainStyle,
  type WordText,
} from '../layout/index.ts'
import { nextMark, type RichText, type Values } from '../markup/index.ts'
import { type Isolate, keptByStyle, keptWithFonts } from '../shaping/index.ts'
import type { Sheet, Style } from '../sheet/index.ts'
import { isEmpty } from './is-empty.ts'
import { hasProblems } from './not-drawn.ts'
import type { AsRead } from './paragraph-writer.ts'
import type { Resolved } from './resolve.ts'
import type { StyleBook } from './style-book.ts'
import { filledTemplate, readTemplate, type TextTemplate } from './text-template.ts'

/** Reads texts as words in styles, which tell all that a layout needs to know of them. */
interface WordTexts {
  /** A text that takes no resolving: bare, or set before with other values. */
  read(markup: string | RichText, style: string | undefined, values: Values): WordText | undefined
  /** What was resolved, in a style as it is stated; undefined if there is more to it than words. */
  ofResolved(resolved: Resolved, stated: Style): WordText | undefined
  /** A text without marks and values, and its style. */
  bare(
    markup: string | RichText,
    style: string | undefined,
    values: Values,
  ): { readonly text: string; readonly own: PlainStyle } | undefined
}

/** The settings that it uses. */
interface Settings {
  readonly sheet: Sheet
  readonly book: StyleBook
  readonly tools: LayoutTools
  readonly asRead: AsRead
  /** Reads markup into styles; undefined where letters of a style depend on the text. */
  readonly resolve: (
    markup: string | RichText,
    base: { readonly style: Style; readonly name: string },
    values: Values,
  ) => Resolved | undefined
  /** Whether there is something to tell of every text. */
  readonly hasNotes: boolean
}

/** A style of the sheet, and the markup that was set in it. */
interface Known {
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
type Template = TextTemplate | 'seen' | 'none'

/** So many are kept of a style, none of them longer. */
const mostTemplates = 4096
const longestKept = 1024

export function wordTexts({ sheet, book, tools, asRead, resolve, hasNotes }: Settings): WordTexts {
  const { fonts } = tools
  /** All typesetters that share fonts share what is known of a style. */
  const keptStyles = keptWithFonts(fonts, 'plain styles', () => ({
    of: keptByStyle(fonts, () => new Map<string, PlainStyle | undefined>()),
  }))
  /** By the language of the text, and the name of its style. */
  let known = new Map<string | undefined, Map<string | undefined, Known>>()
  /** The last style: labels of one style often follow each other. */
  let last: { readonly name: string | undefined; readonly found: Known } | undefined
  let { revision } = fonts

  function plainOf(style: Style, names: readonly string[]): PlainStyle | undefined {
    // Letters that are raised or small may be others, of the font: that is found out by the text.
    if (style.variantPosition !== 'normal' || style.caps !== 'normal') return undefined
    if (hasNotes || style.textTransform !== 'none') return undefined
    const read = asRead(style)
    return hasProblems(read, tools.hyphenation) ? undefined : plainAsRead(read, names)
  }

  function plainAsRead(read: Style, names: readonly string[]): PlainStyle | undefined {
    const byNames = keptStyles.of(read)
    const key = names.join('\n')
    if (!byNames.has(key)) byNames.set(key, plainStyle(read, names, tools))
    return byNames.get(key)
  }

  /** A style of the sheet, in the language of the text where that has one. */
  function styleNamed(name: string | undefined, language: string | undefined): Known {
    if (revision !== fonts.revision) {
      known = new Map()
      last = undefined
      revision = fonts.revision
    }
    if (last && language === undefined && last.name === name) return last.found
    let named = known.get(language)
    if (!named) {
      named = new Map()
      known.set(language, named)
    }
    let found = named.get(name)
    if (!found) {
      const plain = name === undefined ? sheet.base : sheet.style(name)
      const style = language === undefined ? plain : book.inLanguage(plain, language)
      const meant = name ?? 'defaults'
      const own = plainOf(style, [meant])
      found = { own, style, name: meant, ofMarkup: new Map(), ofRich: new WeakMap() }
      named.set(name, found)
    }
    if (language === undefined) last = { name, found }
    return found
  }

  /** What is set twice is read into a template. */
  function templateOf(markup: string | RichText, base: Known): TextTemplate | undefined {
    const known = keptTemplate(markup, base)
    if (known !== 'seen') {
      if (known === undefined) keepTemplate(markup, base, 'seen')
      return known === 'none' ? undefined : known
    }
    const { style, name } = base
    const read = (text: string | RichText, values: Values) => resolve(text, { style, name }, values)
    const found = readTemplate(markup, { resolve: read, plainAsRead })
    const made = found && hasLimitsOf(style, found.own.style) ? found : undefined
    keepTemplate(markup, base, made ?? 'none')
    return made
  }

  function read(
    markup: string | RichText,
    name: string | undefined,
    values: Values,
  ): WordText | undefined {
    const base = styleNamed(name, languageOf(markup))
    const text = bareText(markup)
    if (text !== undefined) {
      return base.own && isEmpty(values) ? inOneStyle(text, base.own) : undefined
    }
    const template = hasNotes ? undefined : templateOf(markup, base)
    const inner = typeof markup === 'string' ? undefined : markup.values
    return template && filledTemplate(template, values, inner)
  }

  function ofResolved(resolved: Resolved, stated: Style): WordText | undefined {
    const { paragraphs, sourceMap, problems } = resolved
    if (problems.length > 0) return undefined
    const [{ style }] = paragraphs
    // The style of the whole text limits its lines; the styles of paragraphs decide everything
    // else.
    if (!hasLimitsOf(stated, style)) return undefined
    const runs: PlainRun[] = []
    let text = ''
    const isolates: Isolate[] = []
    for (const paragraph of paragraphs) {
      if (paragraph.style !== style) return undefined
      const { offset } = paragraph
      for (const { start, end } of paragraph.isolates) {
        isolates.push({ start: offset + start, end: offset + end })
      }
      for (const { start, end, style, styleNames = [], link, action, box } of paragraph.runs) {
        const own = plainAsRead(style, styleNames)
        if (!own) return undefined
        runs.push({ start: offset + start, end: offset + end, own, box, link, action })
      }
      text += offset === 0 ? paragraph.text : `\n${paragraph.text}`
    }
    if (runs.length === 0) return undefined
    const [{ own, box, link, action }] = runs
    const isBare = !box && link === undefined && action === undefined
    if (runs.length === 1 && paragraphs.length === 1 && own.style === style && isBare) {
      return { ...inOneStyle(text, own), sourceMap, isolates: () => isolates }
    }
    const whole = plainAsRead(style, own.styleNames)
    return whole && { text, own: whole, runs, sourceMap, isolates: () => isolates }
  }

  return {
    read,
    ofResolved,
    bare(markup, name, values) {
      const { own } = styleNamed(name, languageOf(markup))
      const text = isEmpty(values) ? bareText(markup) : undefined
      return own && text !== undefined ? { text, own } : undefined
    },
  }
}

function keptTemplate(
  markup: string | RichText,
  { ofMarkup, ofRich }: Known,
): Template | undefined {
  if (typeof markup !== 'string') return ofRich.get(markup.children)
  return markup.length > longestKept ? 'none' : ofMarkup.get(markup)
}

function keepTemplate(markup: string | RichText, { ofMarkup, ofRich }: Known, template: Template) {
  if (typeof markup !== 'string') {
    ofRich.set(markup.children, template)
    return
  }
  if (ofMarkup.size >= mostTemplates) ofMarkup.clear()
  ofMarkup.set(markup, template)
}

/** Whether the style of a paragraph limits lines as the style of its text does. */
const hasLimitsOf = (stated: Style, style: Style) =>
  style.maxLines === stated.maxLines && style.longWords === stated.longWords

/** A text in one style. All such texts are objects of one shape, which engines read at once. */
const inOneStyle = (text: string, own: PlainStyle): WordText => ({
  text,
  own,
  runs: undefined,
  sourceMap: undefined,
  isolates: noIsolates,
})

const languageOf = (markup: string | RichText) =>
  typeof markup === 'string' ? undefined : markup.language

/** The text that markup or a rich text is, where it is nothing else and none of it was escaped. */
function bareText(markup: string | RichText): string | undefined {
  if (typeof markup === 'string') {
    return nextMark(markup, 0) === markup.length ? markup : undefined
  }
  const { children, sourceText, values } = markup
  if (values !== undefined || children.length > 1) return undefined
  if (children.length === 0) return sourceText === '' ? '' : undefined
  const [node] = children
  return node.kind === 'text' && node.text === sourceText && node.start === 0
    ? sourceText
    : undefined
}
