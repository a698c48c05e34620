import {
  type Catalog,
  type Frame,
  type InkOrName,
  type Layout,
  parseMarkup,
  plainText,
  type RichText,
  type SetOptions,
  type ShapedText,
  type Sheet,
  type Typesetter,
  type Value,
  type Values,
} from '../core.ts'
import {
  fail,
  nearestName,
  type Path,
  type Problem,
  pathText,
  type SourceLocation,
} from '../problem/index.ts'
import type { DocumentText } from './document-source.ts'
import { gridLeading } from './grid-leading.ts'
import { isRich, textProblems } from './text-problems.ts'

/** A text that may be set in parts. */
export interface FlowText {
  set(frame: Frame): Layout
}

/** A placeholder of a text, and where what fills it begins in its characters. */
interface FilledPlace {
  readonly name: string
  readonly offset: number
}

/** Sets the texts of a document: `{page.id}`, `{note.name}` and `{index.name}` in them are filled. */
export interface DocumentTexts {
  readonly sheet: Sheet
  /** Between blocks, in points. */
  readonly space: number
  /** The size of paragraphs, in points. */
  readonly em: number
  /** A text of the document or of the catalog. Throws `unknown-key` and `missing-catalog`. */
  rich(text: DocumentText, path: Path): RichText
  set(
    text: RichText,
    style: string,
    frame: Frame,
    more?: Pick<SetOptions, 'values' | 'overrides'>,
  ): Layout
  shape(text: RichText, style: string, more?: Pick<SetOptions, 'values' | 'overrides'>): FlowText
  /** The characters of a text, as bookmarks and contents have them. */
  plain(text: RichText): string
  /** Its placeholders, also those in spans. */
  placesIn(text: RichText): readonly FilledPlace[]
  /** Problems of texts that did not stop the work, each once, at the first text. */
  problems(): readonly Problem[]
  /** A number as the document's language writes it. */
  number(value: number, decimals?: number): string
  ruleInk(share: number): InkOrName
}

interface TextsOptions {
  readonly typesetter: Typesetter
  readonly sheet: Sheet
  readonly language: string | undefined
  readonly catalog: Catalog | undefined
  /** The distance of the baseline grid, if there is one. */
  readonly gridStep: number | undefined
  /** Whether lines run down: the width of a frame is then how long they may be. */
  readonly isVertical: boolean
  /** The value of a name. */
  known(name: string): Value | undefined
  locationOf(path: Path): SourceLocation | string
  /** Problems of the sheet or the reader's settings, which every layout repeats. */
  readonly general: readonly Problem[]
}

