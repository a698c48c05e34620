import {
  type Frame,
  fittedLayout,
  type Layout,
  type LayoutTools,
  measuredLayout,
  noIsolates,
  type PlainRun,
  type PlainStyle,
  type PlainText,
  plainStyle,
  plainText,
  type SourcePiece,
  type WordText,
} from '../layout/index.ts'
import { isRich, nextMark, type RichText, type Values } from '../markup/index.ts'
import { type Isolate, keptByStyle, keptWithFonts } from '../shaping/index.ts'
import type { Sheet, Style } from '../sheet/index.ts'
import { isEmpty } from './is-empty.ts'
import { hasProblems } from './not-drawn.ts'
import type { AsRead } from './paragraph-writer.ts'
import type { Resolved } from './resolve.ts'
import { bareText, richPieces, type SimplePiece, simplePieces } from './simple-markup.ts'
import { withName } from './span-style.ts'
import type { StyleBook } from './style-book.ts'
import { filledTemplate, readTemplate, type TextTemplate } from './text-template.ts'

/** Sets texts whose words tell all there is to them. */
interface PlainTypesetter {
  /** Told where they do not; undefined if it is not known before the text is resolved. */
  set(
    markup: string | RichText,
    style: string | undefined,
    values: Values,
    frame: Frame,
  ): Layout | 'general' | undefined
  /**
   * Sets what was resolved, whatever it was before, in a style as it is stated; undefined if its words do
   * not tell all.
   */
  setResolved(resolved: Resolved, stated: Style, frame: Frame): Layout | undefined
  /** Sets a text as large as its frame has room for; undefined if its words do not tell all. */
  fit(
    markup: string | RichText,
    style: string | undefined,
    values: Values,
    frame: Frame,
    sizes: { readonly min: number; readonly max: number },
  ): Layout | undefined
  /** Makes a text without marks and values ready to be wrapped. */
  shape(markup: string | RichText, style: string | undefined, values: Values): PlainText | undefined
}

