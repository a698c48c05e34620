export * from './core.ts'
export { openImage, openShelf } from './platform/browser.ts'
export type { ShelfOptions } from './platform/shelf-options.ts'
