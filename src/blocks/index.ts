export { append } from './append.ts'
export {
  bytesRow,
  float64Row,
  glyphRows,
  int32Row,
  uint32Row,
} from './blocks.ts'
export { boundedMap } from './bounded-map.ts'
export { greatest, least } from './extremes.ts'
export { isIsoForm, isoTime } from './iso-time.ts'
export { jsonObject } from './json-object.ts'
export { latin1 } from './latin1.ts'
