import type { Values } from '../core.ts'
import type { FindingCode } from './finding.ts'

/** A place where texts stand: a label, a button, a headline. */
export interface TextPlace {
  /** What reports call it. */
  readonly name: string
  /** The style of the sheet that they are set in. */
  readonly style?: string
  /** Keys of the texts; `*` in one stands for anything: `board.*`. */
  readonly keys: string | readonly string[]
  /** In units; several for a place that is narrower on some screens. */
  readonly width?: number | readonly number[]
  /** In units, at the reader's scale of 1: boxes that grow with their text have none. */
  readonly height?: number
  /** Maximum number of lines; that of the style without it. */
  readonly maxLines?: number
  /** An ink of the sheet, or a color. */
  readonly background?: string
  /** What fills placeholders. */
  readonly values?: Values
  /** Which way the place runs, where texts that run the other way are out of it. */
  readonly direction?: 'ltr' | 'rtl'
  /** The least size of a letter, in units. */
  readonly minSize?: number
  /** What may be found there. */
  readonly allows?: readonly FindingCode[]
}

/** Places where texts stand, and what they are tried with. */
export interface PlaceList {
  /** Where the JSON Schema is, for editors. */
  readonly $schema?: string
  /** The reader's; 0.85, 1, 1.25, 1.5, 2 and 3 without them. */
  readonly scales?: readonly number[]
  /** Modes of the sheet, tried beside the sheet as it is. */
  readonly modes?: readonly string[]
  /** Levels of WCAG 2.2 for contrast; AA without it. */
  readonly contrast?: 'AA' | 'AAA'
  /** Where texts stand. */
  readonly places: readonly TextPlace[]
}

/** One below the usual size, steps a reader takes first, and up to three times; WCAG 2.2, 1.4.4 asks for 2. */
export const usualScales = [0.85, 1, 1.25, 1.5, 2, 3]
