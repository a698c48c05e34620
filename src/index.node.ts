export * from './core.ts'
export { type BuiltInFace, builtInFaces, engineUrl, subsetterUrl } from './platform/built-in.ts'
export { openImage, openShelf } from './platform/node/index.ts'
export type {
  BuiltInChoice,
  DescribedFont,
  GenericFamily,
  ShelfOptions,
} from './platform/shelf-options.ts'
