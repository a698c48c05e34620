export { type SvgShapes, svgShapesFor } from './svg-shapes.ts'
export { type SvgOptions, toSvg } from './to-svg.ts'
