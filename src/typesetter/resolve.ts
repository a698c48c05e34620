import {
  isRich,
  type RichNode,
  type RichText,
  type Scope,
  type Value,
  type Values,
  valueIn,
} from '../markup/index.ts'
import {
  errorProblem,
  nearestName,
  type Problem,
  placesOf,
  warningProblem,
} from '../problem/index.ts'
import type { StyledParagraph } from '../shaping/index.ts'
import type { Sheet, Style } from '../sheet/index.ts'
import type { LetterForms } from './letter-forms.ts'
import {
  type Around,
  type AsRead,
  type ParagraphWriter,
  paragraphWriter,
} from './paragraph-writer.ts'
import { aroundSpan, type Reporter, styleNamed, withName } from './span-style.ts'

export interface Resolved {
  readonly paragraphs: readonly StyledParagraph[]
  readonly problems: readonly Problem[]
}

interface Task {
  readonly nodes: readonly RichNode[]
  next: number
  readonly around: Around
  readonly scope: Scope
  /** Places problems in the source of the rich text it is of. */
  readonly reporter: Reporter
  /** The value whose text it is, at its outermost level. */
  readonly value?: RichText
}

/** Walks a tree without recursion; gives styled paragraphs with the sizes the reader gets. */
export function resolve(
  rich: RichText,
  base: { readonly style: Style; readonly name: string },
  sheet: Sheet,
  values: Values,
  asRead: AsRead,
  forms: LetterForms,
  source: string,
): Resolved {
  const problems: Problem[] = []
  let used = noNames
  /** The values whose text is being walked: none may stand inside itself. */
  let entered: Set<RichText> | undefined
  const { style, name } = base
  const outermost: Around = { style: inLanguage(style, rich), names: [name], depth: 0 }
  const writer = paragraphWriter(asRead, outermost, forms)
  const reporterFor = (text: RichText, name: string): Reporter => {
    let placeOf: ReturnType<typeof placesOf> | undefined
    return {
      report(problem, start, end) {
        placeOf ??= placesOf(text.source, name)
        problems.push({ ...problem, place: placeOf(start, end) })
      },
    }
  }
  const tasks: Task[] = [
    {
      nodes: rich.children,
      next: 0,
      around: outermost,
      scope: { values: rich.values, outer: { values } },
      reporter: reporterFor(rich, source),
    },
  ]
  while (tasks.length > 0) {
    const task = tasks[tasks.length - 1]
    const { around, scope, reporter } = task
    const node = task.nodes[task.next++]
    if (!node) {
      tasks.pop()
      if (task.value) entered?.delete(task.value)
    } else if (node.kind === 'text') {
      writer.add(node.text, around)
    } else if (node.kind === 'span') {
      const inner = aroundSpan(node, around, sheet, reporter)
      writer.enter(inner)
      tasks.push({ nodes: node.children, next: 0, around: inner, scope, reporter })
    } else {
      const { name, start, end } = node
      if (used === noNames) used = new Set()
      used.add(name)
      const value = valueIn(scope, name)
      if (value === undefined) {
        const nearest = nearestName(name, Object.keys(values))
        reporter.report(
          errorProblem('missing-value', `no value for {${name}}`, { nearest }),
          start,
          end,
        )
        writer.add(`{${name}}`, around)
      } else if (!isValue(value)) {
        const hint = 'expected a text, a number, rich text, { text, style } or a box'
        const message = `the value of {${name}} is ${String(value)}`
        reporter.report(errorProblem('bad-value', message, { hint }), start, end)
        writer.addValue(String(value), around)
      } else if (typeof value === 'object' && isRich(value) && entered?.has(value)) {
        const message = `the value of {${name}} stands inside itself`
        reporter.report(errorProblem('value-circle', message), start, end)
        writer.add(`{${name}}`, around)
      } else if (typeof value === 'object' && isRich(value)) {
        entered ??= new Set()
        entered.add(value)
        const inner = { values: value.values, outer: scope }
        const inLine = { ...around, style: inLanguage(around.style, value) }
        tasks.push({
          nodes: value.children,
          next: 0,
          around: inLine,
          scope: inner,
          reporter: reporterFor(value, value.name ?? `value ${name}`),
          value,
        })
      } else {
        const report = (problem: Problem) => reporter.report(problem, start, end)
        addValue(value, around, sheet, writer, report)
      }
    }
  }
  const paragraphs = writer.end()
  if (rich.values) problems.push(...unused({ ...rich.values, ...values }, used))
  else problems.push(...unused(values, used))
  return { paragraphs, problems }
}

const noNames = new Set<string>()

/** Programs without types may hand anything; nothing of it may stop the work or look like a text. */
function isValue(value: unknown): value is Value {
  if (typeof value === 'string') return true
  if (typeof value === 'number') return Number.isFinite(value)
  if (typeof value !== 'object' || value === null) return false
  if ('style' in value) return 'text' in value && typeof value.style === 'string'
  return 'kind' in value && (value.kind === 'rich-text' || value.kind === 'box')
}

function addValue(
  value: Exclude<Value, RichText>,
  around: Around,
  sheet: Sheet,
  writer: ParagraphWriter,
  report: (problem: Problem) => void,
) {
  if (typeof value !== 'object') return writer.addValue(String(value), around)
  if ('kind' in value) return writer.addBox(value, around)
  const style = styleNamed(value.style, around.style, sheet, report)
  const names = withName(around.names ?? [], value.style)
  writer.addValue(String(value.text), {
    ...around,
    style,
    names,
    outer: around,
    depth: around.depth + 1,
  })
}

function inLanguage(style: Style, { language }: RichText): Style {
  return language === undefined || language === style.language ? style : { ...style, language }
}

const none: Problem[] = []

function unused(values: Values, used: ReadonlySet<string>): Problem[] {
  const names = Object.keys(values)
  if (names.length === 0) return none
  return names
    .filter(name => !used.has(name))
    .map(name => {
      const message = `the value '${name}' stands nowhere in the text`
      return warningProblem('unused-value', message, { nearest: nearestName(name, used) })
    })
}
