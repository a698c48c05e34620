export * from './core.ts'
export { openFonts, openImage } from './platform/node/index.ts'
export * from './platform/public.ts'
