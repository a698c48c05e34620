export * from './core.ts'
export { openImage, openShelf } from './platform/browser.ts'
export * from './platform/public.ts'
