// What both entries of the package have of this room, besides how each opens files.
export { type BuiltInFace, builtInFaces, engineUrl, subsetterUrl } from './built-in.ts'
export type {
  BuiltInChoice,
  DescribedFont,
  FontsOptions,
  GenericFamily,
} from './fonts-options.ts'
