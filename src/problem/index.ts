export { nearestName } from './nearest-name.ts'
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
