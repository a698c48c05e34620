import type { Made } from '../problem/index.ts'
import type { FormattedValue } from './formatted.ts'

/** A stretch of the markup: UTF-16 offsets. */
export interface SourceRange {
  readonly start: number
  readonly end: number
}

/** Text as it is to be shown; escapes are resolved, so it may be shorter than its range. */
export interface TextNode extends SourceRange {
  readonly kind: 'text'
  readonly text: string
}

/** `{name}`, to be filled from the values. */
export interface PlaceholderNode extends SourceRange {
  readonly kind: 'placeholder'
  readonly name: string
}

/** A name in a span's head: a style. */
export interface StyleName extends SourceRange {
  readonly name: string
  /** Laid over the text where the sheet has no such style: of HTML, whose tags mean what they mean. */
  readonly otherwise?: readonly Override[]
}

/** `key=value` in a span's head: a property overridden, a link, an action. */
export interface Override extends SourceRange {
  readonly name: string
  readonly value: string
}

/** A span: styles and overrides over what is inside of it. */
export interface SpanNode extends SourceRange {
  /** Tells it from others. */
  readonly kind: 'span'
  /** Its styles, each laid over the one before. */
  readonly styles: readonly StyleName[]
  /** Properties that are others than those of its styles. */
  readonly overrides: readonly Override[]
  /** What is inside of it. */
  readonly children: readonly RichNode[]
}

/** A node in the tree of a rich text. */
export type RichNode = TextNode | PlaceholderNode | SpanNode

/** A rich text tree, with the source its ranges are of. */
export interface RichText extends Made {
  /** Tells it from others. */
  readonly kind: 'rich-text'
  /** What is inside of it. */
  readonly children: readonly RichNode[]
  /** The markup that it was read from. */
  readonly sourceText: string
  /** What problems call it: a file, a key of a catalog. */
  readonly name?: string
  /** What fills its own placeholders; those that are not here are filled where it is set. */
  readonly values?: Values
  /** BCP 47 tag of the language it is written in. */
  readonly language?: string
}

/** A value with a style of its own: data, never parsed. */
export interface StyledValue {
  /** What it says. */
  readonly text: string | number | FormattedValue
  /** The name of a style. */
  readonly style: string
}

/** An object that stands in the line as a character does: an icon, a badge. Lengths in units. */
export interface InlineBoxItem extends Made {
  /** Tells it from others. */
  readonly kind: 'object'
  /** In units. */
  readonly width: number
  /** In units. */
  readonly height: number
  /** From its top to what stands on the baseline. */
  readonly baseline: number
  /** Its middle stands as high as that of capitals, or of small letters, whatever its baseline. */
  readonly centered?: 'cap' | 'ex'
  /** What is painted in it: the business of those who paint. */
  readonly content?: object
  /** What it says, where text is read out or copied. */
  readonly label: string
}

/** What a placeholder is filled with. Only rich text holds markup; all else is data. */
export type Value = string | number | FormattedValue | StyledValue | InlineBoxItem | RichText
/** What fills the placeholders of a text, by their names. */
export type Values = Readonly<Record<string, Value>>
