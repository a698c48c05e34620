export * from './core.ts'
export { openImage, openFonts } from './platform/browser.ts'
export * from './platform/public.ts'
