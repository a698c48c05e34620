import { scaleLinear } from 'd3-scale'
import type { ChartAxis, ValueFormat } from '../chart/index.ts'

/** A vertical axis of numbers, from the least to the most that is shown. */
export function yAxis(
  [least, most]: readonly [number, number],
  title: string | undefined,
  format: ValueFormat | undefined,
): ChartAxis<(value: number) => number> {
  const domain = soundDomain(least, most)
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

/** Less than this no scale can divide. */
const leastSpan = 1e-290

/** The ends of a scale, which needs a length between them. */
export function soundDomain(least: number, most: number): [number, number] {
  return most - least > leastSpan ? [least, most] : widened(least)
}

/** Widens the domain of a single value. */
function widened(value: number): [number, number] {
  if (Math.abs(value) < leastSpan) return [0, 1]
  const by = Math.abs(value) / 2
  return [value - by, value + by]
}
