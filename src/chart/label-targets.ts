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
      /** Radius of its mark, in units. Default: 0. */
      readonly radius?: number
      /** Possible sides, the best first. Default: all eight, from the top. */
      readonly sides?: readonly Side[]
      /** Largest distance with a leader line, in units; 0 for no leader line. Default: six lines. */
      readonly reach?: number
    }
  | {
      readonly kind: 'bar'
      readonly box: Box
      /** The end of the bar; its label stands beyond it, or inside. */
      readonly toward: 'top' | 'bottom' | 'left' | 'right'
      /** Ink of the bar, for labels inside. */
      readonly ink?: InkOrName
      /** The preferred position. Default: `outside`. */
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
      /** The preferred position. Default: `inside`. */
      readonly prefer?: 'outside' | 'inside'
    }
  | {
      readonly kind: 'line-end'
      readonly x: number
      readonly y: number
      /** The side where the line ends. Default: `right`. */
      readonly toward?: 'left' | 'right'
      /** Largest distance up or down with a leader line, in units. Default: six lines. */
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
