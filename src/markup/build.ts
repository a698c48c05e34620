import {
  aString,
  being,
  checkArgument,
  checkOptions,
  DotLineError,
  listOf,
  made,
  mapOf,
} from '../problem/index.ts'
import { parseMarkup } from './parse-markup.ts'
import type { Override, RichNode, RichText, StyleName, Value } from './rich-text.ts'
import { checkRich } from './value.ts'

/** Rich text of characters as they are. */
export function richFromText(text: string): RichText {
  checkArgument('richFromText', 'text', text, aString)
  const children: RichNode[] =
    text === '' ? [] : [{ kind: 'text', text, start: 0, end: text.length }]
  return { [made]: true, kind: 'rich-text', children, sourceText: text }
}

interface Template {
  readonly children: readonly RichNode[]
  readonly source: string
  /** The placeholders that stand for the template's values. */
  readonly slots: readonly string[]
}

const aTemplate = being(
  'a template, as in rich`…`',
  value => Array.isArray(value) && 'raw' in value && Array.isArray(value.raw),
)

/** A template is parsed when it is first met; from then on it costs what its values cost. */
const templates = new WeakMap<TemplateStringsArray, Template>()

/**
 * Rich text from a template: its words are markup, its values are data, rich text or boxes.
 * `` rich`Boats to ~strong[${port}] are ${state}` ``. Throws a `DotLineError` on markup with mistakes.
 */
export function rich(strings: TemplateStringsArray, ...values: readonly Value[]): RichText {
  let template = templates.get(strings)
  if (!template) checkArgument('rich', 'template', strings, aTemplate)
  if (!template) {
    template = readTemplate(strings)
    templates.set(strings, template)
  }
  const { children, source: sourceText, slots } = template
  if (slots.length === 0) return { [made]: true, kind: 'rich-text', children, sourceText }
  const filled: Record<string, Value> = {}
  for (let i = 0; i < slots.length; i++) filled[slots[i]] = values[i]
  return { [made]: true, kind: 'rich-text', children, sourceText, values: filled }
}

function readTemplate(strings: TemplateStringsArray): Template {
  const words = strings.raw.map((raw, i) => strings[i] ?? raw)
  let prefix = 'value'
  while (words.some(word => word.includes(`{${prefix}`))) prefix += '_'
  const slots = words.slice(1).map((_, i) => `${prefix}${i}`)
  const source = words.map((word, i) => (i === 0 ? word : `{${slots[i - 1]}}${word}`)).join('')
  const { rich: tree, problems } = parseMarkup(source, { source: 'template' })
  const wrong = problems.find(problem => problem.severity === 'error')
  if (wrong) throw new DotLineError(wrong, problems)
  return { children: tree.children, source, slots }
}

function asRich(part: RichText | string, owner: string): RichText {
  if (typeof part === 'string') return richFromText(part)
  checkRich(owner, part)
  return part
}

/** Parts one after the other, with something between them; strings are characters as they are. */
export function joinRich(
  parts: readonly (RichText | string)[],
  between: RichText | string = '',
): RichText {
  checkArgument('joinRich', 'parts', parts, being('a list', Array.isArray))
  const separator = asRich(between, 'joinRich')
  const children: RichNode[] = []
  let values: Record<string, Value> | undefined
  parts.forEach((part, i) => {
    if (i > 0) for (const node of separator.children) children.push(node)
    const { children: nodes, values: own, language } = asRich(part, 'joinRich')
    if (own === undefined && language === undefined) {
      for (const node of nodes) children.push(node)
    } else {
      // A part with values or a language of its own keeps them: two may name different ones alike.
      values ??= {}
      const name = `part${i}`
      values[name] = asRich(part, 'joinRich')
      children.push({ kind: 'placeholder', name, start: 0, end: 0 })
    }
  })
  if (separator.values) values = { ...separator.values, ...values }
  return { [made]: true, kind: 'rich-text', children, sourceText: '', ...(values && { values }) }
}

/** Styles and overrides of a span, also `href` and `action`. */
export interface SpanOptions {
  /** Names of styles, each laid over the one before. */
  readonly styles?: readonly string[]
  /** Properties that override those of its styles, also `href` and `action`. */
  readonly overrides?: Readonly<Record<string, string | number | boolean>>
}

/**
 * Text in a span.
 *
 * @param content Rich text, or a plain string.
 * @param span A style, several styles, or styles and overrides.
 * @returns Rich text.
 * @throws `unprintable` for a name that markup can't hold.
 * @example
 * span('late', 'alert')
 * span(text, { overrides: { href: 'tel:555-0147' } })
 */
export function span(
  content: RichText | string,
  span: string | readonly string[] | SpanOptions,
): RichText {
  const { styles = [], overrides = {} } = spanOptions(span)
  const { children, values, language } = asRich(content, 'span')
  const at = { start: 0, end: 0 }
  const node: RichNode = {
    kind: 'span',
    styles: styles.map((name): StyleName => ({ name, ...at })),
    overrides: Object.entries(overrides).map(
      ([name, value]): Override => ({ name, value: String(value), ...at }),
    ),
    children,
    ...at,
  }
  return {
    [made]: true,
    kind: 'rich-text',
    children: [node],
    sourceText: '',
    ...(values && { values }),
    ...(language !== undefined && { language }),
  }
}

function spanOptions(span: string | readonly string[] | SpanOptions): SpanOptions {
  if (typeof span === 'string') return { styles: [span] }
  if (isList(span)) {
    checkArgument('span', 'styles', span, listOf(aString))
    return { styles: span }
  }
  checkOptions('span', span, { styles: listOf(aString), overrides: mapOf(anOverride) })
  return span
}

const anOverride = being('a string, a number or a boolean', value =>
  ['string', 'number', 'boolean'].includes(typeof value),
)

const isList = (span: readonly string[] | SpanOptions): span is readonly string[] =>
  Array.isArray(span)
