import { asDrawing, type Drawing } from '../../drawing/index.ts'
import type { Layout } from '../../layout/index.ts'
import {
  anything,
  checkOptions,
  described,
  fail,
  fromZero,
  oneOf,
  type Problem,
} from '../../problem/index.ts'
import { cutPlate } from './cut-plate.ts'
import { type Body, type Keep, type Kernel, keeping, openKernel, type Section } from './kernel.ts'
import { type MillimeterOptions, millimeterFields, millimetersFor } from './millimeters.ts'
import {
  filledContours,
  type PolygonOptions,
  type Polygons,
  pointsIn,
  polygonFields,
  polygonsOf,
  sectionOf,
  thinIn,
} from './polygons.ts'
import { isClosed, mergedMesh, type SolidMesh, writtenStl } from './solid-mesh.ts'

/** A plate that text stands on, or is taken out of; lengths in millimeters. */
export interface Plate {
  /** In millimeters. */
  readonly thickness: number
  /** Text `raised` by the depth (the default), `sunk` that deep, or `cut` through. */
  readonly text?: 'raised' | 'sunk' | 'cut'
  /** Space around the text, in millimeters. Default: 5. */
  readonly margin?: number
  /** Radius of its corners, in millimeters. Default: 0. */
  readonly radius?: number
  /**
   * Width of the strips, in millimeters, that hold the loose parts of a cut text, such as the middle of
   * an o. Without it, they are reported as `loose-part`.
   */
  readonly bridges?: number
}

/** Options of `toStl`. */
export interface StlOptions extends PolygonOptions, MillimeterOptions {
  /** Thickness of the solid, or height or depth of the text, in millimeters. */
  readonly depth: number
  /** A plate that the text stands on, or is cut from. */
  readonly plate?: Plate
}

/**
 * A drawing or layout as a closed solid in binary STL: millimeters, y upward from the drawing's
 * lower edge, z from 0. By itself it is as thick as the depth; with a plate it stands on it, is
 * sunk into it, or cut out. Uses the package `manifold-3d`, loaded on demand. Throws `bad-outline`,
 * `bad-solid` and `unavailable-package`.
 *
 * @param shown A layout or a drawing.
 * @param options Depth in millimeters, scale, and a plate.
 * @returns The bytes of the file, and problems such as `loose-part`.
 * @example
 * (await toStl(layout, { depth: 3, letterHeight: 12 })).stl
 */
export function toStl(
  shown: Drawing | Layout,
  options: StlOptions,
): Promise<Pick<Polygons, 'problems'> & { readonly stl: Uint8Array }> {
  checkOptions('toStl', options, {
    ...polygonFields,
    depth: anything,
    ...millimeterFields,
    plate: anything,
  })
  const { depth, millimetersPerUnit: _, letterHeight: __, plate, ...flattening } = options
  checkDepth('depth', depth)
  const scale = millimetersFor(shown, options)
  if (plate !== undefined) checkPlate(plate, depth)
  const filled = filledContours(shown, flattening)
  const { box } = asDrawing(shown)
  const place = [scale, -box.x, -(box.y + box.height)] as const
  const size = [box.width * scale, box.height * scale] as const
  return openKernel(pointsIn(filled)).then(kernel =>
    keeping(keep => {
      const { section, problems } = sectionOf(filled, kernel, keep)
      const thin = flattening.minThickness
        ? thinIn(polygonsOf(section, keep), filled, flattening)
        : []
      const text = keep(placed(section, place, kernel))
      const made = solidMesh(text, { size, plate, depth }, kernel, keep)
      const stl = writtenStl(made.mesh)
      return { stl, problems: [...problems, ...thin, ...made.problems] }
    }),
  )
}

/** The options of a solid, apart from its text. */
interface SolidShape {
  readonly size: readonly [number, number]
  readonly plate: Plate | undefined
  readonly depth: number
}

/**
 * So much wider or narrower, in millimeters, is a text where it touches itself: less than any machine makes,
 * and enough to part corners that meet in a point, of which no solid is closed.
 */
const steps = [0, -0.002, 0.002, -0.01, 0.01]

