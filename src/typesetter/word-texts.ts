import { noIsolates, type PlainRun, type PlainStyle, type WordText } from '../layout/index.ts'
import { nextMark, type RichText, type Values } from '../markup/index.ts'
import type { Isolate } from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import { isEmpty } from './is-empty.ts'
import { type KnownStyle, KnownStyles, type Template } from './known-styles.ts'
import type { LetterForms } from './letter-forms.ts'
import type { Resolved } from './resolve.ts'
import { type NamedStyle, resolvedIn, type TextReader } from './resolved-text.ts'
import { filledTemplate, readTemplate, type TextTemplate } from './text-template.ts'

/** Reads texts as words in styles, which tell all that a layout needs to know of them. */
export interface WordTexts {
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

export function wordTexts(reader: TextReader): WordTexts {
  const styles = new KnownStyles(reader)
  const hasNotes = reader.notes.length > 0
  return {
    read(markup, name, values) {
      const base = styles.named(name, languageOf(markup))
      const text = bareText(markup)
      if (text !== undefined) {
        return base.own && isEmpty(values) ? inOneStyle(text, base.own) : undefined
      }
      const template = hasNotes ? undefined : templateOf(markup, base, styles, reader)
      const inner = typeof markup === 'string' ? undefined : markup.values
      return template && filledTemplate(template, values, inner)
    },
    ofResolved: (resolved, stated) => wordsOf(resolved, stated, styles),
    bare(markup, name, values) {
      const { own } = styles.named(name, languageOf(markup))
      const text = isEmpty(values) ? bareText(markup) : undefined
      return own && text !== undefined ? { text, own } : undefined
    },
  }
}

/** What is set twice is read into a template. */
function templateOf(
  markup: string | RichText,
  base: KnownStyle,
  styles: KnownStyles,
  reader: TextReader,
): TextTemplate | undefined {
  const known = keptTemplate(markup, base)
  if (known !== 'seen') {
    if (known === undefined) keepTemplate(markup, base, 'seen')
    return known === 'none' ? undefined : known
  }
  const { style, name } = base
  const found = readTemplate(markup, {
    resolve: (text, values) => resolvedByStyle(text, { style, name }, values, reader),
    plainAsRead: (read, names) => styles.plain(read, names),
  })
  const made = found && hasLimitsOf(style, found.own.style) ? found : undefined
  keepTemplate(markup, base, made ?? 'none')
  return made
}

/** Markup in its styles; undefined where letters of a style depend on the text. */
function resolvedByStyle(
  markup: string | RichText,
  base: NamedStyle,
  values: Values,
  reader: TextReader,
): Resolved | undefined {
  let dependsOnText = false
  const forms: LetterForms = (text, style) => {
    dependsOnText = true
    return reader.forms(text, style)
  }
  const text = resolvedIn(base, markup, values, 'markup', { ...reader, forms })
  return dependsOnText ? undefined : text
}

function wordsOf(resolved: Resolved, stated: Style, styles: KnownStyles): WordText | undefined {
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
      const own = styles.plain(style, styleNames)
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
  const whole = styles.plain(style, own.styleNames)
  return whole && { text, own: whole, runs, sourceMap, isolates: () => isolates }
}

/** So many are kept of a style, none of them longer. */
const mostTemplates = 4096
const longestKept = 1024

function keptTemplate(
  markup: string | RichText,
  { ofMarkup, ofRich }: KnownStyle,
): Template | undefined {
  if (typeof markup !== 'string') return ofRich.get(markup.children)
  return markup.length > longestKept ? 'none' : ofMarkup.get(markup)
}

function keepTemplate(
  markup: string | RichText,
  { ofMarkup, ofRich }: KnownStyle,
  template: Template,
) {
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
