import { asDrawing, type Drawing } from '../../drawing/index.ts'
import type { Layout } from '../../layout/index.ts'
import { anything, checkOptions, described, fail, fromZero, oneOf } from '../../problem/index.ts'
import { checkScale, usualMillimeters } from './dxf.ts'
import { type Body, type Keep, type Kernel, keeping, openKernel, type Section } from './kernel.ts'
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

/** A plate that text stands on, or is taken out of; lengths in millimeters. */
export interface Plate {
  /** In millimeters. */
  readonly thickness: number
  /** How text is in it: `raised` by the depth (the default), `sunk` so deep, or `cut` through. */
  readonly text?: 'raised' | 'sunk' | 'cut'
  /** Around the text; 5 without it. */
  readonly margin?: number
  /** Radius of its corners; 0 without it. */
  readonly radius?: number
}

/** What `toStl` takes. */
export interface StlOptions extends PolygonOptions {
  /** How thick the solid is, or how far text is raised or sunk, in millimeters. */
  readonly depth: number
  /** Millimeters a unit; 25.4 / 96, a CSS pixel, without it. */
  readonly millimetersPerUnit?: number
  /** What the text stands on, or is taken out of. */
  readonly plate?: Plate
}

/**
 * The shapes of a drawing or a layout as a closed solid, in binary STL: millimeters, y upward from
 * the drawing's lower edge, z from 0. By itself it is as thick as the depth; with a plate it stands
 * on that, is sunk into it, or cut out of it. Made by the package `manifold-3d`, which is loaded when
 * it is first needed. Throws on a depth that is none, `not-installed`.
 */
export function toStl(
  shown: Drawing | Layout,
  options: StlOptions,
): Promise<Pick<Polygons, 'problems'> & { readonly stl: Uint8Array }> {
  checkOptions('toStl', options, {
    ...polygonFields,
    depth: anything,
    millimetersPerUnit: anything,
    plate: anything,
  })
  const { depth, millimetersPerUnit = usualMillimeters, plate, ...flattening } = options
  checkDepth('depth', depth)
  checkScale(millimetersPerUnit)
  if (plate !== undefined) checkPlate(plate, depth)
  const filled = filledContours(shown, flattening)
  const { box } = asDrawing(shown)
  const place = [millimetersPerUnit, -box.x, -(box.y + box.height)] as const
  const size = [box.width * millimetersPerUnit, box.height * millimetersPerUnit] as const
  return openKernel(pointsIn(filled)).then(kernel =>
    keeping(keep => {
      const { section, problems } = sectionOf(filled, kernel, keep)
      const thin = flattening.minThickness
        ? thinIn(polygonsOf(section, keep), filled, flattening)
        : []
      const text = keep(placed(section, place, kernel))
      const bodies = plate
        ? plateBodies(text, size, plate, depth, kernel, keep)
        : text.isEmpty()
          ? []
          : [keep(text.extrude(depth))]
      const solid = bodies.length > 1 ? [keep(kernel.Manifold.union(bodies))] : bodies
      return { stl: written(solid), problems: [...problems, ...thin] }
    }),
  )
}

function checkDepth(name: string, depth: unknown) {
  if (typeof depth === 'number' && Number.isFinite(depth) && depth > 0) return
  const given = described(depth)
  fail('bad-outline', `the ${name} must be a number of millimeters above 0, not ${given}`)
}

function checkPlate(plate: Plate, depth: number) {
  checkOptions('plate', plate, {
    thickness: anything,
    text: oneOf('raised', 'sunk', 'cut'),
    margin: fromZero,
    radius: fromZero,
  })
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
  { thickness, text: how = 'raised', margin = 5, radius = 0 }: Plate,
  depth: number,
  kernel: Kernel,
  keep: Keep,
): Body[] {
  const outer: [number, number] = [width + 2 * margin, height + 2 * margin]
  const round = Math.min(radius, outer[0] / 2 - 1e-3, outer[1] / 2 - 1e-3)
  const core = keep(kernel.CrossSection.square([outer[0] - 2 * round, outer[1] - 2 * round], false))
  const square = round > 0 ? keep(core.offset(round, 'Round', 2, cornerSegments)) : core
  const plate = keep(square.translate([round - margin, round - margin]))
  if (how === 'cut') return [keep(keep(plate.subtract(text)).extrude(thickness))]
  if (how === 'sunk') {
    const base = keep(plate.extrude(thickness - depth))
    const top = keep(keep(plate.subtract(text)).extrude(depth))
    return [base, keep(top.translate([0, 0, thickness - depth]))]
  }
  const base = keep(plate.extrude(thickness))
  if (text.isEmpty()) return [base]
  return [base, keep(keep(text.extrude(depth)).translate([0, 0, thickness]))]
}

const headBytes = 80
const triangleBytes = 50

/** Binary STL: of each triangle its normal and its corners, counter-clockwise from outside. */
function written(bodies: readonly Body[]): Uint8Array {
  const meshes = bodies.map(body => body.getMesh())
  const count = meshes.reduce((sum, mesh) => sum + mesh.triVerts.length / 3, 0)
  const bytes = new Uint8Array(headBytes + 4 + count * triangleBytes)
  const view = new DataView(bytes.buffer)
  view.setUint32(headBytes, count, true)
  let at = headBytes + 4
  // By its figures one by one: a plate has hundreds of thousands of triangles.
  const put = (x: number, y: number, z: number) => {
    view.setFloat32(at, x, true)
    view.setFloat32(at + 4, y, true)
    view.setFloat32(at + 8, z, true)
    at += 12
  }
  for (const { numProp, vertProperties: v, triVerts } of meshes) {
    for (let i = 0; i < triVerts.length; i += 3) {
      const a = triVerts[i] * numProp
      const b = triVerts[i + 1] * numProp
      const c = triVerts[i + 2] * numProp
      const [ux, uy, uz] = [v[b] - v[a], v[b + 1] - v[a + 1], v[b + 2] - v[a + 2]]
      const [wx, wy, wz] = [v[c] - v[a], v[c + 1] - v[a + 1], v[c + 2] - v[a + 2]]
      const x = uy * wz - uz * wy
      const y = uz * wx - ux * wz
      const z = ux * wy - uy * wx
      const length = Math.sqrt(x * x + y * y + z * z) || 1
      put(x / length, y / length, z / length)
      put(v[a], v[a + 1], v[a + 2])
      put(v[b], v[b + 1], v[b + 2])
      put(v[c], v[c + 1], v[c + 2])
      at += triangleBytes - 48
    }
  }
  return bytes
}
