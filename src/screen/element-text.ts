import {
  type Align,
  type Catalog,
  DotLineError,
  escapeMarkup,
  type Frame,
  type Layout,
  type Problem,
  type RichText,
  type Typesetter,
  type Values,
} from '../core.ts'
import { elementName } from './element-name.ts'

/** The given text of an element: rich text, or else markup, or else a text of the catalog. */
export interface GivenText {
  readonly rich: RichText | undefined
  readonly markup: string | null
  readonly message: string | null
  readonly values: Values | undefined
  /** The element's content. */
  readonly content: string | null
}

/** The text of an element; plain text if the given one can't be read. */
export function saidText(
  { rich, markup, message, values, content }: GivenText,
  catalog: Catalog | undefined,
  found: Problem[],
): string | RichText {
  if (rich) return rich
  if (markup !== null) return markup
  const own = (content ?? '').replace(/\s+/g, ' ').trim()
  if (message === null) return own
  try {
    if (catalog) return catalog.text(message, values)
    found.push({
      code: 'unknown-key',
      severity: 'error',
      message: `no catalog is provided for '${message}'`,
    })
  } catch (error) {
    found.push(...problemsOf(error))
  }
  // The element's content is more useful to a reader than a key.
  return escapeMarkup(own || message)
}

/** The options of a text, apart from its frame. */
export interface TextSetting {
  readonly style?: string
  readonly values?: Values
  readonly maxLines?: number
}

/** A text in a frame; as plain text of the sheet, where its style or its values are no such. */
export function setText(
  typesetter: Typesetter,
  content: string | RichText,
  setting: TextSetting,
  frame: Pick<Frame, 'width' | 'align'>,
  found: Problem[],
): Layout | undefined {
  try {
    return typesetter.set(content, { ...setting, ...frame })
  } catch (error) {
    found.push(...problemsOf(error))
  }
  const text = typeof content === 'string' ? content : content.sourceText
  try {
    return typesetter.set('{text}', { ...frame, values: { text } })
  } catch (error) {
    found.push(...problemsOf(error))
    return undefined
  }
}

/** Values as an attribute has them, or what is wrong with it; neither where there is none. */
export function readValues(attribute: string | null): {
  readonly values?: Values
  readonly problem?: Problem
} {
  if (attribute === null || attribute === '') return {}
  try {
    const read: unknown = JSON.parse(attribute)
    if (isValues(read)) return { values: read }
  } catch {
    // Wrong types are reported below.
  }
  const message = `the values of <${elementName}> are not a JSON object: ${attribute.slice(0, 60)}`
  return { problem: { code: 'bad-values', severity: 'error', message } }
}

/** The problems of an error, to be reported. */
function problemsOf(error: unknown): readonly Problem[] {
  if (error instanceof DotLineError) return error.problems
  throw error
}

const isValues = (value: unknown): value is Values =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

export const aligns: readonly string[] = ['start', 'center', 'end', 'left', 'right', 'justify']

export const isAlign = (value: string | null): value is Align => aligns.includes(value ?? '')
