import {
  arcCubics,
  type Box,
  type Extents,
  identity,
  type Outline,
  outlineExtents,
  outlineFromPathData,
  polygonOf,
} from '../geometry/index.ts'
import {
  anObject,
  anything,
  aString,
  being,
  checkArgument,
  checkOptions,
  fail,
  oneOf,
} from '../problem/index.ts'
import { aSheet, type Ink, representativeColor, type Sheet } from '../sheet/index.ts'
import { anInk, aPoint } from './check-items.ts'
import { checkFinite, checkLength } from './checks.ts'
import type { Fill, PathItem, Stroke } from './drawing.ts'
import { fillOf } from './fill.ts'
import { type InkOrName, inkFrom } from './ink-from.ts'

/** Fill and stroke of a shape; a gradient spans the shape. */
export interface ShapePaint {
  /** Fill of the shape. */
  readonly fill?: InkOrName
  /** The line along its edge: its ink, how wide it is in units, and where it lies. */
  readonly stroke?: {
    readonly ink: InkOrName
    /** Width, in units. */
    readonly width: number
    /** On the edge, the default, or outside of it. */
    readonly align?: Stroke['align']
  }
  /** The sheet whose inks are meant by name. */
  readonly sheet?: Sheet
}

const aPolygon = being(
  'a list of pairs of numbers',
  value => Array.isArray(value) && value.every(point => aPoint(point) === undefined),
)

function checkPaint(owner: string, paint: ShapePaint) {
  checkOptions(owner, paint, { fill: anInk, stroke: anObject, sheet: aSheet })
  if (paint.stroke === undefined) return
  checkOptions(`the stroke of ${owner}`, paint.stroke, {
    ink: anInk,
    width: anything,
    align: oneOf('center', 'outside'),
  })
  checkArgument(`the stroke of ${owner}`, 'ink', paint.stroke.ink, anInk)
}

/** A circle. Throws on lengths that are negative or not finite. */
export function circle(x: number, y: number, radius: number, paint: ShapePaint): PathItem {
  checkPaint('circle', paint)
  checkFinite('a circle', { x, y, radius })
  checkLength('a circle', 'radius', radius)
  const points = [x + radius, y, ...arcCubics(x, y, radius, radius, 0, 0, -2 * Math.PI)]
  return painted({ segments: 'MCCCCZ', points: Float32Array.from(points) }, paint)
}

/** A part of a disk or of a ring. */
export interface ArcOptions {
  /** Outer radius, in units. */
  readonly radius: number
  /** Radius of the hole, in units. Without it, the shape reaches the center. */
  readonly innerRadius?: number
  /** Degrees, counter-clockwise; 0 is to the right. */
  readonly from: number
  /** End of the arc, in degrees. */
  readonly to: number
}

/** A part of a disk or of a ring about (x, y). Throws on lengths that are negative or not finite. */
export function arc(x: number, y: number, options: ArcOptions, paint: ShapePaint): PathItem {
  checkOptions('arc', options, {
    radius: anything,
    innerRadius: anything,
    from: anything,
    to: anything,
  })
  checkPaint('arc', paint)
  const { radius, innerRadius = 0, from, to } = options
  checkFinite('an arc', { x, y, radius, innerRadius, from, to })
  for (const [name, value] of Object.entries({ radius, innerRadius }))
    checkLength('an arc', name, value)
  const radians = (degrees: number) => (-degrees * Math.PI) / 180
  const sweep = radians(Math.max(-360, Math.min(360, to - from)))
  const start = radians(from)
  const end = start + sweep
  const outer = arcCubics(x, y, radius, radius, 0, start, sweep)
  const at = (r: number, angle: number) => [x + r * Math.cos(angle), y + r * Math.sin(angle)]
  const isWhole = Math.abs(sweep) >= 2 * Math.PI - 1e-9
  const inner = innerRadius > 0 ? arcCubics(x, y, innerRadius, innerRadius, 0, end, -sweep) : []
  const curves = (points: readonly number[]) => 'C'.repeat(points.length / 6)
  const joint = isWhole ? 'ZM' : 'L'
  const hole = innerRadius > 0 ? [...at(innerRadius, end), ...inner] : isWhole ? [] : [x, y]
  const back = hole.length === 0 ? '' : joint + curves(inner)
  return painted(
    {
      segments: `M${curves(outer)}${back}Z`,
      points: Float32Array.from([...at(radius, start), ...outer, ...hole]),
    },
    paint,
  )
}

/** A closed polygon. Throws on coordinates that are not finite, and on fewer than three points. */
export function polygon(
  points: readonly (readonly [x: number, y: number])[],
  paint: ShapePaint,
): PathItem {
  checkArgument('polygon', 'points', points, aPolygon)
  checkPaint('polygon', paint)
  if (points.length < 3)
    fail('bad-coordinate', `a polygon has three points or more, not ${points.length}`)
  for (const [x, y] of points) checkFinite('a polygon', { x, y })
  return painted(polygonOf(points.flat()), paint)
}

/** A shape of SVG path data. A path that is only stroked may be open. Throws `bad-path-data` and `bad-coordinate`. */
export function path(data: string, paint: ShapePaint): PathItem {
  checkArgument('path', 'data', data, aString)
  checkPaint('path', paint)
  const read = outlineFromPathData(data)
  if ('at' in read) {
    const found = data.slice(read.at, read.at + 12)
    return fail('bad-path-data', `path data is not valid at ${read.at}: '${found}'`)
  }
  if (read.outline.points.some(n => !Number.isFinite(n))) {
    fail('bad-coordinate', 'a coordinate of path data is too large')
  }
  return painted(read.outline, paint)
}

function painted(outline: Outline, { fill, stroke, sheet }: ShapePaint): PathItem {
  if (stroke) {
    checkFinite('a stroke', { width: stroke.width })
    checkLength('a stroke', 'width', stroke.width)
  }
  return {
    kind: 'path',
    outline,
    ...(fill !== undefined && { fill: filled(inkFrom(fill, sheet), outline) }),
    ...(stroke && {
      stroke: {
        ink: representativeColor(inkFrom(stroke.ink, sheet)),
        width: stroke.width,
        align: stroke.align ?? 'center',
      },
    }),
  }
}

/** A gradient spans its shape; of one color nobody asks how large that is. */
function filled(ink: Ink, outline: Outline): Fill {
  if (ink.kind === 'solid') return fillOf(ink, noBox)
  const extents = outlineExtents(outline, identity)
  return fillOf(ink, extents ? boxOf(extents) : noBox)
}

const noBox: Box = { x: 0, y: 0, width: 0, height: 0 }

const boxOf = ({ left, bottom, right, top }: Extents): Box => ({
  x: left,
  y: bottom,
  width: right - left,
  height: top - bottom,
})
