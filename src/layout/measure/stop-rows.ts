import { bytesRow, float64Row, uint32Row } from '../../blocks/index.ts'
import { breakKind } from '../../unicode/index.ts'

/** Kinds of stops beside those of `breakKind`. */
export const stopKind = { ...breakKind, hyphen: 3 } as const

/** Widths are sums of products; a line that is wider by this much still fits. */
export const tolerance = 1e-6

/** Most labels have fewer. */
const usualCapacity = 64

/**
 * The places a paragraph's lines may end at, in order: one row a stop. A line from the stop i to the stop
 * j is `ends[j] - nexts[i]` wide, and the first of its paragraph is `ends[j]`: kerning with spaces,
 * hyphens and ligatures that are divided are nothing but what the two numbers of a stop differ by.
 */
export class StopRows {
  count = 0
  /** The end of a line at each stop, in units along the paragraph set on one line; with its hyphen. */
  ends: Float64Array
  /** The start of the line behind each stop, in the same units. */
  nexts: Float64Array
  /** The start of the line behind each stop, as an offset. */
  offsets: Uint32Array
  /** The start of the spaces that hang at the end of the line, as an offset. */
  contents: Uint32Array
  /** The width of those spaces, in units. */
  hangs: Float64Array
  /** See `stopKind`. */
  kinds: Uint8Array
  /** The widest hyphen. */
  hyphenWidth = 0
  /** Whether nothing but the end of the text is asked for: it has room on one line. */
  isForEnd = false

  /** The runs that stretches shaped as one begin with, and where those are, in units. */
  readonly firstRuns: number[] = []
  readonly stretchStarts: number[] = []

  /** The offsets of tabs, and where they stand, in units: positions do not count their widths. */
  readonly tabOffsets: number[] = []
  readonly tabPlaces: number[] = []

  constructor(capacity = usualCapacity) {
    this.ends = float64Row(capacity)
    this.nexts = float64Row(capacity)
    this.offsets = uint32Row(capacity)
    this.contents = uint32Row(capacity)
    this.hangs = float64Row(capacity)
    this.kinds = bytesRow(capacity)
  }

  clear() {
    this.count = 0
    this.firstRuns.length = 0
    this.stretchStarts.length = 0
    this.tabOffsets.length = 0
    this.tabPlaces.length = 0
    this.hyphenWidth = 0
  }

  add(end: number, next: number, hang: number, content: number, offset: number, kind: number) {
    const i = this.count++
    if (i === this.ends.length) this.grow()
    this.ends[i] = end
    this.nexts[i] = next
    this.hangs[i] = hang
    this.contents[i] = content
    this.offsets[i] = offset
    this.kinds[i] = kind
  }

  /** The width of the text between a stop and the one before it. */
  pieceAt(stop: number): number {
    return this.ends[stop] - (stop === 0 ? 0 : this.nexts[stop - 1])
  }

  private grow() {
    const length = this.ends.length * 2
    this.ends = copied(this.ends, new Float64Array(length))
    this.nexts = copied(this.nexts, new Float64Array(length))
    this.hangs = copied(this.hangs, new Float64Array(length))
    this.offsets = copied(this.offsets, new Uint32Array(length))
    this.contents = copied(this.contents, new Uint32Array(length))
    this.kinds = copied(this.kinds, new Uint8Array(length))
  }
}

function copied<T extends Float64Array | Uint32Array | Uint8Array>(from: T, into: T): T {
  into.set(from)
  return into
}

/** Index of the first stop behind an offset, or how many there are: by bisection. */
export function firstStopBehind({ offsets, count }: StopRows, offset: number): number {
  let low = 0
  let high = count
  while (low < high) {
    const middle = (low + high) >> 1
    if (offsets[middle] <= offset) low = middle + 1
    else high = middle
  }
  return low
}
