import type { Slant } from './style.ts'

/** Weights by the names of the OpenType standard (`OS/2.usWeightClass`). */
export type WeightName =
  | 'thin'
  | 'extra-light'
  | 'light'
  | 'regular'
  | 'medium'
  | 'semi-bold'
  | 'bold'
  | 'extra-bold'
  | 'black'

/** A color written as in CSS Color 4; names of inks are declared in the sheet. */
export type ColorText = `#${string}` | `${string}(${string})`

/** A number of units, `'1.2x'` of the enclosing size, or a size the sheet names. */
export type SizeSource<Z extends string = string> = number | `${number}x` | Z

/** What a style or an override may state. */
export interface Properties<
  I extends string = string,
  Z extends string = string,
  F extends string = string,
> {
  /** A family, or a list to try in order: of the sheet, of the shelf, or a generic one. */
  readonly family?: F | readonly F[]
  readonly size?: SizeSource<Z>
  /** 1 to 1000, or a name. */
  readonly weight?: number | WeightName
  readonly slant?: Slant
  /** Distance of baselines: times the size up to 4, units as `'24u'`. */
  readonly leading?: number | `${number}u`
  readonly ink?: I | ColorText
}

export interface StyleSource<
  S extends string = string,
  I extends string = string,
  Z extends string = string,
  F extends string = string,
> extends Properties<I, Z, F> {
  /** The style, or the styles in order, that this one builds on. */
  readonly from?: S | readonly S[]
}

export interface SheetSource<
  S extends string = string,
  I extends string = string,
  Z extends string = string,
> {
  /** Short names for families, to be changed in one place. */
  readonly families?: Readonly<Record<string, string | readonly string[]>>
  readonly sizes?: Readonly<Record<Z, number>>
  readonly inks?: Readonly<Record<I, string>>
  readonly styles: { readonly [K in S]: StyleSource<NoInfer<S>, NoInfer<I>, NoInfer<Z>> }
}
