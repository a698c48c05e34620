import type { InlineBoxItem } from '../markup/index.ts'
import type { Style } from '../sheet/index.ts'

/** A stretch of one style; offsets are of its paragraph. */
export interface StyledRun {
  /** The mark of what was cut off. */
  readonly kind?: 'ellipsis'
  readonly start: number
  readonly end: number
  /** With the size the reader gets. */
  readonly style: Style
  /** The styles it is set in, the outermost first. */
  readonly styleNames?: readonly string[] | undefined
  readonly link?: string
  readonly action?: string
  /** The run is one character, and this stands in its place. */
  readonly box?: InlineBoxItem
}

/** A stretch that keeps its own direction among its surroundings, as a value does. */
export interface Isolate {
  readonly start: number
  readonly end: number
}

/** Text in several styles that stands for what was cut off. */
interface StyledMark {
  readonly text: string
  readonly runs: readonly StyledRun[]
}

/** A paragraph as characters and styles. Its runs follow each other and cover the text. */
export interface StyledParagraph {
  readonly text: string
  readonly runs: readonly StyledRun[]
  /** In order, none inside another. */
  readonly isolates: readonly Isolate[]
  /** Where the paragraph starts in the whole text. */
  readonly offset: number
  /** The number of the paragraph among those in a row with the same marker, from 1. */
  readonly itemNumber?: number | undefined
  /** The level of the paragraph it is a part of, where its own letters do not say it. */
  readonly level?: number | undefined
  /** The style of the paragraph itself: the height of an empty line. */
  readonly style: Style
  /** The mark of what is cut off, in place of its style's. */
  readonly ellipsis?: StyledMark | undefined
}
