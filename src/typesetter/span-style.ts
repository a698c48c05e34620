import {
  allowedLink,
  allowedLinks,
  linkScheme,
  type Override,
  type SpanNode,
} from '../markup/index.ts'
import { available, errorProblem, type NearestName, type Problem } from '../problem/index.ts'
import type { Style } from '../sheet/index.ts'
import type { InheritedContext } from './paragraph-writer.ts'
import type { StyleBook } from './style-book.ts'
import { styleMeant } from './style-meant.ts'

/** Gives a range of the source its place, and hears of what is wrong there. */
export interface Reporter {
  report(problem: Problem, start: number, end: number): void
  readonly nearest: NearestName
}

/** The style inside a span: its styles in order, then its overrides. */
export function aroundSpan(
  span: SpanNode,
  outer: InheritedContext,
  book: StyleBook,
  to: Reporter,
): InheritedContext {
  let { style, names = [], link, action } = outer
  for (const { name, start, end, otherwise } of span.styles) {
    if (otherwise && !book.within(style, name)) {
      for (const override of otherwise) style = overridden(style, override, book, to)
      continue
    }
    style = styleNamed(name, style, book, problem => to.report(problem, start, end), to.nearest)
    names = withName(names, name)
  }
  for (const override of span.overrides) {
    if (override.name === 'href') link = checkedLink(override, to) ?? link
    else if (override.name === 'action') action = override.value
    else style = overridden(style, override, book, to)
  }
  return { style, names, link, action, outer, depth: outer.depth + 1 }
}

/** Spans may be nested as deep as they like: of the names around them only some are kept. */
const mostNames = 8

export function withName(names: readonly string[], name: string): readonly string[] {
  return [...names.slice(1 - mostNames), name]
}

/** A style laid over the one around it; that one itself, and a problem, where there is none. */
export function styleNamed(
  name: string,
  around: Style,
  book: StyleBook,
  report: (problem: Problem) => void,
  nearestName: NearestName,
): Style {
  const { sheet } = book
  const known = book.within(around, name)
  if (known) return known
  const nearest = styleMeant(name, sheet, nearestName)
  const hint = nearest ? undefined : available(sheet.styleNames)
  report(errorProblem('unknown-style', `no style named '${name}'`, { nearest, hint }))
  return around
}

function checkedLink({ value, start, end }: Override, to: Reporter): string | undefined {
  if (allowedLink(value)) return value
  const message = `a link may not start with '${linkScheme(value)}:'`
  to.report(errorProblem('forbidden-link', message, { hint: allowedLinks }), start, end)
  return undefined
}

function overridden(around: Style, override: Override, book: StyleBook, to: Reporter): Style {
  const { style, problems } = book.overridden(around, override.name, override.value)
  for (const problem of problems) to.report(problem, override.start, override.end)
  return style
}
