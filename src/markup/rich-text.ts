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
}

/** `key=value` in a span's head: a property overridden, a link, an action. */
export interface Override extends SourceRange {
  readonly name: string
  readonly value: string
}

export interface SpanNode extends SourceRange {
  readonly kind: 'span'
  readonly styles: readonly StyleName[]
  readonly overrides: readonly Override[]
  readonly children: readonly RichNode[]
}

export type RichNode = TextNode | PlaceholderNode | SpanNode

/** A rich text tree, with the source its ranges are of. */
export interface RichText {
  readonly kind: 'rich-text'
  readonly children: readonly RichNode[]
  readonly source: string
}
