import type { Hyphenation, LayoutTools } from '../layout/index.ts'
import { isRich, parseMarkup, type RichText, type Values } from '../markup/index.ts'
import { DotLineError, described, fail, type Problem } from '../problem/index.ts'
import type { StyledParagraph } from '../shaping/index.ts'
import type { Sheet, Style } from '../sheet/index.ts'
import type { LetterForms } from './letter-forms.ts'
import { notDrawn } from './not-drawn.ts'
import type { AsRead } from './paragraph-writer.ts'
import { type Resolved, resolve } from './resolve.ts'
import type { StyleBook } from './style-book.ts'
import type { SetOptions } from './typesetter-interface.ts'

/** A setting in any sheet. */
export type AnySetting = SetOptions<string, string, string>

/** What a typesetter holds: all that a text is read with. */
export interface TextReader {
  readonly sheet: Sheet
  readonly book: StyleBook
  readonly tools: LayoutTools
  readonly hyphenation: Hyphenation | undefined
  readonly asRead: AsRead
  readonly forms: LetterForms
  /** Problems of the sheet, reported with every text. */
  readonly notes: readonly Problem[]
  readonly mode: 'throw' | 'collect'
}

/** A style, and the name that it was asked for by. */
export interface NamedStyle {
  readonly style: Style
  readonly name: string
}

/** A text in its styles, and the style of the whole as the sheet states it. */
export interface ResolvedText extends Resolved {
  readonly base: Style
}

export const noValues: Values = {}
const none: readonly Problem[] = []

/** Markup in its styles, with its values; errors are thrown where the reader is to throw them. */
export function resolvedText(
  markup: string | RichText,
  setting: AnySetting,
  reader: TextReader,
): ResolvedText {
  if (typeof markup !== 'string' && !isRich(markup)) {
    fail('bad-markup', `expected markup or rich text, not ${described(markup)}`, {
      hint: 'richFromText(), rich`…` and parseMarkup() make rich text',
    })
  }
  const { style, values = noValues, source: given, ellipsis } = setting
  const source = given ?? (typeof markup === 'string' ? undefined : markup.name) ?? 'markup'
  const { style: own, problems: changed } = styleAsked(setting, reader)
  const base = { style: own, name: style ?? 'defaults' }
  const { paragraphs, problems, sourceMap } = resolvedIn(base, markup, values, source, reader)
  const mark = ellipsis === undefined ? undefined : markOf(ellipsis, base, reader)
  const found = concatenated(
    concatenated(reader.notes, changed),
    concatenated(problems, mark?.problems ?? none),
  )
  throwErrors(found, reader.mode)
  const marked = mark ? paragraphs.map(one => ({ ...one, ellipsis: mark.mark })) : paragraphs
  return { paragraphs: marked, problems: found, sourceMap, base: own }
}

/** The style of a text as it is stated: one of the sheet, with the changes of a call. */
export function styleAsked(
  { style, overrides: changes }: AnySetting,
  { sheet, book }: TextReader,
): { readonly style: Style; readonly problems: readonly Problem[] } {
  const named = style === undefined ? sheet.base : sheet.style(style)
  return changes === undefined ? { style: named, problems: none } : book.changed(named, changes)
}

/** Markup in a style, with all problems of it. */
export function resolvedIn(
  base: NamedStyle,
  markup: string | RichText,
  values: Values,
  source: string,
  reader: TextReader,
): Resolved {
  const { rich, problems: mistakes } = parsed(markup, source)
  const { paragraphs, problems, sourceMap } = resolve(rich, base, values, source, reader)
  const found = concatenated(problems, notDrawn(paragraphs, reader.hyphenation))
  return { paragraphs, problems: concatenated(mistakes, found), sourceMap }
}

const parsed = (markup: string | RichText, source: string) =>
  typeof markup === 'string' ? parseMarkup(markup, { source }) : { rich: markup, problems: none }

/** An ellipsis in styles: one line, within the style of the text. */
function markOf(ellipsis: string | RichText, base: NamedStyle, reader: TextReader) {
  const source = 'ellipsis'
  const { rich, problems: mistakes } = parsed(ellipsis, source)
  const { paragraphs, problems } = resolve(rich, base, noValues, source, reader)
  if (paragraphs.length > 1) fail('bad-argument', 'an ellipsis is one line')
  const [{ text, runs }]: readonly StyledParagraph[] = paragraphs
  return { mark: { text, runs }, problems: concatenated(mistakes, problems) }
}

/** Both lists in one; most are empty. */
function concatenated(a: readonly Problem[], b: readonly Problem[]): readonly Problem[] {
  if (a.length === 0) return b
  return b.length === 0 ? a : [...a, ...b]
}

export function throwErrors(problems: readonly Problem[], mode: 'throw' | 'collect') {
  if (problems.length === 0) return
  const first = problems.find(problem => problem.severity === 'error')
  if (first && mode === 'throw') throw new DotLineError(first, problems)
}
