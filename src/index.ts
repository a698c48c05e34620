export * from './core.ts'
export { openShelf } from './platform/browser.ts'
export type { ShelfOptions } from './platform/open-shelf.ts'
