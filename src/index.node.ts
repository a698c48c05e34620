export * from './core.ts'
export { openImage, openFonts } from './platform/node/index.ts'
export * from './platform/public.ts'
