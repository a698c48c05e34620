export * from './core.ts'
export { openImage, openShelf } from './platform/browser.ts'
export { hyphenationLanguages, openHyphenation } from './platform/hyphenation.ts'
export type { ShelfOptions } from './platform/open-shelf.ts'
