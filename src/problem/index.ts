export {
  aBoolean,
  aboveZero,
  aCatalog,
  aDate,
  aFunction,
  aLanguage,
  aNumber,
  anObject,
  anything,
  aShare,
  aString,
  being,
  checkArgument,
  checkArguments,
  checkLimit,
  checkOptions,
  described,
  type Expected,
  either,
  type Fields,
  fromZero,
  isObject,
  listOf,
  mapOf,
  oneOf,
  someBytes,
} from './arguments.ts'
export { atItsPlace, inText } from './at-its-place.ts'
export { available } from './available.ts'
export {
  anyObjectField,
  checkFields,
  choiceField,
  eitherField,
  errorOf,
  type Field,
  type FieldMap,
  type FieldsOf,
  fieldReport,
  flagField,
  hasFields,
  type JsonSchema,
  languageField,
  lengthField,
  listField,
  mapField,
  numberField,
  numberIn,
  objectField,
  objectSchema,
  pairField,
  type ReportField,
  schemaHead,
  textField,
  valueField,
  wholeNumber,
} from './fields.ts'
export { insideText } from './inside-text.ts'
export { readJson } from './json.ts'
export { isLanguage, languagePattern } from './language.ts'
export { allowedLink, allowedLinks, linkScheme } from './links.ts'
export { isMade, type Made, made } from './made.ts'
export { misnamedStyles } from './misnamed-styles.ts'
export { type NearestName, nearestName, nearestNames } from './nearest-name.ts'
export { type Path, pathText } from './path.ts'
export {
  DotLineError,
  errorProblem,
  fail,
  locationText,
  type Problem,
  problemLine,
  type SourceLocation,
  type TextRange,
  visibleControls,
  warningProblem,
} from './problem.ts'
export { problemList } from './problem-list.ts'
export { shortText } from './short-text.ts'
export { locationsIn } from './source-location.ts'
export { type SourceOptions, sourceOptions } from './source-options.ts'
export { unavailablePackage } from './unavailable-package.ts'
