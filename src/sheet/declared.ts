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

/** The steps from a text to what is seen of it, each of which takes what those before it gave. */
export const steps = ['letters', 'advances', 'lines', 'heights', 'places', 'paint'] as const

export type Step = (typeof steps)[number]

/** What else there is to say of a property. */
interface More<T> {
  /** How it grows with the reader's scale, where it is in units. */
  readonly grows?: (value: T, ratio: number) => T
  readonly css?: (value: T, names: CssNames) => CssDeclaration
}

/**
 * A property of styles, said once: what it takes, what holds where no style states it, and the first
 * step that it changes: those before it stay as they are, those behind it may change too. All
 * properties go on into spans, as the cascade has it.
 */
export const ofCharacters = <T, const Initial extends T | undefined, S extends Step>(
  kind: Kind<T>,
  initial: Initial,
  step: S,
  more: More<T> = {},
) => ({ kind, of: 'characters' as const, initial, step, ...more })

/** The same, of the innermost span that holds all of a paragraph. */
export const ofParagraph = <T, const Initial extends T | undefined, S extends Step>(
  kind: Kind<T>,
  initial: Initial,
  step: S,
  more: More<T> = {},
) => ({ kind, of: 'paragraph' as const, initial, step, ...more })
