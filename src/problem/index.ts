export { type ReadJson, readJson } from './json.ts'
export { nearestName } from './nearest-name.ts'
export { type Path, pathText } from './path.ts'
export { placesOf } from './place.ts'
export {
  DotLineError,
  errorProblem,
  fail,
  type Place,
  type Problem,
  placeText,
  problemLine,
  visible,
  warningProblem,
} from './problem.ts'
