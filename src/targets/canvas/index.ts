export type { CanvasContext } from './canvas-context.ts'
export { type CanvasOptions, paintCanvas } from './paint-canvas.ts'
