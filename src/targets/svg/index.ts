export { type SvgOptions, toSvg } from './to-svg.ts'
