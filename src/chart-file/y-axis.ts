import { scaleLinear } from 'd3-scale'
import type { ChartAxis, ValueFormat } from '../chart/index.ts'

/** A vertical axis of numbers, from the least to the most that is shown. */
export function yAxis(
  [least, most]: readonly [number, number],
  title: string | undefined,
  format: ValueFormat | undefined,
): ChartAxis<(value: number) => number> {
  const domain = least === most ? widened(least) : [least, most]
  return {
    scale: range => {
      const scale = scaleLinear(domain, range)
      return value => scale(value)
    },
    ticks: count => scaleLinear(domain, [0, 1]).ticks(count),
    ...(format && { format }),
    ...(title !== undefined && { title }),
  }
}

/** A scale needs a length: of one value there is room around it. */
function widened(value: number): [number, number] {
  if (value === 0) return [0, 1]
  const by = Math.abs(value) / 2
  return [value - by, value + by]
}
