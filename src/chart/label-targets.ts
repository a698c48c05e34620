import type { Anchor, Box, InkOrName } from '../core.ts'

/** A point on a drawing, in units. */
export type Point = readonly [x: number, y: number]

/** A side of a point. */
export type Side =
  | 'top'
  | 'bottom'
  | 'left'
  | 'right'
  | 'top-left'
  | 'top-right'
  | 'bottom-left'
  | 'bottom-right'

/** The mark that a label belongs to, and so its possible positions. */
export type LabelTarget =
  | {
      readonly kind: 'point'
      readonly x: number
      readonly y: number
      /** Of its mark; 0 without it. */
      readonly radius?: number
      /** Where it stands, the best side first; all eight, from above on, without it. */
      readonly sides?: readonly Side[]
      /** How far it may move away with a leader line, in units; six lines without it, 0 for none. */
      readonly reach?: number
    }
  | {
      readonly kind: 'bar'
      readonly box: Box
      /** Where the bar ends: its label stands beyond that, or inside. */
      readonly toward: 'top' | 'bottom' | 'left' | 'right'
      /** Of the bar: a label inside is read on it. */
      readonly ink?: InkOrName
      /** Where it stands first; `outside` without it. */
      readonly prefer?: 'outside' | 'inside' | 'center'
    }
  | {
      readonly kind: 'slice'
      /** The middle of its ring. */
      readonly x: number
      readonly y: number
      readonly innerRadius?: number
      readonly radius: number
      /** Degrees, counter-clockwise; 0 is to the right. */
      readonly from: number
      readonly to: number
      readonly ink?: InkOrName
      /** Where it stands first; `inside` without it. */
      readonly prefer?: 'outside' | 'inside'
    }
  | {
      readonly kind: 'line-end'
      readonly x: number
      readonly y: number
      /** Which way the line ends; to the right without it. */
      readonly toward?: 'left' | 'right'
      /** How far it may move up or down with a leader line; six lines without it. */
      readonly reach?: number
    }
  | {
      readonly kind: 'area'
      /** Its upper and its lower edge, from left to right, each at the same places across. */
      readonly upper: readonly Point[]
      readonly lower: readonly Point[]
      readonly ink?: InkOrName
    }
  | {
      /** Places of one's own, the best first: with an angle too, as along a slope. */
      readonly kind: 'places'
      readonly places: readonly {
        readonly x: number
        readonly y: number
        readonly anchor?: Anchor
      }[]
    }

/** A shape that labels avoid. */
export type Mark = (
  | { readonly kind: 'circle'; readonly x: number; readonly y: number; readonly radius: number }
  | { readonly kind: 'box'; readonly box: Box }
  /** A line through points. */
  | { readonly kind: 'line'; readonly points: readonly Point[]; readonly width?: number }
) & {
  /** The ids of labels whose own mark it is: those may stand on it. */
  readonly of?: string | readonly string[]
}
