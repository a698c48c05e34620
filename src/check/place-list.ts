import type { Values } from '../core.ts'
import type { FindingCode } from './finding.ts'

/** A place where texts stand: a label, a button, a headline. */
export interface TextPlace {
  /** Name of the place in reports. */
  readonly name: string
  /** The style of the sheet that they are set in. */
  readonly style?: string
  /** Keys of the texts; `*` in one stands for anything: `board.*`. */
  readonly keys: string | readonly string[]
  /** In units; several for a place that is narrower on some screens. */
  readonly width?: number | readonly number[]
  /** Height, in units at scale 1. Leave it out for boxes that grow with their text. */
  readonly height?: number
  /** Maximum number of lines. Default: that of the style. */
  readonly maxLines?: number
  /** An ink of the sheet, or a color. */
  readonly background?: string
  /** Values for placeholders. */
  readonly values?: Values
  /** Direction of the place; texts of the other direction are skipped. */
  readonly direction?: 'ltr' | 'rtl'
  /** The least size of a letter, in units. */
  readonly minSize?: number
  /** Findings that are fine there. */
  readonly allows?: readonly FindingCode[]
}

/** Places of texts, and the situations to try. */
export interface PlaceList {
  /** Address of the JSON Schema, for editors. */
  readonly $schema?: string
  /** The reader's; 0.85, 1, 1.25, 1.5, 2 and 3 without them. */
  readonly scales?: readonly number[]
  /** Modes of the sheet, tried beside the sheet as it is. */
  readonly modes?: readonly string[]
  /** Level of WCAG 2.2 for contrast. Default: `AA`. */
  readonly contrast?: 'AA' | 'AAA'
  /** Places of texts. */
  readonly places: readonly TextPlace[]
}

/** One below the usual size, steps a reader takes first, and up to three times; WCAG 2.2, 1.4.4 asks for 2. */
export const usualScales = [0.85, 1, 1.25, 1.5, 2, 3]
