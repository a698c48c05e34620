import { errorProblem, nearestName, type Problem } from '../problem/index.ts'
import { parseMarkup } from './parse-markup.ts'
import type { RichNode, RichText, Values } from './rich-text.ts'
import { valueNames } from './value-names.ts'

/** A text of a catalog, as its syntax reads it. */
export interface CatalogEntry {
  /** Names of the values that it asks for. */
  readonly values: readonly string[]
  /** Problems that did not stop the work. */
  readonly problems: readonly Problem[]
  /** With its values. */
  readonly text: (values?: Values) => RichText
  /** One text for each case of a message. */
  readonly cases: (values?: Values) => readonly RichText[]
}

/** Reads the texts of a catalog; those of `dot-line` are in markup. */
export type CatalogSyntax = (
  source: string,
  key: string,
  language: string | undefined,
) => CatalogEntry

/** Texts in the markup of the library. */
export const markupSyntax: CatalogSyntax = (source, key) => {
  const { rich, problems } = parseMarkup(source, { source: key })
  const text = (values?: Values) => (values ? { ...rich, values } : rich)
  return {
    problems,
    text,
    cases: values => [text(values)],
    get values() {
      return valueNames(rich)
    },
  }
}

/** The original that a text is compared with. */
interface Against {
  readonly styles?: readonly string[]
  readonly original?: {
    has(key: string): boolean
    placeholdersOf(key: string): readonly string[]
  }
}

/** Names of styles that there are not, and values that are not those of the original. */
export function* textProblems(
  key: string,
  text: CatalogEntry,
  { styles, original }: Against,
): Generator<Problem> {
  if (styles) {
    const known = new Set(styles)
    for (const name of new Set(text.cases().flatMap(styleNames))) {
      if (known.has(name)) continue
      const nearest = nearestName(name, styles)
      yield errorProblem('unknown-style', `in '${key}': there is no style '${name}'`, { nearest })
    }
  }
  if (!original?.has(key)) return
  const [own, others] = [text.values, original.placeholdersOf(key)]
  for (const name of own) {
    if (others.includes(name)) continue
    const nearest = nearestName(name, others)
    const message = `in '${key}': the original has no value {${name}}`
    yield errorProblem('value-differs', message, { nearest })
  }
  for (const name of others) {
    if (own.includes(name)) continue
    yield errorProblem(
      'value-differs',
      `in '${key}': the value {${name}} of the original is missing`,
    )
  }
}

function styleNames({ children }: RichText): readonly string[] {
  const names: string[] = []
  const waiting: RichNode[] = [...children]
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    if (node.kind !== 'span') continue
    for (const { name, otherwise } of node.styles) if (!otherwise) names.push(name)
    for (const child of node.children) waiting.push(child)
  }
  return names
}
