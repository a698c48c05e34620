import type { Drawing } from '../../drawing/index.ts'
import { type Flattening, flattened } from '../../geometry/index.ts'
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
import { type Keep, type Kernel, keeping, openKernel, type Section } from './kernel.ts'
import type { PolygonOutline } from './polygon-outline.ts'
import { type FilledOutline, toOutlines } from './shapes.ts'
import { thinParts } from './thin-parts.ts'

/** The conversion of curves to lines. Default: a tolerance of 0.05 units. */
export interface PolygonOptions {
  /** Lines lie within this of their curve, in units. */
  readonly tolerance?: number
  /** Number of lines for each curve. */
  readonly segmentsPerCurve?: number
  /** Parts narrower than this, in units, are `thin-part` problems. */
  readonly minThickness?: number
}

/** Result of `toPolygons`. */
export interface Polygons {
  /** Each with its holes. */
  readonly polygons: readonly PolygonOutline[]
  /** Problems that did not stop the work. */
  readonly problems: readonly Problem[]
}

export const polygonFields: Fields<PolygonOptions> = {
  tolerance: anything,
  segmentsPerCurve: anything,
  minThickness: anything,
}

const usualTolerance = 0.05

/**
 * The filled shapes of a drawing or layout as polygons that neither overlap nor touch themselves;
 * overlapping letters are one piece. Uses the package `manifold-3d`, loaded on demand. Throws
 * `bad-outline` and `unavailable-package`.
 *
 * @returns Polygons in units, and problems such as `thin-part`.
 * @example
 * (await toPolygons(layout, { minThickness: 0.8 })).polygons
 */
export function toPolygons(
  shown: Drawing | Layout,
  options: PolygonOptions = {},
): Promise<Polygons> {
  checkOptions('toPolygons', options, polygonFields)
  const filled = filledContours(shown, options)
  return openKernel(pointsIn(filled)).then(kernel =>
    keeping(keep => {
      const { section, problems } = sectionOf(filled, kernel, keep)
      const polygons = polygonsOf(section, keep)
      return { polygons, problems: [...problems, ...thinIn(polygons, filled, options)] }
    }),
  )
}

/** The pieces of what is filled. */
export const polygonsOf = (section: Section, keep: Keep): readonly PolygonOutline[] =>
  section
    .decompose()
    .map(keep)
    .flatMap(piece => polygonOf(piece.toPolygons()) ?? [])

/** The parts of pieces that are thinner than allowed. */
export const thinIn = (
  polygons: readonly PolygonOutline[],
  { outlines }: FilledContours,
  { minThickness = 0 }: PolygonOptions,
): readonly Problem[] => (minThickness > 0 ? thinParts(polygons, outlines, minThickness) : [])

/** Number of points of shapes. */
export const pointsIn = ({ contours }: FilledContours) =>
  contours.reduce((sum, rings) => rings.reduce((all, ring) => all + ring.length, sum), 0)

/** The shapes of a drawing, their curves made lines. */
interface FilledContours {
  readonly outlines: readonly FilledOutline[]
  /** The rings of each shape. */
  readonly contours: readonly [number, number][][][]
  readonly problems: readonly Problem[]
}

/** Throws on a tolerance that is none, and on curves that would be too many lines. */
export function filledContours(shown: Drawing | Layout, options: PolygonOptions): FilledContours {
  const how = flatteningOf(options)
  const { outlines, problems } = toOutlines(shown)
  const contours = outlines.map(({ outline }) => flattened(outline, how).map(asPairs))
  return { outlines, contours, problems }
}

/**
 * The filled area as one flat shape in units, y downward, and items without an outline. A shape is
 * filled by its winding (nonzero, as in fonts), whichever way its contours run.
 */
export function sectionOf(
  { contours, problems }: FilledContours,
  { CrossSection }: Kernel,
  keep: Keep,
): { readonly section: Section; readonly problems: readonly Problem[] } {
  const shapes = contours
    .filter(rings => rings.length > 0)
    .map(rings => keep(CrossSection.ofPolygons(rings, 'NonZero')))
  const section = keep(CrossSection.union(shapes))
  if (!section.isEmpty()) return { section, problems }
  const message = 'there is nothing to see that has an outline'
  return { section, problems: [...problems, warningProblem('missing-outline', message)] }
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

function asPairs(ring: Float64Array): [number, number][] {
  return Array.from({ length: ring.length / 2 }, (_, i) => [ring[i * 2], ring[i * 2 + 1]])
}

/** The contour of a piece, which is its largest ring; undefined without rings. */
function polygonOf(rings: readonly Ring[]): PolygonOutline | undefined {
  const flat = rings.map(ring => Float64Array.from(ring.flat()))
  if (flat.length === 0) return undefined
  const outer = flat.reduce((a, b) => (Math.abs(turn(b)) > Math.abs(turn(a)) ? b : a))
  const holes = flat.filter(ring => ring !== outer)
  return { outer: directed(outer, false), holes: holes.map(hole => directed(hole, true)) }
}

type Ring = readonly (readonly [number, number])[]

/** A ring in its direction. */
function directed(ring: Float64Array, isClockwise: boolean): Float64Array {
  if (turn(ring) > 0 === isClockwise) return ring
  const turned = new Float64Array(ring.length)
  for (let i = 0; i < ring.length; i += 2) {
    turned[i] = ring[ring.length - 2 - i]
    turned[i + 1] = ring[ring.length - 1 - i]
  }
  return turned
}
