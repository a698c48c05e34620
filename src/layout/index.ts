export { type Align, aligns, checkFrame, type Frame } from './frame.ts'
export { layOut } from './lay-out.ts'
export type { Cut, Layout, Line, LineRun } from './layout.ts'
