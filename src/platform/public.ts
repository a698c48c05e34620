// What both entries of the package have of this room, besides how each opens files.
export { engineUrl } from './built-in.ts'
export { type CssFonts, type FontsFromCssOptions, fontsFromCss } from './fonts-from-css.ts'
export type {
  BuiltIn,
  BuiltInChoice,
  BuiltInFace,
  DescribedFont,
  FontsOptions,
  GenericFamily,
} from './fonts-options.ts'
