import { Parser } from 'htmlparser2'
import {
  aString,
  checkArgument,
  checkOptions,
  fail,
  locationsIn,
  made,
  mapOf,
  type Problem,
} from '../problem/index.ts'
import { type ElementMeaning, elementMeaning, whiteSpaceFolder } from './html-element.ts'
import {
  blockTags,
  cellTags,
  deepest,
  type StyleByElement,
  elementStyles as usualTags,
} from './html-tags.ts'
import type { ParsedMarkup } from './parse-markup.ts'
import type { RichNode } from './rich-text.ts'

/** Their text is no text to read. */
const silent = new Set([
  'script',
  'style',
  'template',
  'title',
  'textarea',
  'iframe',
  'noscript',
  'head',
])

const lineSeparator = '\u2028'

interface OpenElement extends ElementMeaning {
  readonly tag: string
  readonly start: number
  readonly children: RichNode[]
}

/**
 * Reads the part of HTML that is text: tags by a table, spans by their classes, links, line breaks
 * and paragraphs. Anything else is dropped, its text kept, and listed as a problem. White space is
 * folded as HTML does. Throws `too-deep` for nesting that browsers do not follow either.
 *
 * @returns Rich text, and what was not supported.
 * @example
 * richFromHtml('Boats are <b>late</b>').rich
 */
export function richFromHtml(
  html: string,
  options: { readonly elementStyles?: StyleByElement; readonly source?: string } = {},
): ParsedMarkup {
  checkArgument('richFromHtml', 'html', html, aString)
  checkOptions('richFromHtml', options, { elementStyles: mapOf(aString), source: aString })
  const { elementStyles: tags = usualTags, source = 'html' } = options
  const locationOf = locationsIn(html, source)
  const problems: Problem[] = []
  const top: RichNode[] = []
  const open: OpenElement[] = []
  const spaces = whiteSpaceFolder()
  let silence = 0
  /** A paragraph has ended, and another must not begin before there is text for it. */
  let paragraphDue = false
  let anything = false

  const parser = new Parser(
    {
      onopentag(tag, attributes, implied) {
        if (implied) return
        if (silent.has(tag)) silence++
        openElement(tag, attributes)
      },
      onclosetag(tag, implied) {
        if (silent.has(tag) && silence > 0) silence--
        if (blockTags.has(tag)) endParagraph()
        if (tag !== 'br') closeElement(tag, implied ? parser.startIndex : parser.endIndex + 1)
      },
      ontext(text) {
        const shown = silence > 0 ? '' : spaces.fold(text)
        if (shown !== '') add(shown)
      },
    },
    { decodeEntities: true },
  )

  const children = () => open.at(-1)?.children ?? top
  const here = () => ({ start: parser.startIndex, end: parser.endIndex + 1 })

  function openElement(tag: string, attributes: Readonly<Record<string, string>>) {
    const range = here()
    if (open.length >= deepest) {
      const message = `the HTML is nested more than ${deepest} deep`
      fail('too-deep', message, { location: locationOf(range.start) })
    }
    if (tag === 'br') {
      if (silence === 0) add(lineSeparator)
      return spaces.startLine()
    }
    if (blockTags.has(tag)) endParagraph()
    if (cellTags.has(tag) && anything && !paragraphDue && silence === 0) add('\t')
    const own = elementMeaning(tag, attributes, tags, range, problem =>
      problems.push({ ...problem, location: locationOf(range.start, range.end) }),
    )
    open.push({ tag, start: range.start, ...own, children: [] })
  }

  function closeElement(tag: string, end: number) {
    if (!open.some(element => element.tag === tag)) return
    for (let element = open.pop(); element; element = open.pop()) {
      const { styles, overrides, children: inner, start } = element
      // An element without an effect on its text is no span.
      if (styles.length + overrides.length === 0) for (const node of inner) children().push(node)
      else children().push({ kind: 'span', styles, overrides, children: inner, start, end })
      if (element.tag === tag) return
    }
  }

  function endParagraph() {
    if (anything) paragraphDue = true
    spaces.startLine()
  }

  function add(text: string) {
    const whole = paragraphDue ? `\n${text}` : text
    paragraphDue = false
    anything = true
    const list = children()
    const last = list.at(-1)
    const range = here()
    if (last?.kind === 'text') {
      list[list.length - 1] = { ...last, text: last.text + whole, end: range.end }
    } else list.push({ kind: 'text', text: whole, ...range })
  }

  parser.end(html)
  while (open.length > 0) closeElement(open[open.length - 1].tag, html.length)
  return { rich: { [made]: true, kind: 'rich-text', children: top, sourceText: html }, problems }
}
