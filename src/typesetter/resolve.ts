import type { Override, RichNode, RichText, SpanNode } from '../markup/index.ts'
import {
  errorProblem,
  nearestName,
  type Problem,
  placesOf,
  warningProblem,
} from '../problem/index.ts'
import type { StyledParagraph } from '../shaping/index.ts'
import { type ReaderSettings, type Sheet, type Style, styleWithin } from '../sheet/index.ts'
import { checkLink } from './links.ts'
import { type Around, paragraphWriter } from './paragraph-writer.ts'

/** What placeholders are filled with: data, never parsed; or rich text. */
export type Value = string | number | RichText
export type Values = Readonly<Record<string, Value>>

export interface Resolved {
  readonly paragraphs: readonly StyledParagraph[]
  readonly problems: readonly Problem[]
}

interface Task {
  readonly nodes: readonly RichNode[]
  next: number
  readonly around: Around
  /** Whose values fill its placeholders: a value's own placeholders are not filled. */
  readonly values?: Values
  readonly placeOf: (start: number, end: number) => Problem['place']
}

/** Walks a tree without recursion; gives styled paragraphs with the sizes the reader gets. */
export function resolve(
  rich: RichText,
  base: Style,
  sheet: Sheet,
  values: Values,
  reader: ReaderSettings,
  source: string,
): Resolved {
  const problems: Problem[] = []
  const used = new Set<string>()
  const outermost: Around = { style: base, depth: 0 }
  const paragraphs = paragraphWriter(reader, outermost)
  const placeOf = placesOf(rich.source, source)
  const tasks: Task[] = [{ nodes: rich.children, next: 0, around: outermost, values, placeOf }]
  while (tasks.length > 0) {
    const task = tasks[tasks.length - 1]
    const node = task.nodes[task.next++]
    if (!node) {
      tasks.pop()
    } else if (node.kind === 'text') {
      paragraphs.add(node.text, task.around)
    } else if (node.kind === 'span') {
      const around = aroundSpan(node, task, sheet, problems)
      paragraphs.enter(around)
      tasks.push({ ...task, nodes: node.children, next: 0, around })
    } else {
      const value =
        task.values && Object.hasOwn(task.values, node.name) ? task.values[node.name] : undefined
      used.add(node.name)
      if (value === undefined) {
        const nearest = nearestName(node.name, Object.keys(values))
        const place = task.placeOf(node.start, node.end)
        problems.push(
          errorProblem('missing-value', `no value for {${node.name}}`, { place, nearest }),
        )
        paragraphs.add(`{${node.name}}`, task.around)
      } else if (typeof value === 'object') {
        const inner = { nodes: value.children, next: 0, around: task.around }
        tasks.push({ ...inner, placeOf: placesOf(value.source, `value ${node.name}`) })
      } else {
        paragraphs.add(String(value), task.around)
      }
    }
  }
  for (const name of Object.keys(values)) {
    if (used.has(name)) continue
    const message = `the value '${name}' stands nowhere in the text`
    problems.push(warningProblem('unused-value', message, { nearest: nearestName(name, used) }))
  }
  return { paragraphs: paragraphs.end(), problems }
}

function aroundSpan(span: SpanNode, task: Task, sheet: Sheet, problems: Problem[]): Around {
  let { style, link, action } = task.around
  for (const { name, start, end } of span.styles) {
    const stated = sheet.stated(name)
    if (stated) style = styleWithin(style, stated)
    else {
      const nearest = nearestName(name, sheet.styleNames)
      const hint = nearest ? undefined : `the sheet has ${sheet.styleNames.join(', ')}`
      const place = task.placeOf(start, end)
      problems.push(
        errorProblem('unknown-style', `no style named '${name}'`, { place, nearest, hint }),
      )
    }
  }
  for (const override of span.overrides) {
    if (override.name === 'href') link = checkedLink(override, task, problems) ?? link
    else if (override.name === 'action') action = override.value
    else style = overridden(style, override, task, sheet, problems)
  }
  const outer = task.around
  return { style, link, action, outer, depth: outer.depth + 1 }
}

function checkedLink(override: Override, task: Task, problems: Problem[]): string | undefined {
  const problem = checkLink(override.value)
  if (!problem) return override.value
  problems.push({ ...problem, place: task.placeOf(override.start, override.end) })
  return undefined
}

function overridden(
  style: Style,
  override: Override,
  task: Task,
  sheet: Sheet,
  problems: Problem[],
) {
  const { stated, problems: found } = sheet.override({ [override.name]: override.value })
  const place = task.placeOf(override.start, override.end)
  for (const problem of found) problems.push({ ...problem, place })
  return styleWithin(style, stated)
}
