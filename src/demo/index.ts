export { boardDrawing, type Scene } from './board.ts'
export { noticePage } from './notice.ts'
export { passengersChart } from './passengers-chart.ts'
export { readerCurve } from './reader-curve.ts'
