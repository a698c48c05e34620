import type { Style } from './style.ts'

/** Direction of lines and text (CSS Writing Modes 4, section 3.2). */
export type WritingMode = Style['writingMode']

/** Whether lines run downward or upward. */
export const isVertical = (mode: WritingMode) => mode !== 'horizontal-tb'

/** Whether letters stand in the middle of their line, upright or turned one by one (section 5.1). */
export const hasCentralBaseline = (mode: WritingMode) =>
  mode === 'vertical-rl' || mode === 'vertical-lr'