/** Throws `bad-solid` where none of the ways to make it gives one that is closed. */
function solidMesh(
  text: Section,
  { size, plate, depth }: SolidShape,
  kernel: Kernel,
  keep: Keep,
): { readonly mesh: SolidMesh; readonly problems: readonly Problem[] } {
  for (const step of steps) {
    const layer = step === 0 ? text : keep(text.offset(step, 'Round', 2, cornerSegments))
    const { bodies, problems } = plate
      ? plateBodies(layer, size, plate, depth, kernel, keep)
      : { bodies: layer.isEmpty() ? [] : [keep(layer.extrude(depth))], problems: [] }
    const mesh = mergedMesh(bodies.map(body => body.getMesh()))
    if (isClosed(mesh)) return { mesh, problems }
  }
  return fail('bad-solid', 'the shapes make no closed solid', {
    hint: 'a larger tolerance, or a bolder weight, may do',
  })
}

/** A kilometer, in millimeters. */
const longest = 1e6

function checkDepth(name: string, depth: unknown) {
  if (typeof depth === 'number' && depth > 0 && depth <= longest) return
  const given = described(depth)
  fail(
    'bad-outline',
    `the ${name} must be a number of millimeters above 0, to ${longest}, not ${given}`,
  )
}

function checkPlate(plate: Plate, depth: number) {
  checkOptions('plate', plate, {
    thickness: anything,
    text: oneOf('raised', 'sunk', 'cut'),
    margin: fromZero,
    radius: fromZero,
    bridges: anything,
  })
  if (plate.bridges !== undefined) checkDepth('bridges', plate.bridges)
  checkDepth('thickness', plate.thickness)
  if (plate.text === 'sunk' && depth >= plate.thickness) {
    fail('bad-outline', `text ${depth} mm deep goes through a plate of ${plate.thickness} mm`, {
      hint: "text: 'cut' cuts it out",
    })
  }
}

/** A flat shape in millimeters, y upward. */
function placed(
  section: Section,
  [scale, dx, dy]: readonly [scale: number, dx: number, dy: number],
  { CrossSection }: Kernel,
): Section {
  const contours = section
    .toPolygons()
    .map(ring => ring.map(([x, y]): [number, number] => [(x + dx) * scale, -(y + dy) * scale]))
  // The kernel takes no list without a ring.
  return CrossSection.ofPolygons(contours.length > 0 ? contours : [[]], 'NonZero')
}

/** Corners are this near to round, a full turn of them. */
const cornerSegments = 96

function plateBodies(
  text: Section,
  [width, height]: readonly [number, number],
  { thickness, text: how = 'raised', margin = 5, radius = 0, bridges }: Plate,
  depth: number,
  kernel: Kernel,
  keep: Keep,
): { readonly bodies: readonly Body[]; readonly problems: readonly Problem[] } {
  const outer: [number, number] = [width + 2 * margin, height + 2 * margin]
  const round = Math.min(radius, outer[0] / 2 - 1e-3, outer[1] / 2 - 1e-3)
  const core = keep(kernel.CrossSection.square([outer[0] - 2 * round, outer[1] - 2 * round], false))
  const square = round > 0 ? keep(core.offset(round, 'Round', 2, cornerSegments)) : core
  const plate = keep(square.translate([round - margin, round - margin]))
  if (how === 'cut') {
    const { section, problems } = cutPlate(plate, text, bridges, kernel, keep)
    return { bodies: [keep(section.extrude(thickness))], problems }
  }
  const base = keep(plate.extrude(thickness))
  if (text.isEmpty()) return { bodies: [base], problems: [] }
  // Text goes into the plate, or out of it: faces that only touch would be two solids.
  const [from, tall] =
    how === 'sunk' ? [thickness - depth, depth + 1] : [thickness / 2, thickness / 2 + depth]
  const letters = keep(keep(text.extrude(tall)).translate([0, 0, from]))
  const { Manifold } = kernel
  const both = [base, letters]
  const body = keep(how === 'sunk' ? Manifold.difference(both) : Manifold.union(both))
  return { bodies: [body], problems: [] }
}
