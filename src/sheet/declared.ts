import type { Ink } from './inks/ink.ts'
import type { Kind } from './kinds.ts'

/** The names and lengths of a sheet in CSS. */
export interface CssNames {
  /** A length in units. */
  length(units: number): string
  /** A size by its name, where it was stated by one. */
  size(units: number): string
  family(name: string): string
  /** An ink, by its name where it was stated by one. */
  ink(ink: Ink): string
}

/** The name of a property of CSS, and its value; parts of one property are put together. */
export type CssDeclaration = readonly [name: string, value: string]

/**
 * A property of styles, said once: what it takes, of what it is, what holds where no style states
 * it, how it grows with the reader's scale where it is in units, and what CSS calls it. All
 * properties go on into spans, as the cascade has it; those of a paragraph are those of the
 * innermost span that holds all of it.
 */
interface Declared<T, Initial> {
  readonly kind: Kind<T>
  readonly of: 'characters' | 'paragraph'
  readonly initial: Initial
  readonly grows?: (value: T, ratio: number) => T
  readonly css?: (value: T, names: CssNames) => CssDeclaration
}

type More<T> = Pick<Declared<T, unknown>, 'grows' | 'css'>

export const ofCharacters = <T, const Initial extends T | undefined>(
  kind: Kind<T>,
  initial: Initial,
  more: More<T> = {},
) => ({ kind, of: 'characters', initial, ...more }) satisfies Declared<T, Initial>

export const ofParagraph = <T, const Initial extends T | undefined>(
  kind: Kind<T>,
  initial: Initial,
  more: More<T> = {},
) => ({ kind, of: 'paragraph', initial, ...more }) satisfies Declared<T, Initial>
