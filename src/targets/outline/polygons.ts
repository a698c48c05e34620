import polygonClipping, { type Polygon as ClippedPolygon } from 'polygon-clipping'
import { append } from '../../blocks/index.ts'
import type { Drawing } from '../../drawing/index.ts'
import { crossingsAt, type Flattening, flattened } from '../../geometry/index.ts'
import type { Layout } from '../../layout/index.ts'
import {
  anything,
  checkOptions,
  described,
  type Fields,
  fail,
  type Problem,
  warningProblem,
} from '../../problem/index.ts'
import { type FilledOutline, toOutlines } from './shapes.ts'
import { thinParts } from './thin-parts.ts'

/** One piece of material: a contour, and the holes in it. x and y in turn, in units, y downward. */
export interface Polygon {
  /** Counter-clockwise as it is seen. */
  readonly outer: Float64Array
  /** Clockwise as they are seen. */
  readonly holes: readonly Float64Array[]
}

/** How curves become straight lines; a tolerance of 0.05 units without either. */
export interface PolygonOptions {
  /** Lines lie within this of their curve, in units. */
  readonly tolerance?: number
  /** So many lines for each curve. */
  readonly segmentsPerCurve?: number
  /** Parts that are narrower than this, in units, are told as problems. */
  readonly minThickness?: number
}

export interface Polygons {
  readonly polygons: readonly Polygon[]
  readonly problems: readonly Problem[]
}

export const polygonFields: Fields<PolygonOptions> = {
  tolerance: anything,
  segmentsPerCurve: anything,
  minThickness: anything,
}

const usualTolerance = 0.05

/**
 * The filled shapes of a drawing or a layout as polygons that neither overlap nor touch
 * themselves: letters that overlap are one piece. Throws on a tolerance that is none.
 */
export function toPolygons(shown: Drawing | Layout, options: PolygonOptions = {}): Polygons {
  checkOptions('toPolygons', options, polygonFields)
  const how = flatteningOf(options)
  const { outlines, problems: found } = toOutlines(shown)
  const problems = [...found]
  const pieces = outlines.flatMap(shape => piecesOf(shape, how))
  const polygons = united(pieces, problems).map(oriented)
  const { minThickness = 0 } = options
  if (minThickness > 0) append(problems, thinParts(polygons, outlines, minThickness))
  return { polygons, problems }
}

function flatteningOf({
  tolerance,
  segmentsPerCurve,
  minThickness = 0,
}: PolygonOptions): Flattening {
  if (!(Number.isFinite(minThickness) && minThickness >= 0)) {
    fail(
      'bad-outline',
      `minThickness must be a number of units from 0, not ${described(minThickness)}`,
    )
  }
  if (segmentsPerCurve !== undefined) {
    if (
      !(Number.isInteger(segmentsPerCurve) && segmentsPerCurve >= 1 && segmentsPerCurve <= 1000)
    ) {
      fail(
        'bad-outline',
        `segmentsPerCurve must be a whole number from 1 to 1000, not ${described(segmentsPerCurve)}`,
      )
    }
    return { segments: segmentsPerCurve }
  }
  const within = tolerance ?? usualTolerance
  if (!(Number.isFinite(within) && within > 0)) {
    fail('bad-outline', `the tolerance must be a number of units above 0, not ${described(within)}`)
  }
  return { tolerance: within }
}

/** Twice the area inside a ring: above 0 where it runs clockwise as it is seen. */
function turn(ring: Float64Array): number {
  let sum = 0
  for (let i = 0; i < ring.length; i += 2) {
    const next = (i + 2) % ring.length
    sum += ring[i] * ring[next + 1] - ring[next] * ring[i + 1]
  }
  return sum
}

/** The contours of a shape as pieces with their holes: those that run against the largest are holes. */
function piecesOf({ outline }: FilledOutline, how: Flattening): ClippedPolygon[] {
  const rings = flattened(outline, how).map(ring => ({ ring, area: turn(ring) }))
  if (rings.length === 0) return []
  const largest = rings.reduce((a, b) => (Math.abs(b.area) > Math.abs(a.area) ? b : a))
  const isOuter = (area: number) => area > 0 === largest.area > 0
  const outers = rings
    .filter(({ area }) => isOuter(area))
    .map(({ ring, area }) => ({ ring, area: Math.abs(area), holes: [] as Float64Array[] }))
    .sort((a, b) => a.area - b.area)
  for (const { ring, area } of rings) {
    if (isOuter(area)) continue
    // The smallest piece around a hole is the one it is in.
    outers.find(outer => contains(outer.ring, ring[0], ring[1]))?.holes.push(ring)
  }
  return outers.map(({ ring, holes }) => [ring, ...holes].map(asPairs))
}

function contains(ring: Float64Array, x: number, y: number): boolean {
  return crossingsAt([ring], y).filter(crossing => crossing.x > x).length % 2 === 1
}

function asPairs(ring: Float64Array): [number, number][] {
  return Array.from({ length: ring.length / 2 }, (_, i) => [ring[i * 2], ring[i * 2 + 1]])
}

/** All pieces as one, where that can be worked out. */
function united(pieces: readonly ClippedPolygon[], problems: Problem[]): ClippedPolygon[] {
  const [first, ...others] = pieces
  if (!first) return []
  try {
    return polygonClipping.union(first, ...others)
  } catch {
    const message = 'overlapping shapes could not be merged'
    problems.push(warningProblem('overlapping', message))
    return [...pieces]
  }
}

function oriented([outer, ...holes]: ClippedPolygon): Polygon {
  return { outer: ring(outer, false), holes: holes.map(hole => ring(hole, true)) }
}

/** A ring in its direction, without its first point again at its end. */
function ring(pairs: readonly (readonly [number, number])[], isClockwise: boolean): Float64Array {
  const [first, last] = [pairs[0], pairs[pairs.length - 1]]
  const isClosed = pairs.length > 1 && first[0] === last[0] && first[1] === last[1]
  const open = isClosed ? pairs.slice(0, -1) : pairs
  const flat = Float64Array.from(open.flat())
  if (turn(flat) > 0 === isClockwise) return flat
  return Float64Array.from(open.toReversed().flat())
}
