export { type SvgShapes, svgShapes } from './svg-shapes.ts'
export { type SvgOptions, toSvg } from './to-svg.ts'
