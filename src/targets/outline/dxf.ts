import { asDrawing, type Drawing, numberText } from '../../drawing/index.ts'
import type { Box } from '../../geometry/index.ts'
import type { Layout } from '../../layout/index.ts'
import { checkOptions } from '../../problem/index.ts'
import { type MillimeterOptions, millimeterFields, millimetersFor } from './millimeters.ts'
import type { PolygonOutline } from './polygon-outline.ts'
import { type PolygonOptions, type Polygons, polygonFields, toPolygons } from './polygons.ts'

/** Options of `toDxf`. */
export type DxfOptions = PolygonOptions & MillimeterOptions

/** Millimeters as a value of `$INSUNITS`. */
const millimeters = 4

/**
 * The outlines of a drawing or layout as DXF in ASCII (release 12): closed polylines in
 * millimeters, y upward from the drawing's lower edge, contours and holes on their own layers.
 * Throws `bad-outline`.
 *
 * @returns The text of the file, and problems.
 * @example
 * (await toDxf(layout, { letterHeight: 20 })).dxf
 */
export function toDxf(
  shown: Drawing | Layout,
  options: DxfOptions = {},
): Promise<Pick<Polygons, 'problems'> & { readonly dxf: string }> {
  checkOptions('toDxf', options, { ...polygonFields, ...millimeterFields })
  const { millimetersPerUnit: _, letterHeight: __, ...flattening } = options
  const scale = millimetersFor(shown, options)
  const { box } = asDrawing(shown)
  return toPolygons(shown, flattening).then(found => ({
    dxf: dxfOf(found.polygons, box, scale),
    problems: found.problems,
  }))
}

function dxfOf(polygons: readonly PolygonOutline[], box: Box, millimetersPerUnit: number): string {
  const rings = polygons.flatMap(({ outer, holes }) => [
    polyline(outer, 'CONTOURS'),
    ...holes.map(hole => polyline(hole, 'HOLES')),
  ])
  function polyline(ring: Float64Array, layer: string): string {
    let vertices = ''
    for (let i = 0; i < ring.length; i += 2) {
      const x = numberText((ring[i] - box.x) * millimetersPerUnit, 6)
      const y = numberText((box.y + box.height - ring[i + 1]) * millimetersPerUnit, 6)
      vertices += group(0, 'VERTEX', 8, layer, 10, x, 20, y)
    }
    return group(0, 'POLYLINE', 8, layer, 66, 1, 70, 1) + vertices + group(0, 'SEQEND', 8, layer)
  }
  const head =
    group(0, 'SECTION', 2, 'HEADER', 9, '$ACADVER', 1, 'AC1009') +
    group(9, '$INSUNITS', 70, millimeters, 0, 'ENDSEC')
  const entities = group(0, 'SECTION', 2, 'ENTITIES') + rings.join('') + group(0, 'ENDSEC')
  return head + entities + group(0, 'EOF')
}

/** Group codes and their values, each on a line. */
function group(...codes: readonly (string | number)[]): string {
  return codes.map(code => `${code}\n`).join('')
}
