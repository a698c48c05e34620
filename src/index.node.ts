export * from './core.ts'
export { openImage, openShelf } from './platform/node/index.ts'
export type { ShelfOptions } from './platform/shelf-options.ts'