/** The settings that it uses. */
interface PlainSetting {
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

/** A style of the sheet, and those of spans in it; none if a text in it is more than plain. */
interface Known {
  readonly own: PlainStyle | undefined
  readonly style: Style
  readonly names: readonly string[]
  readonly spans: Map<string, PlainStyle | undefined>
  /** Markup that was set in it: `seen` once, or read. */
  readonly templates: Map<string, TextTemplate | 'seen' | undefined>
}

/** So many are kept of a style, none of them longer. */
const mostTemplates = 4096
const longestKept = 1024

/** Most labels are a short text in one style, of words that were seen before. */
export function plainTypesetter({
  sheet,
  book,
  tools,
  asRead,
  resolve,
  hasNotes,
}: PlainSetting): PlainTypesetter {
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
      const names = [name ?? 'defaults']
      found = { own: plainOf(style, names), style, names, spans: new Map(), templates: new Map() }
      named.set(name, found)
    }
    if (language === undefined) last = { name, found }
    return found
  }

  function spanStyle({ style, names, spans }: Known, name: string): PlainStyle | undefined {
    if (spans.has(name)) return spans.get(name)
    const inner = book.within(style, name)
    const own = inner && plainOf(inner, withName(names, name))
    spans.set(name, own)
    return own
  }

  /** The runs of pieces: neighbors of one style are one. */
  function runsOf(pieces: readonly SimplePiece[], base: Known): PlainRun[] | undefined {
    const runs: { start: number; end: number; own: PlainStyle }[] = []
    let start = 0
    for (const { text, span } of pieces) {
      const own = span === undefined ? base.own : spanStyle(base, span)
      if (!own) return undefined
      const end = start + text.length
      const last = runs.at(-1)
      if (last?.own.style === own.style) last.end = end
      else runs.push({ start, end, own })
      start = end
    }
    return runs
  }

  /** What is set twice is read into a template. */
  function templateOf(
    markup: string,
    { style, names: [name], templates }: Known,
  ): TextTemplate | undefined {
    const known = templates.get(markup)
    if (known !== 'seen') {
      if (known || templates.has(markup)) return known
      if (templates.size >= mostTemplates) templates.clear()
      templates.set(markup, 'seen')
      return undefined
    }
    const read = (text: string | RichText, values: Values) => resolve(text, { style, name }, values)
    const found = readTemplate(markup, { resolve: read, plainAsRead })
    const made = found && hasLimitsOf(style, found.own.style) ? found : undefined
    templates.set(markup, made)
    return made
  }

  /** A text of words in styles; undefined if that is not known before it is resolved. */
  function wordText(
    markup: string | RichText,
    name: string | undefined,
    values: Values,
  ): WordText | undefined {
    const base = styleNamed(name, languageOf(markup))
    const { own } = base
    const bare = own && textOf(markup)
    if (bare !== undefined) {
      const isWhole = isEmpty(values)
      return own && isWhole ? inOneStyle(bare, own) : undefined
    }
    const isKept = typeof markup === 'string' && markup.length <= longestKept && !hasNotes
    const template = isKept ? templateOf(markup, base) : undefined
    const filled = template && filledTemplate(template, values)
    if (filled || !own) return filled
    const pieces = isRich(markup) ? richPieces(markup, values) : simplePieces(markup, values)
    const runs = pieces && runsOf(pieces, base)
    if (!pieces || !runs) return undefined
    const sourceMap: SourcePiece[] = []
    let text = ''
    for (const piece of pieces) {
      const start = text.length
      text += piece.text
      const { start: from, end: to } = piece
      sourceMap.push({ start, end: text.length, source: { start: from, end: to } })
    }
    const isolates = () => sourceMap.filter((_, i) => pieces[i].isValue)
    // The general way finds paragraphs that are entirely within a span.
    if (text.includes('\n')) return undefined
    return { text, own, runs, sourceMap, isolates }
  }

  function set(
    markup: string | RichText,
    name: string | undefined,
    values: Values,
    frame: Frame,
  ): Layout | 'general' | undefined {
    const text = wordText(markup, name, values)
    if (!text) return undefined
    return measuredLayout(text, frame) ?? 'general'
  }

  function setResolved(
    { paragraphs, sourceMap, problems }: Resolved,
    stated: Style,
    frame: Frame,
  ): Layout | undefined {
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
      return measuredLayout(
        { ...inOneStyle(text, own), sourceMap, isolates: () => isolates },
        frame,
      )
    }
    const whole = plainAsRead(style, own.styleNames)
    const all = { text, own: whole ?? own, runs, sourceMap, isolates: () => isolates }
    return whole && measuredLayout(all, frame)
  }

  return {
    set,
    setResolved,
    fit(markup, name, values, frame, { min, max }) {
      const text = wordText(markup, name, values)
      // Sizes are those of the whole text, of which a paragraph may be in a span.
      if (!text || text.own !== styleNamed(name, languageOf(markup)).own) return undefined
      const { size } = text.own.style
      return fittedLayout(text, frame, { min: min / size, max: max / size })
    },
    shape(markup, name, values) {
      const { own } = styleNamed(name, languageOf(markup))
      // Wrapped text is set in many widths, in most of which it has several lines.
      if (!own?.isOfWords || !isSimplyWrapped(own)) return undefined
      const text = isEmpty(values) ? textOf(markup) : undefined
      return text === undefined ? undefined : plainText(text, own)
    },
  }
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

/** Whether a text of a style is wrapped first fit, at its words alone, in rooms that are all as wide. */
const isSimplyWrapped = ({ style, hasUsualBreaks, marker }: PlainStyle) =>
  hasUsualBreaks &&
  style.breaking === 'fast' &&
  style.align !== 'justify' &&
  !marker &&
  style.firstIndent === 0 &&
  style.startIndent === 0 &&
  style.endIndent === 0

const languageOf = (markup: string | RichText) =>
  typeof markup === 'string' ? undefined : markup.language

/** The text that markup is, where it is nothing else. */
function textOf(markup: string | RichText): string | undefined {
  if (typeof markup !== 'string') return bareText(markup)
  return nextMark(markup, 0) === markup.length ? markup : undefined
}
