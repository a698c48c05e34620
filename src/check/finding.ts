import type { SourceLocation } from '../core.ts'

/**
 * The kinds of findings with their severity: an error is wrong for every reader, a warning looks
 * wrong.
 */
export const findingKinds = {
  'bad-text': 'error',
  'broken-word': 'error',
  'empty-link': 'error',
  'lone-word': 'warning',
  'low-contrast': 'error',
  'missing-face': 'warning',
  'missing-family': 'warning',
  'missing-glyph': 'error',
  'missing-key': 'error',
  'missing-value': 'error',
  'over-height': 'error',
  'over-width': 'error',
  'same-link-words': 'warning',
  'small-text': 'warning',
  'link-differs': 'error',
  'span-differs': 'error',
  'spacing-loss': 'error',
  'synthesized-face': 'warning',
  'text-cut': 'error',
  'unknown-style': 'error',
  'unused-ink': 'warning',
  'unused-style': 'warning',
  'unused-value': 'warning',
  'value-differs': 'error',
  'wrong-direction': 'warning',
} as const

/** Code of a finding. */
export type FindingCode = keyof typeof findingKinds

export const isFindingCode = (code: string): code is FindingCode =>
  Object.hasOwn(findingKinds, code)

/** One of the situations that something was found in. */
export interface Situation {
  /** The reader's. */
  readonly scale: number
  /** Width of the place, in units; undefined if it has none. */
  readonly width?: number
  /** Mode of the sheet; undefined for the plain sheet. */
  readonly mode?: string
  /** The measured figure. */
  readonly figure?: number
  /** The limit of the figure. */
  readonly limit?: number
}

/** Something that is wrong with a text where it stands, in all situations in which it is so. */
export interface Finding {
  /** Code of the finding. */
  readonly code: FindingCode
  /** `error`, or `warning` if the output is still right. */
  readonly severity: 'error' | 'warning'
  /** The problem in a sentence. */
  readonly message: string
  /** Name of the place; empty if the finding belongs to no place. */
  readonly place: string
  /** Key of the text in its catalog; empty if the finding belongs to no text. */
  readonly key: string
  /** BCP 47 tag. */
  readonly language: string
  /** Place of the text. */
  readonly location?: SourceLocation | string
  /** The worst first. */
  readonly situations: readonly Situation[]
}
