import { htmlText } from '../notation/index.ts'
import {
  allowedLink,
  anObject,
  aString,
  checkLimit,
  checkOptions,
  fail,
  mapOf,
  type Problem,
  problemList,
  warningProblem,
} from '../problem/index.ts'
import { deepest, linkStyle, type StyleByElement, elementStyles as usualTags } from './html-tags.ts'
import type { Override, RichText, SpanNode, Values } from './rich-text.ts'
import { valueText } from './to-text.ts'
import { checkedValue, checkRich, isRich } from './value.ts'
import { walk } from './walk.ts'

/** Options of `richToHtml`. */
export interface RichToHtmlOptions {
  /** Values for the placeholders, by name. */
  readonly values?: Values
  /** Styles by HTML element. */
  readonly elementStyles?: StyleByElement
}

/** Result of `richToHtml`. */
export interface WrittenHtml {
  /** The markup. */
  readonly html: string
  /** What HTML can't carry: overrides of a span, forbidden links. */
  readonly problems: readonly Problem[]
}

/**
 * A rich text as HTML: a style by its tag, or as a span with its name as class; links; paragraphs
 * where there are several.
 *
 * @returns HTML, and what HTML can't carry.
 * @example
 * richToHtml(parseMarkup('~strong[late]').rich).html
 */
export function richToHtml(rich: RichText, options: RichToHtmlOptions = {}): WrittenHtml {
  checkRich('richToHtml', rich)
  checkOptions('richToHtml', options, { values: anObject, elementStyles: mapOf(aString) })
  const { values, elementStyles = usualTags } = options
  for (const tag of Object.keys(elementStyles)) {
    if (/^[a-z][a-z0-9-]*$/i.test(tag)) continue
    fail('bad-argument', `'${tag}' of elementStyles is not the name of an HTML element`)
  }
  const tagOf = new Map(
    Object.entries(elementStyles)
      .map(([tag, style]) => [style, tag])
      .reverse() as [string, string][],
  )
  const problems = problemList()
  const paragraphs: string[] = []
  const open: SpanNode[] = []
  let html = ''
  let length = 0
  const tagsFor = (span: SpanNode) => spanTags(span, tagOf)
  /** Number of spans that are nested deeper than browsers follow; their text is kept. */
  let beyond = 0
  const endParagraph = () => {
    // A paragraph ends all that is open, and what follows opens it again.
    for (const span of open.toReversed()) html += tagsFor(span).close
    paragraphs.push(html)
    length += html.length
    checkLimit('characters of HTML', length, mostCharacters)
    html = open.map(span => tagsFor(span).open).join('')
  }
  const add = (text: string) => {
    const [first, ...rest] = text.split(/\r\n|\r|\n|\u2029/)
    html += brokenText(first)
    for (const piece of rest) {
      endParagraph()
      html += brokenText(piece)
    }
  }
  walk(
    rich,
    {
      text: text => add(text),
      open(span) {
        for (const override of span.overrides) {
          const problem = overrideLoss(override)
          if (problem) problems.add(problem)
        }
        if (open.length >= deepest) {
          beyond++
          problems.addOnce(tooDeep())
          return
        }
        open.push(span)
        html += tagsFor(span).open
      },
      close(span) {
        if (beyond > 0) {
          beyond--
          return
        }
        html += tagsFor(span).close
        open.pop()
      },
      placeholder({ name }, given, _entered, _isInner, language) {
        const value = checkedValue(name, given)
        if (value === undefined) add(`{${name}}`)
        else if (isRich(value)) return value
        else if (typeof value === 'object' && 'style' in value) {
          const span = plainSpan(value.style)
          html += tagsFor(span).open
          add(valueText(value, language))
          html += tagsFor(span).close
        } else add(valueText(value, language))
        return undefined
      },
    },
    values,
  )
  endParagraph()
  const whole =
    paragraphs.length === 1 ? paragraphs[0] : paragraphs.map(p => `<p>${p}</p>`).join('\n')
  return { html: whole, problems: problems.all() }
}

/** A paragraph within many spans repeats the tags of all of them: a text may become a thousand times as long. */
const mostCharacters = 1 << 25

const tooDeep = () =>
  warningProblem('too-deep', `spans are nested more than ${deepest} deep`, {
    hint: 'their text is kept, the innermost spans are left out',
  })

function plainSpan(name: string): SpanNode {
  const at = { start: 0, end: 0 }
  return { kind: 'span', styles: [{ name, ...at }], overrides: [], children: [], ...at }
}

/** Tags in the order of the span's styles: the later lies over the earlier, and so inside it. */
function spanTags({ styles, overrides }: SpanNode, tagOf: ReadonlyMap<string, string>) {
  let open = ''
  let close = ''
  const href = overrides.find(o => o.name === 'href' && allowedLink(o.value))
  if (href) {
    open += `<a href="${htmlText(href.value)}">`
    close = `</a>${close}`
  }
  for (const { name } of styles) {
    if (href && name === linkStyle) continue
    const tag = tagOf.get(name)
    open += tag === undefined ? `<span class="${htmlText(name)}">` : `<${tag}>`
    close = `</${tag ?? 'span'}>${close}`
  }
  return { open, close }
}

function overrideLoss({ name, value }: Override): Problem | undefined {
  if (name === 'href' && allowedLink(value)) return undefined
  const what = name === 'href' ? `the link '${value}'` : `'${name}=${value}'`
  return warningProblem('not-in-html', `${what} is missing from the HTML`)
}

/** Line separators are line breaks. */
const brokenText = (text: string) => htmlText(text).replaceAll('\u2028', '<br>')