export function documentTexts(options: TextsOptions): DocumentTexts {
  const { typesetter, sheet, language, catalog, gridStep, isVertical, known, locationOf, general } =
    options
  const numbers = new Map<number | undefined, Intl.NumberFormat>()
  const leadings = gridStep === undefined ? undefined : gridLeading(typesetter, gridStep)
  /** Running heads stand across the page all the same. */
  const turned = ({ width, ...frame }: Frame, style: string): Frame =>
    isVertical && style !== 'document-running'
      ? { ...frame, ...(width !== undefined && { height: width }) }
      : { ...frame, ...(width !== undefined && { width }) }
  const placesIn = (text: RichText): readonly FilledPlace[] =>
    text.sourceText.includes('{') || text.values ? placeholdersOf(text, known) : []
  /** The values that a text asks for, and no others: what is given and not used would be reported. */
  const valuesOf = (text: RichText, more: Values = {}): Values => {
    const filled: Record<string, Value> = { ...more }
    for (const { name } of placesIn(text)) {
      if (Object.hasOwn(filled, name)) continue
      const value = known(name)
      if (value !== undefined) filled[name] = value
    }
    return filled
  }
  const { called, collect, problems } = textProblems(locationOf, general)
  return {
    sheet,
    space: sheet.base.size * 0.75,
    em: sheet.base.size,
    rich(text, path) {
      if (typeof text === 'string') {
        const { rich } = parseMarkup(text)
        // A problem of a text without marks has no location within it.
        return called(hasMarks(rich) ? { ...rich, name: pathText(path) } : rich, path)
      }
      if (!('key' in text)) return text
      const { key, values } = text
      const location = locationOf([...path, 'key'])
      if (!catalog) {
        const hint = 'give one: `catalog`, or --catalog at the command'
        return fail('missing-catalog', `'${key}' is a key, but there is no catalog`, {
          location,
          hint,
        })
      }
      const keys = [...catalog.keys, ...catalog.missing]
      if (!keys.includes(key)) {
        const nearest = nearestName(key, keys)
        return fail('unknown-key', `no text '${key}' in the catalog`, { location, nearest })
      }
      return called(catalog.text(key, values), path)
    },
    set(text, style, frame, more = {}) {
      const values = valuesOf(text, more.values)
      return collect(text, values, () =>
        typesetter.set(text, { ...turned(frame, style), ...more, style, values }),
      )
    },
    shape(text, style, more = {}) {
      const leading = style === 'document-note' ? undefined : leadings?.(style)
      const changed = leading === undefined ? more.overrides : { ...more.overrides, leading }
      const values = valuesOf(text, more.values)
      const setting = { style, values, ...(changed && { overrides: changed }) }
      let shaped: ShapedText | undefined
      return {
        set(frame) {
          // A text that is set once, and whole, needs not be made ready for more.
          const isWhole = frame.continuation === undefined && frame.maxLines === undefined
          const turnedFrame = turned(frame, style)
          return collect(text, values, () => {
            if (isWhole) return typesetter.set(text, { ...setting, ...turnedFrame })
            shaped ??= typesetter.shape(text, setting)
            return shaped.set(turnedFrame)
          })
        },
      }
    },
    plain(text) {
      const values = valuesOf(text)
      // A missing value is reported as for any text that is laid out.
      const isWhole = placesIn(text).every(({ name }) => Object.hasOwn(values, name))
      if (!isWhole) collect(text, values, () => typesetter.set(text, { values }))
      return plainText(text, values).replaceAll('\n', ' ')
    },
    placesIn,
    problems,
    number(value, decimals) {
      let format = numbers.get(decimals)
      if (!format) {
        const digits =
          decimals === undefined
            ? {}
            : { minimumFractionDigits: decimals, maximumFractionDigits: decimals }
        format = new Intl.NumberFormat(language ?? 'en', digits)
        numbers.set(decimals, format)
      }
      return format.format(value)
    },
    ruleInk(share) {
      const { ink } = sheet.base
      return ink.kind === 'solid' ? { ...ink, opacity: ink.opacity * share } : ink
    },
  }
}

/** Those that it does not fill itself, also in the rich texts that do; without recursion over how deep they are. */
function placeholdersOf(
  text: RichText,
  known: (name: string) => Value | undefined,
): readonly FilledPlace[] {
  const places: FilledPlace[] = []
  const inside = ({ children, values = {} }: Pick<RichText, 'children' | 'values'>) =>
    children.map(node => ({ node, values })).reverse()
  const waiting = inside(text)
  let offset = 0
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { node, values } = next
    if (node.kind === 'text') offset += node.text.length
    else if (node.kind === 'span') {
      // In a link or an action.
      for (const { value } of node.overrides) {
        for (const [, name] of value.matchAll(inBraces)) {
          if (!Object.hasOwn(values, name)) places.push({ name, offset })
        }
      }
      waiting.push(...inside({ children: node.children, values }))
    } else {
      const { name } = node
      const isOwn = Object.hasOwn(values, name)
      if (!isOwn) places.push({ name, offset })
      const value = isOwn ? values[name] : known(name)
      if (isRich(value)) waiting.push(...inside(value))
      else if (value !== undefined) offset += plainText(aValue, { value }).length
    }
  }
  return places
}

const hasMarks = ({ children }: RichText) => children.some(({ kind }) => kind !== 'text')

/** Names in braces, as markup has them. */
const inBraces = /\{([\p{L}_][\p{L}\p{N}_.-]*)\}/gu

const aValue = parseMarkup('{value}').rich
