export { type PngOptions, toPng } from './to-png.ts'
