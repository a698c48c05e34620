import { Parser } from 'htmlparser2'
import { errorProblem, fail, type Problem, placesOf, warningProblem } from '../problem/index.ts'
import { type TagStyles, tagStyles } from './html-tags.ts'
import { allowedLink, allowedLinks, linkScheme } from './links.ts'
import type { ParsedMarkup } from './parse-markup.ts'
import type { Override, RichNode, StyleName } from './rich-text.ts'

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

/** As deep as browsers go; deeper nesting is no text, and costs the parser more than it is worth. */
const deepest = 512

interface OpenElement {
  readonly tag: string
  readonly start: number
  readonly styles: readonly StyleName[]
  readonly overrides: readonly Override[]
  readonly children: RichNode[]
  /** Whether it becomes a span; if not, its children are its parent's. */
  readonly isSpan: boolean
}

/**
 * Reads the part of HTML that is text: tags by a table, spans by their classes, links, line breaks
 * and paragraphs. Anything else is dropped, its text kept, and listed as a problem. White space is
 * folded as HTML does. Throws `too-deep` for nesting that browsers do not follow either.
 */
export function fromHtml(
  html: string,
  { tags = tagStyles, source = 'html' }: { tags?: TagStyles; source?: string } = {},
): ParsedMarkup {
  const placeOf = placesOf(html, source)
  const problems: Problem[] = []
  const top: RichNode[] = []
  const open: OpenElement[] = []
  let silence = 0
  /** Whether a space would stand at the start of a line, or after another. */
  let folded = true
  /** A paragraph has ended, and another must not begin before there is text for it. */
  let paragraphDue = false
  let anything = false

  const parser = new Parser(
    {
      onopentag(tag, attributes, implied) {
        if (implied) return
        if (silent.has(tag)) silence++
        openElement(tag, attributes, parser.startIndex)
      },
      onclosetag(tag, implied) {
        if (silent.has(tag) && silence > 0) silence--
        if (tag === 'p') endParagraph()
        if (tag !== 'br') closeElement(tag, implied ? parser.startIndex : parser.endIndex + 1)
      },
      ontext: text => addText(text),
    },
    { decodeEntities: true },
  )

  const children = () => open.at(-1)?.children ?? top
  const at = () => ({ start: parser.startIndex, end: parser.endIndex + 1 })
  const drop = (what: string, start: number) => {
    problems.push(
      warningProblem('dropped', `${what} is dropped`, {
        place: placeOf(start, parser.endIndex + 1),
      }),
    )
  }

  function openElement(tag: string, attributes: Readonly<Record<string, string>>, start: number) {
    const range = at()
    if (open.length >= deepest) {
      const message = `the HTML is nested more than ${deepest} deep`
      fail('too-deep', message, { place: placeOf(start) })
    }
    if (tag === 'br') {
      addRaw(lineSeparator)
      folded = true
      return
    }
    if (tag === 'p') endParagraph()
    const styles: StyleName[] = []
    const overrides: Override[] = []
    const known = Object.hasOwn(tags, tag) ? tags[tag] : undefined
    if (known !== undefined) styles.push({ name: known, ...range })
    for (const [name, value] of Object.entries(attributes)) {
      if (name === 'class' && tag === 'span') {
        for (const style of value.split(/\s+/))
          if (style !== '') styles.push({ name: style, ...range })
      } else if (name === 'href' && tag === 'a') {
        if (allowedLink(value)) overrides.push({ name, value, ...range })
        else {
          const message = `a link may not start with '${linkScheme(value)}:'`
          problems.push(
            errorProblem('forbidden-link', message, {
              place: placeOf(range.start),
              hint: allowedLinks,
            }),
          )
        }
      } else drop(`the attribute ${name} of <${tag}>`, start)
    }
    const isText = known !== undefined || tag === 'span' || tag === 'a' || tag === 'p'
    if (!isText) drop(`<${tag}>`, start)
    open.push({
      tag,
      start,
      styles,
      overrides,
      children: [],
      isSpan: styles.length + overrides.length > 0,
    })
  }

  function closeElement(tag: string, end: number) {
    if (!open.some(element => element.tag === tag)) return
    for (let element = open.pop(); element; element = open.pop()) {
      const { styles, overrides, children: inner, start, isSpan } = element
      if (isSpan) children().push({ kind: 'span', styles, overrides, children: inner, start, end })
      else for (const node of inner) children().push(node)
      if (element.tag === tag) return
    }
  }

  function endParagraph() {
    if (anything) paragraphDue = true
    folded = true
  }

  function addText(text: string) {
    if (silence > 0) return
    let spaced = text.replace(/[ \t\n\r\f]+/g, ' ')
    if (folded && spaced.startsWith(' ')) spaced = spaced.slice(1)
    if (spaced === '') return
    folded = spaced.endsWith(' ')
    addRaw(spaced)
  }

  function addRaw(text: string) {
    if (silence > 0) return
    const whole = paragraphDue ? `\n${text}` : text
    paragraphDue = false
    anything = true
    const list = children()
    const last = list.at(-1)
    const range = at()
    if (last?.kind === 'text')
      list[list.length - 1] = { ...last, text: last.text + whole, end: range.end }
    else list.push({ kind: 'text', text: whole, ...range })
  }

  parser.end(html)
  while (open.length > 0) closeElement(open[open.length - 1].tag, html.length)
  return { rich: { kind: 'rich-text', children: top, source: html }, problems }
}
