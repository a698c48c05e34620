export * from './core.ts'
export { openShelf } from './platform/node.ts'
export type { ShelfOptions } from './platform/open-shelf.ts'
