export * from './core.ts'
export { openImage, openShelf } from './platform/browser.ts'
export { type BuiltInFace, builtInFaces, engineUrl, subsetterUrl } from './platform/built-in.ts'
export type {
  BuiltInChoice,
  DescribedFont,
  GenericFamily,
  ShelfOptions,
} from './platform/shelf-options.ts'
