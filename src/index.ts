export * from './core.ts'
export { openFonts, openImage } from './platform/browser.ts'
export * from './platform/public.ts'
