import type { Drawing } from '../../drawing/index.ts'
import { type Outline, segmentPoints } from '../../geometry/index.ts'
import type { Layout } from '../../layout/index.ts'
import { being, checkArgument, isObject, listOf } from '../../problem/index.ts'
import type { PolygonOutline } from './polygon-outline.ts'
import { toOutlines } from './shapes.ts'

/** Places beyond a ten-thousandth of a unit tell nothing. */
const places = 10_000
const text = (n: number) => String(Math.round(n * places) / places)

/** All filled shapes as one SVG path, with curves, for the nonzero rule. */
export function toPathData(shown: Drawing | Layout): string {
  return toOutlines(shown)
    .outlines.map(({ outline }) => outlineData(outline))
    .join('')
}

function outlineData({ segments, points }: Outline): string {
  let data = ''
  let at = 0
  for (const segment of segments) {
    const end = at + segmentPoints[segment] * 2
    data += segment + Array.from(points.subarray(at, end), text).join(' ')
    at = end
  }
  return data
}

const aPolygon = being(
  'a polygon, with outer and holes',
  value =>
    isObject(value) &&
    isRing(value.outer) &&
    Array.isArray(value.holes) &&
    value.holes.every(isRing),
)

const isRing = (value: unknown) => Array.isArray(value) || value instanceof Float64Array

/** Polygons as the data of one SVG path. */
export function polygonData(polygons: readonly PolygonOutline[]): string {
  checkArgument('polygonData', 'polygons', polygons, listOf(aPolygon))
  return polygons
    .flatMap(({ outer, holes }) => [outer, ...holes])
    .map(ring => `M${Array.from(ring, text).join(' ')}Z`)
    .join('')
}
