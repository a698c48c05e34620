import { being, isObject } from '../../problem/index.ts'
import { type Definitions, svgDefinitions } from './definitions.ts'

/** Shapes that the SVGs of one page share: each glyph is written once a page, not once a label. */
export interface SvgShapes {
  /** An SVG without size that holds all shapes used so far; it stands once in the page. */
  svg(): string
}

const definitionsOf = new WeakMap<object, Definitions>()

/**
 * Shared glyphs for `toSvg(label, { shapes })`. Such an SVG shows nothing by itself. Put
 * `shapes.svg()` into the page after the last of them.
 */
export function svgShapesFor(): SvgShapes {
  const definitions = svgDefinitions()
  const shapes: SvgShapes = {
    svg: () =>
      `<svg xmlns="http://www.w3.org/2000/svg" width="0" height="0" aria-hidden="true">\n<defs>\n${definitions.all()}</defs></svg>\n`,
  }
  definitionsOf.set(shapes, definitions)
  return shapes
}

export const sharedDefinitions = (shapes: SvgShapes): Definitions | undefined =>
  definitionsOf.get(shapes)

export const someShapes = being(
  'a result of svgShapesFor()',
  value => isObject(value) && definitionsOf.has(value),
)
