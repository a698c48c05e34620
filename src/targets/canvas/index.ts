export { type CanvasContext, type CanvasOptions, paintCanvas } from './paint-canvas.ts'
