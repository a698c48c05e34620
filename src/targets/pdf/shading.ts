import { numberText } from '../../drawing/index.ts'
import type { ColorStop, LinearPaint, RadialPaint } from '../../fonts/index.ts'
import { type ObjectNumber, type PdfObjects, reference } from './objects.ts'

/** The content of a shading: a gradient's colors, or their opacity as gray. */
export type Shown = 'color' | 'opacity'

/** A gradient as a shading (ISO 32000-2, 8.7.4.5), in the gradient's own coordinates. */
export function addShading(
  paint: LinearPaint | RadialPaint,
  shown: Shown,
  objects: PdfObjects,
): ObjectNumber {
  const type = paint.kind === 'linear' ? 2 : 3
  const space = shown === 'color' ? '/DeviceRGB' : '/DeviceGray'
  const coordinates = [...paint.from, ...paint.to].map(n => numberText(n)).join(' ')
  const stops = paint.stops.map(stop => ({ at: stop.offset, value: shownValue(stop, shown) }))
  const mix = addFunction(stops, objects)
  return objects.add(
    `<< /ShadingType ${type} /ColorSpace ${space} /Coords [${coordinates}] ` +
      `/Extend [true true] /Function ${reference(mix)} >>`,
  )
}

interface Stop {
  readonly at: number
  readonly value: string
}

function shownValue({ color, opacity }: ColorStop, shown: Shown): string {
  return shown === 'opacity' ? numberText(opacity) : colorComponents(color)
}

/** The components of `#rrggbb`, each from 0 to 1. */
export function colorComponents(color: string): string {
  const components = [1, 3, 5].map(i => Number.parseInt(color.slice(i, i + 2), 16) / 255)
  return components.map(c => numberText(c)).join(' ')
}

/** Pieces shorter than this have no place in a function, whose bounds must rise. */
const least = 1e-5

/** From stop to stop in straight lines: functions of type 2, stitched together (7.10.3, 7.10.4). */
function addFunction(stops: readonly Stop[], objects: PdfObjects): ObjectNumber {
  const ends = [{ ...stops[0], at: 0 }, ...stops, { ...stops[stops.length - 1], at: 1 }]
  // Two stops at one place are a jump: the piece between them is left out.
  const pieces = ends
    .slice(1)
    .map((to, i) => ({ from: ends[i], to }))
    .filter(({ from, to }) => to.at - from.at > least)
  const functions = pieces.map(({ from, to }) => {
    return `<< /FunctionType 2 /Domain [0 1] /C0 [${from.value}] /C1 [${to.value}] /N 1 >>`
  })
  const bounds = pieces.slice(1).map(({ from }) => numberText(from.at, 6))
  const encode = pieces.map(() => '0 1').join(' ')
  return objects.add(
    `<< /FunctionType 3 /Domain [0 1] /Functions [${functions.join(' ')}] ` +
      `/Bounds [${bounds.join(' ')}] /Encode [${encode}] >>`,
  )
}
