export { append } from './append.ts'
export { bytesRow, float64Row, int32Row, uint32Row } from './blocks.ts'
export { boundedMap } from './bounded-map.ts'
export { greatest, least } from './extremes.ts'
