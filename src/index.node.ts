export * from './core.ts'
export { hyphenationLanguages, openHyphenation } from './platform/hyphenation.ts'
export { openImage, openShelf } from './platform/node/index.ts'
export type { ShelfOptions } from './platform/open-shelf.ts'
