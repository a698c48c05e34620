import { jsonObject } from '../blocks/index.ts'
import {
  type Catalog,
  DotLineError,
  escapeMarkup,
  type Frame,
  type Layout,
  type Problem,
  type RichText,
  type StyleSource,
  type Typesetter,
  type Values,
} from '../core.ts'
import { type ContentNode, parseUnfinished, type richFromNodes } from '../markup/index.ts'
import { elementName } from './element-name.ts'

/** The given text of an element: rich text, or else markup, or else a text of the catalog. */
interface GivenText {
  readonly rich: RichText | undefined
  readonly markup: string | null
  /** Whether more of its markup is to come. */
  readonly streaming: boolean
  readonly message: string | null
  readonly values: Values | undefined
  /** What has the content of its element. */
  readonly content: Node
  /** Reads elements in a content; undefined as long as that is not loaded. */
  readonly readNodes: () => typeof richFromNodes | undefined
}

/** The text of an element; plain text if the given one can't be read. */
export function saidText(
  { rich, markup, streaming, message, values, content, readNodes }: GivenText,
  catalog: Catalog | undefined,
  found: Problem[],
): string | RichText {
  if (rich) return rich
  if (markup !== null && streaming) {
    const { rich: written, problems } = parseUnfinished(markup)
    found.push(...problems)
    return written
  }
  if (markup !== null) return markup
  if (message === null) return contentOf(content, readNodes, found)
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
  return escapeMarkup(plainContent(content) || message)
}

const plainContent = ({ textContent }: Node) => (textContent ?? '').replace(/\s+/g, ' ').trim()

/** The content of an element: markup, in which elements have the styles that HTML's have. */
function contentOf(
  content: Node,
  readNodes: GivenText['readNodes'],
  found: Problem[],
): string | RichText {
  const hasElements = [...content.childNodes].some(isElement)
  const read = hasElements ? readNodes() : undefined
  if (!read) return plainContent(content)
  const { rich, problems } = read(content, node =>
    isElement(node)
      ? Object.fromEntries(Array.from(node.attributes, ({ name, value }) => [name, value]))
      : {},
  )
  found.push(...problems)
  return rich
}

/** Not by its class: each window has one of its own. */
const isElement = (node: ContentNode): node is Element => node.nodeType === 1

/** The options of a text, apart from its width. */
export interface TextSetting {
  readonly style?: string
  readonly values?: Values
  readonly maxLines?: number
  readonly height?: number
  readonly overrides?: Overrides
  readonly ellipsis?: string
  readonly fit?: { readonly min: number; readonly max: number }
}

/** Properties that are others than those of the style. */
export type Overrides = Omit<StyleSource, 'from'>

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

/** Reads an object from an attribute's JSON. An empty or missing attribute has neither object nor problem. */
export function readObject(
  attribute: 'values' | 'overrides',
  text: string | null,
): { readonly object?: Record<string, never>; readonly problem?: Problem } {
  if (text === null || text === '') return {}
  const object = jsonObject(text)
  if (object) return { object }
  const code = attribute === 'values' ? 'bad-values' : 'bad-value'
  const message = `the ${attribute} of <${elementName}> are not a JSON object: ${text.slice(0, 60)}`
  return { problem: { code, severity: 'error', message } }
}

/** The problems of an error, to be reported. */
export function problemsOf(error: unknown): readonly Problem[] {
  if (error instanceof DotLineError) return error.problems
  throw error
}
