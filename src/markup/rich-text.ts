import type { Made } from '../problem/index.ts'
import type { FormattedValue } from './formatted.ts'

/** A stretch of the markup: UTF-16 offsets. */
interface SourceRange {
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

/** A span: styles and overrides over its content. */
export interface SpanNode extends SourceRange {
  /** A stretch of text with a style of its own. */
  readonly kind: 'span'
  /** Its styles; later ones win. */
  readonly styles: readonly StyleName[]
  /** Properties that override those of its styles. */
  readonly overrides: readonly Override[]
  /** Its nodes. */
  readonly children: readonly RichNode[]
}

/** A node in the tree of a rich text. */
export type RichNode = TextNode | PlaceholderNode | SpanNode

/** A rich text tree, with the source its ranges are of. */
export interface RichText extends Made {
  /** The root of rich text. */
  readonly kind: 'rich-text'
  /** Its nodes. */
  readonly children: readonly RichNode[]
  /** The markup that it was read from. */
  readonly sourceText: string
  /** Name for problems: a file, or a key of a catalog. */
  readonly name?: string
  /** Values for its own placeholders; the others are filled when it is set. */
  readonly values?: Values
  /** BCP 47 tag of the language it is written in. */
  readonly language?: string
}

/** A value with a style of its own: data, never parsed. */
export interface StyledValue {
  /** Its text. */
  readonly text: string | number | FormattedValue
  /** The name of a style. */
  readonly style: string
}

/** An object that stands in the line as a character does: an icon, a badge. Lengths in units. */
export interface InlineBoxItem extends Made {
  /** An inline box. */
  readonly kind: 'object'
  /** Width, in units. */
  readonly width: number
  /** Height, in units. */
  readonly height: number
  /** Distance from its top to the baseline, in units. */
  readonly baseline: number
  /** Centers the box on capitals or small letters, whatever its baseline. */
  readonly centered?: 'cap' | 'ex'
  /** Content of the box, for targets. */
  readonly content?: object
  /** Text of the box when it is read out or copied. */
  readonly label: string
}

/** A value of a placeholder. Only rich text holds markup; everything else is data. */
export type Value = string | number | FormattedValue | StyledValue | InlineBoxItem | RichText
/** Values of placeholders, by name. */
export type Values = Readonly<Record<string, Value>>
