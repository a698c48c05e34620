import {
  allowedLink,
  allowedLinks,
  errorProblem,
  linkScheme,
  type Problem,
  type TextRange,
  warningProblem,
} from '../problem/index.ts'
import { blockTags, cellTags, linkStyle, otherwise, type StyleByElement } from './html-tags.ts'
import type { Override, StyleName } from './rich-text.ts'

/** The meaning of an HTML element for its text. */
export interface ElementMeaning {
  readonly styles: readonly StyleName[]
  readonly overrides: readonly Override[]
}

/** Reads a start tag, by a table of styles for tags; reports the parts that are not supported. */
export function elementMeaning(
  tag: string,
  attributes: Readonly<Record<string, string>>,
  tags: StyleByElement,
  range: TextRange,
  report: (problem: Problem) => void,
): ElementMeaning {
  const styles: StyleName[] = []
  const overrides: Override[] = []
  const { start, end } = range
  const known = Object.hasOwn(tags, tag) ? tags[tag] : undefined
  if (known !== undefined) styles.push(styleOf(known, range))
  if (tag === 'a' && Object.hasOwn(attributes, 'href')) styles.push(styleOf(linkStyle, range))
  for (const [name, value] of Object.entries(attributes)) {
    if (name === 'class' && tag === 'span') {
      for (const style of value.split(/\s+/)) {
        if (style !== '') styles.push({ name: style, start, end })
      }
    } else if (name === 'href' && tag === 'a') {
      if (allowedLink(value)) overrides.push({ name, value: withoutBraces(value), start, end })
      else {
        const message = `a link may not start with '${linkScheme(value)}:'`
        report(errorProblem('forbidden-link', message, { hint: allowedLinks }))
      }
    } else report(dropped(`the attribute ${name} of <${tag}>`))
  }
  const isText =
    known !== undefined || tag === 'span' || tag === 'a' || (isApart(tag) && !meaningful.has(tag))
  if (!isText) report(dropped(`<${tag}>`))
  return { styles, overrides }
}

/** Elements that stand apart and say more of their text than that: headings, lists, tables. */
const meaningful: ReadonlySet<string> = new Set(
  'h1 h2 h3 h4 h5 h6 ul ol li dl dt dd menu blockquote pre table caption th figure figcaption hr'.split(
    ' ',
  ),
)

const isApart = (tag: string) => blockTags.has(tag) || cellTags.has(tag)

/** A style by its name, with what its element looks like where the sheet has none. */
function styleOf(name: string, { start, end }: TextRange): StyleName {
  if (!Object.hasOwn(otherwise, name)) return { name, start, end }
  const overrides = otherwise[name].map(([property, value]) => ({
    name: property,
    value,
    start,
    end,
  }))
  return { name, start, end, otherwise: overrides }
}

/** Braces are none of an address (RFC 3986), and in markup would be filled. */
const withoutBraces = (href: string) => href.replaceAll('{', '%7B').replaceAll('}', '%7D')

const dropped = (what: string) =>
  warningProblem('unsupported-tag', `${what} is not supported and is removed`)

/** Folds white space as HTML does, across the borders of elements. */
export function whiteSpaceFolder() {
  /** Whether a space would stand at the start of a line, or after another. */
  let isFolded = true
  return {
    fold(text: string): string {
      const spaced = text.replace(/[ \t\n\r\f]+/g, ' ')
      const shown = isFolded && spaced.startsWith(' ') ? spaced.slice(1) : spaced
      if (shown !== '') isFolded = shown.endsWith(' ')
      return shown
    },
    startLine() {
      isFolded = true
    },
  }
}
