import type { PlainRun, PlainStyle, SourcePiece, WordText } from '../layout/index.ts'
import {
  isRich,
  isValue,
  parseMarkup,
  type RichText,
  type Values,
  valueNames,
} from '../markup/index.ts'
import type { Isolate } from '../shaping/index.ts'
import { isEmpty } from './is-empty.ts'
import type { Resolved } from './resolve.ts'

/** Markup in its styles, read once: what each of its pieces is, with places for values. */
export interface TextTemplate {
  /** The style of its paragraph. */
  readonly own: PlainStyle
  readonly pieces: readonly TemplatePiece[]
  /** The names of its values. */
  readonly names: readonly string[]
}

interface TemplatePiece {
  /** Literal text; undefined where a value goes. */
  readonly text: string | undefined
  /** The name of the value. */
  readonly name: string
  /** Whether it keeps a direction of its own. */
  readonly isIsolate: boolean
  readonly run: Omit<PlainRun, 'start' | 'end'>
  /** Where it stands in the markup; undefined of a text that stands elsewhere. */
  readonly source: SourcePiece['source'] | undefined
}

/** Stand for values while markup is read: characters that no style changes, of which texts have none. */
const firstHole = 0xe000
const lastHole = 0xf8ff

interface TemplateReader {
  /** Reads markup into styles; `undefined` where letters of a style depend on the text. */
  resolve(markup: string | RichText, values: Values): Resolved | undefined
  /** The style of a run as layout needs it; undefined if texts in it are more than their words. */
  plainAsRead(
    style: Resolved['paragraphs'][number]['style'],
    names: readonly string[],
  ): PlainStyle | undefined
}

/** Reads markup with values into a template; undefined if its text is more than words in styles. */
export function readTemplate(
  markup: string | RichText,
  { resolve, plainAsRead }: TemplateReader,
): TextTemplate | undefined {
  const { rich: given, problems } = isRich(markup)
    ? { rich: markup, problems: none }
    : parseMarkup(markup)
  // Mistakes are reported each time.
  if (problems.length > 0) return undefined
  const { values: _own, ...rich } = given
  // Icons of a font may be such characters as stand for values.
  if (hole.test(rich.sourceText)) return undefined
  const names = valueNames(rich)
  const holes: Record<string, string> = {}
  names.forEach((name, i) => {
    holes[name] = String.fromCharCode(firstHole + i)
  })
  const resolved = names.length > lastHole - firstHole ? undefined : resolve(rich, holes)
  if (!resolved || resolved.problems.length > 0 || resolved.paragraphs.length > 1) return undefined
  const [{ text, runs, style, isolates }] = resolved.paragraphs
  const own = plainAsRead(style, runs[0]?.styleNames ?? [])
  if (!own || runs.length === 0) return undefined
  const pieces: TemplatePiece[] = []
  let source = 0
  const { sourceMap } = resolved
  const isolated = new Set(isolates.map(({ start }) => start))
  for (const { start, end, style: styled, styleNames = [], link, action, box } of runs) {
    const isFilled = hole.test(`${link}${action}`)
    const inRun = box || isFilled ? undefined : plainAsRead(styled, styleNames)
    if (!inRun) return undefined
    const run = { own: inRun, link, action }
    for (let at = start; at < end; ) {
      while (source < sourceMap.length && sourceMap[source].end <= at) source++
      const mapped = source < sourceMap.length && sourceMap[source].start <= at
      const limit = Math.min(end, sourceMap[source]?.[mapped ? 'end' : 'start'] ?? end)
      const code = text.charCodeAt(at)
      const isHole = code >= firstHole && code < firstHole + names.length
      let next = isHole ? at + 1 : at
      while (!isHole && next < limit && !isHoleOf(text.charCodeAt(next), names.length)) next++
      const of = mapped ? sourceMap[source].source : undefined
      // A value that fills a longer piece, or a part of one, stands in no markup of its own.
      const isPart = mapped && (sourceMap[source].start !== at || sourceMap[source].end !== next)
      if (isPart || (isHole && styled.textTransform !== 'none')) return undefined
      pieces.push({
        text: isHole ? undefined : text.slice(at, next),
        name: isHole ? names[code - firstHole] : '',
        isIsolate: isolated.has(at),
        run,
        source: of,
      })
      at = next
    }
  }
  return { own, pieces, names }
}

const none: readonly never[] = []

const hole = /[\ue000-\uf8ff]/

const isHoleOf = (code: number, count: number) => code >= firstHole && code < firstHole + count

/** Characters that end lines or paragraphs, stand for objects, or for values. */
const beyondLine = /[\n\r\v\f\u0085\u2028\u2029\ufffc\ue000-\uf8ff]/

/**
 * A template with its values, of which those of the rich text itself count before those given with it;
 * undefined where one is missing, empty, of another kind or unused.
 */
export function filledTemplate(
  { own, pieces, names }: TextTemplate,
  given: Values,
  inner: Values | undefined,
): WordText | undefined {
  for (const name in given) if (!names.includes(name)) return undefined
  for (const name in inner) if (!names.includes(name)) return undefined
  const values = inner === undefined ? given : isEmpty(given) ? inner : { ...given, ...inner }
  const runs: { start: number; end: number; own: PlainStyle; link?: string; action?: string }[] = []
  const sourceMap: SourcePiece[] = []
  let text = ''
  let last: TemplatePiece['run'] | undefined
  for (const { text: literal, name, run, source } of pieces) {
    const start = text.length
    const piece = literal ?? valueText(values, name)
    if (piece === undefined) return undefined
    text += piece
    const end = text.length
    if (source) sourceMap.push({ start, end, source })
    if (run === last) runs[runs.length - 1].end = end
    else runs.push({ start, end, ...run })
    last = run
  }
  return { text, own, runs, sourceMap, isolates: () => isolatesIn(pieces, values) }
}

function isolatesIn(pieces: readonly TemplatePiece[], values: Values): readonly Isolate[] {
  const isolates: Isolate[] = []
  let end = 0
  for (const { text, name, isIsolate } of pieces) {
    const start = end
    end += (text ?? valueText(values, name) ?? '').length
    if (isIsolate) isolates.push({ start, end })
  }
  return isolates
}

/** The text of a value that is a text of one line, or a number. */
function valueText(values: Values, name: string): string | undefined {
  if (!Object.hasOwn(values, name)) return undefined
  const value: unknown = values[name]
  if (typeof value === 'number') return isValue(value) ? String(value) : undefined
  return typeof value === 'string' && value !== '' && !beyondLine.test(value) ? value : undefined
}
