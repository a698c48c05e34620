import type { LineExtents } from '../measure/line-box.ts'
import type { FlowPadding } from '../measure/padding.ts'
import type { WrappedLines } from './wrapped-lines.ts'

/** The remaining box of the first and the last line. */
interface Trims {
  readonly first: (reach: LineExtents) => LineExtents
  readonly last: (reach: LineExtents) => LineExtents
}

/** Writes lines as numbers, one behind the other; about so many, as far as that is known. */
export function lineWriter({ blockStart, blockEnd }: FlowPadding, trims: Trims, about = 8) {
  let starts = new Uint32Array(Math.max(8, about))
  let ends = new Uint32Array(starts.length)
  let widths = new Float64Array(starts.length)
  let hangs = new Float64Array(starts.length)
  let baselines = new Float64Array(starts.length)
  let count = 0
  let bottom = blockStart
  let lowest: LineExtents | undefined
  function grow() {
    const size = starts.length * 2
    const larger = <T extends Uint32Array | Float64Array>(block: T, next: T): T => {
      next.set(block)
      return next
    }
    starts = larger(starts, new Uint32Array(size))
    ends = larger(ends, new Uint32Array(size))
    widths = larger(widths, new Float64Array(size))
    hangs = larger(hangs, new Float64Array(size))
    baselines = larger(baselines, new Float64Array(size))
  }
  return {
    space(units: number) {
      bottom += units
    },
    add(start: number, end: number, width: number, hang: number, reach: LineExtents) {
      if (count === starts.length) grow()
      starts[count] = start
      ends[count] = end
      widths[count] = width
      hangs[count] = hang
      const { above } = count === 0 ? trims.first(reach) : reach
      baselines[count++] = bottom + above
      bottom += above + reach.below
      lowest = reach
    },
    end: (): WrappedLines => ({
      count,
      starts: starts.subarray(0, count),
      ends: ends.subarray(0, count),
      widths: widths.subarray(0, count),
      hangs: hangs.subarray(0, count),
      baselines: baselines.subarray(0, count),
      height: (lowest ? bottom - lowest.below + trims.last(lowest).below : bottom) + blockEnd,
    }),
  }
}
