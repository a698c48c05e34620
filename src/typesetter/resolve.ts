import { append } from '../blocks/index.ts'
import type { SourcePiece } from '../layout/index.ts'
import {
  formattedText,
  isFormatted,
  type RichText,
  type Value,
  type Values,
  walk,
} from '../markup/index.ts'
import {
  errorProblem,
  locationsIn,
  type NearestName,
  nearestNames,
  type Problem,
  type TextRange,
  warningProblem,
} from '../problem/index.ts'
import type { StyledParagraph } from '../shaping/index.ts'
import type { Style } from '../sheet/index.ts'
import type { LetterForms } from './letter-forms.ts'
import {
  type AsRead,
  type InheritedContext,
  type ParagraphWriter,
  paragraphWriter,
} from './paragraph-writer.ts'
import { placeholderValue } from './placeholder-value.ts'
import { aroundSpan, type Reporter, styleNamed, withName } from './span-style.ts'
import type { StyleBook } from './style-book.ts'

export interface Resolved {
  readonly paragraphs: readonly StyledParagraph[]
  readonly problems: readonly Problem[]
  readonly sourceMap: readonly SourcePiece[]
}

/** The state at a point of the walk. */
interface Standing {
  readonly around: InheritedContext
  /** Places problems in the source of the rich text it is of. */
  readonly reporter: Reporter
}

/** What a text is resolved with. */
interface Resolving {
  readonly book: StyleBook
  readonly asRead: AsRead
  readonly forms: LetterForms
}

/** Gives styled paragraphs with the sizes the reader gets. */
export function resolve(
  rich: RichText,
  base: { readonly style: Style; readonly name: string },
  values: Values,
  source: string,
  { book, asRead, forms }: Resolving,
): Resolved {
  const problems: Problem[] = []
  const nearest = nearestNames()
  let used = noNames
  const { style, name } = base
  const around = { style: inLanguage(style, rich, book), names: [name], depth: 0 }
  const writer = paragraphWriter(asRead, around, forms)
  let valueNames: readonly string[] | undefined
  const nearestValue = (name: string) => {
    valueNames ??= Object.keys(values)
    return nearest(name, valueNames)
  }
  let at: Standing = { around, reporter: reporterIn(rich, source, problems, nearest) }
  const outer: Standing[] = []
  const enter = (inner: Standing) => {
    outer.push(at)
    at = inner
  }
  const leave = () => {
    at = outer.pop() ?? at
  }
  walk(
    rich,
    {
      text(text, node, isInner) {
        writer.add(text, at.around, isInner ? undefined : node)
      },
      open(span) {
        const inner = aroundSpan(span, at.around, book, at.reporter)
        writer.enter(inner)
        enter({ around: inner, reporter: at.reporter })
      },
      close: leave,
      fills(name, value, { start, end }) {
        if (used === noNames) used = new Set()
        used.add(name)
        if (typeof value === 'string' || typeof value === 'number') return
        const isMissing = value === undefined
        const message = isMissing
          ? `no value for {${name}}`
          : `the value of {${name}} in a link or an action must be a text or a number`
        const nearest = isMissing ? nearestValue(name) : undefined
        const code = isMissing ? 'missing-value' : 'bad-value'
        at.reporter.report(errorProblem(code, message, { nearest }), start, end)
      },
      placeholder(node, given, entered, isInner) {
        if (used === noNames) used = new Set()
        used.add(node.name)
        const { around, reporter } = at
        const report = (problem: Problem) => reporter.report(problem, node.start, node.end)
        const found = placeholderValue(node.name, given, nearestValue, entered)
        if (found.kind === 'rich') {
          const { value } = found
          enter({
            around: { ...around, style: inLanguage(around.style, value, book) },
            reporter: reporterIn(value, value.name ?? `value ${node.name}`, problems, nearest),
          })
          return value
        }
        if (found.kind === 'value') {
          addValue(
            found.value,
            around,
            book,
            writer,
            { report, nearest },
            isInner ? undefined : node,
          )
        } else {
          report(found.problem)
          // A missing value is isolated from the text around it, as a value would be.
          if (found.isValue) writer.addValue(found.shown, around)
          else writer.add(found.shown, around)
        }
        return undefined
      },
      leave,
    },
    values,
  )
  const { paragraphs, sourceMap } = writer.end()
  append(problems, unused(rich.values ? { ...rich.values, ...values } : values, used, nearest))
  return { paragraphs, problems, sourceMap }
}

/** Places problems in the source of a rich text; its lines are counted when there is one. */
function reporterIn(
  text: RichText,
  name: string,
  problems: Problem[],
  nearest: NearestName,
): Reporter {
  let locationOf: ReturnType<typeof locationsIn> | undefined
  return {
    nearest,
    report(problem, start, end) {
      locationOf ??= locationsIn(text.sourceText, name)
      problems.push({ ...problem, location: locationOf(start, end) })
    },
  }
}

const noNames = new Set<string>()

function addValue(
  value: Exclude<Value, RichText>,
  around: InheritedContext,
  book: StyleBook,
  writer: ParagraphWriter,
  to: { readonly report: (problem: Problem) => void; readonly nearest: NearestName },
  source: TextRange | undefined,
) {
  if (typeof value !== 'object') return writer.addValue(String(value), around, source)
  if (isFormatted(value)) {
    return writer.addValue(formattedText(value, around.style.language), around, source)
  }
  if ('kind' in value) return writer.addObject(value, around, source)
  const style = styleNamed(value.style, around.style, book, to.report, to.nearest)
  const names = withName(around.names ?? [], value.style)
  const inside = { ...around, style, names, outer: around, depth: around.depth + 1 }
  const { text } = value
  const written = isFormatted(text) ? formattedText(text, style.language) : String(text)
  writer.addValue(written, inside, source)
}

function inLanguage(style: Style, { language }: RichText, book: StyleBook): Style {
  return language === undefined ? style : book.inLanguage(style, language)
}

const none: Problem[] = []

function unused(values: Values, used: ReadonlySet<string>, nearest: NearestName): Problem[] {
  const names = Object.keys(values)
  if (names.length === 0) return none
  return names
    .filter(name => !used.has(name))
    .map(name => {
      const message = `the value '${name}' is unused`
      return warningProblem('unused-value', message, { nearest: nearest(name, used) })
    })
}
